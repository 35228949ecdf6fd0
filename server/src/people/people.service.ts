import { Inject, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { passwordFault } from '@pentimento/core/rights';
import type { UnitSystem } from '@pentimento/core/units';
import { randomUUID } from 'node:crypto';
import { Repository } from 'typeorm';
import { SERVER_CONFIG, type ServerConfig } from '../config.js';
import { ProblemException } from '../errors/problem.js';
import { atTheDoor, doorColumns, type AtTheDoor, type DoorRow } from './at-the-door.js';
import { Hasher } from './hash-budget.js';
import type { NewPersonDto } from './people.dto.js';
import { Person } from './person.entity.js';
import { recordChange } from './record-change.js';

/** Serializes the first visitors of an empty shop. */
const SETUP_LOCK = 4311;

const AT_THE_DOOR = `select ${doorColumns('person')} from person where id = $1`;

const loginTaken = (login: string): ProblemException => new ProblemException(409, 'login-taken', `"${login}" is taken. Choose another sign-in name.`);

/** @throws ProblemException 422 that says what is wrong with a new password */
export function refuseWeakPassword(password: string, { login, name }: Pick<Person, 'login' | 'name'>): void {
  const fault = passwordFault(password, [login, name]);
  if (fault !== null) throw new ProblemException(422, 'weak-password', fault);
}

/** People as rows: who there is, and who of them may enter. */
@Injectable()
export class PeopleService {
  constructor(
    @InjectRepository(Person) private readonly people: Repository<Person>,
    private readonly hasher: Hasher,
    @Inject(SERVER_CONFIG) private readonly config: ServerConfig,
  ) {}

  list(): Promise<Person[]> {
    return this.people.find({ order: { name: 'ASC' } });
  }

  demoPeople(): Promise<Person[]> {
    return this.people.find({ where: { demo: true, active: true }, order: { role: 'ASC', name: 'ASC' } });
  }

  /** People who can switch by code on a trusted device. */
  async withCode(): Promise<Person[]> {
    const found = await this.people.createQueryBuilder('p').where('p.active and p.code_hash is not null').orderBy('p.name').getMany();
    return found.filter((person) => this.mayEnter(person));
  }

  /** Nobody where the account is closed, or made up and this is not the demo. */
  async find(id: string): Promise<Person | null> {
    const rows: DoorRow[] = await this.people.query(AT_THE_DOOR, [id]);
    const found = rows.at(0);
    return found && this.mayEnter(found) ? atTheDoor(found).person : null;
  }

  /** Of those at the door, who may come in. */
  letIn(door: AtTheDoor | undefined): AtTheDoor | null {
    return door && this.mayEnter(door.person) ? door : null;
  }

  /** Made-up people are nobody outside the demo: their password is known to everybody. */
  private mayEnter({ demo, active }: Pick<Person, 'demo' | 'active'>): boolean {
    return active && (this.config.demo || !demo);
  }

  /** Whose sign-in name it is, whether they may enter or not. */
  async idOf(login: string): Promise<string | null> {
    return (await this.people.findOne({ where: { login }, select: { id: true } }))?.id ?? null;
  }

  async anyone(): Promise<boolean> {
    return (await this.people.count()) > 0;
  }

  async add(person: NewPersonDto, by: Person): Promise<Person> {
    if (await this.people.existsBy({ login: person.login })) throw loginTaken(person.login);
    const row = await this.newRow(person);
    await this.people.manager.transaction(async (tx) => {
      // Somebody may have taken the name in the meantime: the table decides.
      await tx.createQueryBuilder().insert().into(Person).values(row).orIgnore().execute();
      if (!(await tx.existsBy(Person, { id: row.id }))) throw loginTaken(person.login);
      await recordChange(tx, { byId: by.id, personId: row.id, what: 'added', detail: person.role });
    });
    return this.people.findOneByOrFail({ id: row.id });
  }

  /** The first person of a shop, as its owner; of several who try at once exactly one. null: somebody was first. */
  async addFirst(person: NewPersonDto): Promise<Person | null> {
    const row = await this.newRow({ ...person, role: 'owner' });
    return this.people.manager.transaction(async (tx) => {
      await tx.query('select pg_advisory_xact_lock($1)', [SETUP_LOCK]);
      if ((await tx.count(Person)) > 0) return null;
      await tx.insert(Person, row);
      await recordChange(tx, { byId: null, personId: row.id, what: 'added', detail: 'owner, set the shop up' });
      return tx.findOneByOrFail(Person, { id: row.id });
    });
  }

  private async newRow({ name, login, role, password }: NewPersonDto) {
    refuseWeakPassword(password, { login, name });
    const passwordHash = await this.hasher.hash(password);
    return { id: randomUUID(), name, login, role, passwordHash, unitSystem: 'metric' as const, demo: false, createdAt: new Date() };
  }

  /** The person, or null when name or password is wrong, the account closed or the one-time word too old (not told which). */
  async verify(login: string, password: string): Promise<Person | null> {
    const kept = await this.people.findOne({ where: { login }, select: { id: true, passwordHash: true } });
    const matches = await this.hasher.matches(kept?.passwordHash, password);
    const person = kept && matches ? await this.find(kept.id) : null;
    return person && (person.wordUntil === null || person.wordUntil > new Date()) ? person : null;
  }

  /** Whether the code of a person who may enter is this one. */
  async verifyCode(id: string, code: string): Promise<Person | null> {
    const kept = await this.people.findOne({ where: { id }, select: { id: true, codeHash: true } });
    const matches = await this.hasher.matches(kept?.codeHash, code);
    const person = kept && matches ? await this.find(kept.id) : null;
    return person?.wordUntil === null ? person : null;
  }

  async setUnits(id: string, unitSystem: UnitSystem): Promise<Person> {
    await this.people.update({ id }, { unitSystem });
    return this.people.findOneByOrFail({ id });
  }
}
