import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { hash, verify } from '@node-rs/argon2';
import type { UnitSystem } from '@pentimento/core/units';
import { randomUUID } from 'node:crypto';
import { Repository } from 'typeorm';
import { ProblemException } from '../errors/problem.js';
import type { NewPersonDto } from './people.dto.js';
import { Person } from './person.entity.js';

/** Compared against when the sign-in name is unknown, so that both refusals take as long. */
const NOBODY = hash('nobody has this password');

@Injectable()
export class PeopleService {
  constructor(@InjectRepository(Person) private readonly people: Repository<Person>) {}

  list(): Promise<Person[]> {
    return this.people.find({ order: { name: 'ASC' } });
  }

  demoPeople(): Promise<Person[]> {
    return this.people.find({ where: { demo: true }, order: { role: 'ASC', name: 'ASC' } });
  }

  find(id: string): Promise<Person | null> {
    return this.people.findOneBy({ id });
  }

  async anyone(): Promise<boolean> {
    return (await this.people.count()) > 0;
  }

  async add(person: NewPersonDto): Promise<Person> {
    if (await this.people.existsBy({ login: person.login })) {
      throw new ProblemException(409, 'login-taken', `"${person.login}" is taken. Choose another sign-in name.`);
    }
    const id = randomUUID();
    const passwordHash = await hash(person.password);
    await this.people.insert({
      id,
      name: person.name,
      login: person.login,
      role: person.role,
      passwordHash,
      unitSystem: 'metric',
      demo: false,
      createdAt: new Date(),
    });
    return this.people.findOneByOrFail({ id });
  }

  /** The person, or null when name or password is wrong (not told which). */
  async verify(login: string, password: string): Promise<Person | null> {
    const person = await this.people.findOne({ where: { login }, select: { id: true, passwordHash: true } });
    const matches = await verify(person?.passwordHash ?? (await NOBODY), password);
    return person && matches ? this.people.findOneBy({ id: person.id }) : null;
  }

  async setUnits(id: string, unitSystem: UnitSystem): Promise<Person> {
    await this.people.update({ id }, { unitSystem });
    return this.people.findOneByOrFail({ id });
  }
}
