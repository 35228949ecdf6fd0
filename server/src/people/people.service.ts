import { Inject, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { hash, verify } from '@node-rs/argon2';
import type { UnitSystem } from '@pentimento/core/units';
import { randomUUID } from 'node:crypto';
import { Repository } from 'typeorm';
import { SERVER_CONFIG, type ServerConfig } from '../config.js';
import { ProblemException } from '../errors/problem.js';
import type { NewPersonDto } from './people.dto.js';
import { Person } from './person.entity.js';

/** Compared against when the sign-in name is unknown, so that both refusals take as long. */
const NOBODY = hash('nobody has this password');

/** Serializes the first visitors of an empty shop. */
const SETUP_LOCK = 4311;

const loginTaken = (login: string): ProblemException => new ProblemException(409, 'login-taken', `"${login}" is taken. Choose another sign-in name.`);

async function newRow({ name, login, role, password }: NewPersonDto) {
  const passwordHash = await hash(password);
  return { id: randomUUID(), name, login, role, passwordHash, unitSystem: 'metric' as const, demo: false, createdAt: new Date() };
}

@Injectable()
export class PeopleService {
  constructor(
    @InjectRepository(Person) private readonly people: Repository<Person>,
    @Inject(SERVER_CONFIG) private readonly config: ServerConfig,
  ) {}

  list(): Promise<Person[]> {
    return this.people.find({ order: { name: 'ASC' } });
  }

  demoPeople(): Promise<Person[]> {
    return this.people.find({ where: { demo: true }, order: { role: 'ASC', name: 'ASC' } });
  }

  /** Made-up people are nobody outside the demo: their password is known to everybody. */
  async find(id: string): Promise<Person | null> {
    const person = await this.people.findOneBy({ id });
    return person && this.mayEnter(person) ? person : null;
  }

  private mayEnter({ demo }: Pick<Person, 'demo'>): boolean {
    return this.config.demo || !demo;
  }

  async anyone(): Promise<boolean> {
    return (await this.people.count()) > 0;
  }

  async add(person: NewPersonDto): Promise<Person> {
    if (await this.people.existsBy({ login: person.login })) {
      throw loginTaken(person.login);
    }
    const row = await newRow(person);
    // Somebody may have taken the name in the meantime: the table decides.
    await this.people.createQueryBuilder().insert().values(row).orIgnore().execute();
    if (!(await this.people.existsBy({ id: row.id }))) throw loginTaken(person.login);
    return this.people.findOneByOrFail({ id: row.id });
  }

  /** The first person of a shop, as its owner; of several who try at once exactly one. null: somebody was first. */
  async addFirst(person: NewPersonDto): Promise<Person | null> {
    const row = await newRow({ ...person, role: 'owner' });
    return this.people.manager.transaction(async (tx) => {
      await tx.query('select pg_advisory_xact_lock($1)', [SETUP_LOCK]);
      if ((await tx.count(Person)) > 0) return null;
      await tx.insert(Person, row);
      return tx.findOneByOrFail(Person, { id: row.id });
    });
  }

  /** The person, or null when name or password is wrong (not told which). */
  async verify(login: string, password: string): Promise<Person | null> {
    const person = await this.people.findOne({ where: { login }, select: { id: true, passwordHash: true, demo: true } });
    const matches = await verify(person?.passwordHash ?? (await NOBODY), password);
    return person && matches && this.mayEnter(person) ? this.people.findOneBy({ id: person.id }) : null;
  }

  async setUnits(id: string, unitSystem: UnitSystem): Promise<Person> {
    await this.people.update({ id }, { unitSystem });
    return this.people.findOneByOrFail({ id });
  }
}
