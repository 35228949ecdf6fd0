import { Injectable } from '@nestjs/common';
import { codeFault } from '@pentimento/core/rights';
import { addDays } from 'date-fns';
import { randomInt } from 'node:crypto';
import { DataSource, type EntityManager } from 'typeorm';
import { notFound, ProblemException } from '../errors/problem.js';
import { Hasher } from './hash-budget.js';
import type { NewCodeDto, NewPasswordDto, OneTimeWordDto, PersonChangeDto } from './people.dto.js';
import { refuseWeakPassword } from './people.service.js';
import { Person } from './person.entity.js';
import { recordChange, type Change } from './record-change.js';
import { RightsChange } from './rights-change.entity.js';

const WORD_DAYS = 3;
/** Serializes what could leave a shop without an owner. */
const OWNERS_LOCK = 4312;
const MOST_CHANGES = 500;

const wrongPassword = (): ProblemException => new ProblemException(422, 'wrong-password', 'Your password is wrong. Type the one you sign in with.');

/** Signs of a one-time word: none that looks like another. */
const SIGNS = 'abcdefghjkmnpqrstuvwxyz23456789';

const oneTimeWord = (): string => Array.from({ length: 4 }, () => Array.from({ length: 4 }, () => SIGNS[randomInt(SIGNS.length)]).join('')).join('-');

/** The life of an account after it was made. Each change is recorded with who made it. */
@Injectable()
export class AccountsService {
  constructor(
    private readonly database: DataSource,
    private readonly hasher: Hasher,
  ) {}

  /** Role, and closing or opening an account. Whoever is closed or gets another role is signed out everywhere. */
  async change(id: string, { role, account }: PersonChangeDto, by: Person): Promise<Person> {
    return this.database.transaction(async (tx) => {
      await tx.query('select pg_advisory_xact_lock($1)', [OWNERS_LOCK]);
      const person = await required(tx, id);
      const active = account === undefined ? person.active : account === 'open';
      const next = { role: role ?? person.role, active };
      const wasOwner = person.active && person.role === 'owner';
      if (wasOwner && !(next.active && next.role === 'owner') && (await otherOwners(tx, person)) === 0)
        throw new ProblemException(409, 'last-owner', 'A shop needs one owner who can sign in. Make somebody else an owner first.');
      if (next.role === person.role && next.active === person.active) return person;
      await tx.update(Person, { id }, { ...next, sessionRound: person.sessionRound + 1 });
      const change = { byId: by.id, personId: id };
      if (next.role !== person.role) await recordChange(tx, { ...change, what: 'role', detail: `${person.role} to ${next.role}` });
      if (next.active !== person.active) await recordChange(tx, { ...change, what: next.active ? 'opened again' : 'closed' });
      return required(tx, id);
    });
  }

  /** A new word to sign in with, told once; whoever uses it must choose a password. Ends every session of that person. */
  async oneTimeWord(id: string, by: Person): Promise<OneTimeWordDto> {
    const word = oneTimeWord();
    const until = addDays(new Date(), WORD_DAYS);
    const passwordHash = await this.hasher.hash(word);
    await this.update(id, { passwordHash, wordUntil: until, codeHash: null }, { byId: by.id, personId: id, what: 'one-time word' });
    return { word, until: until.toISOString() };
  }

  /** A person's own new password; other sessions end. */
  async changePassword(person: Person, { current, next }: NewPasswordDto): Promise<Person> {
    if (person.wordUntil === null) await this.requirePassword(person, current ?? '');
    refuseWeakPassword(next, person);
    if (next === current) throw new ProblemException(422, 'same-password', 'This is the password you have. Choose another one.');
    const passwordHash = await this.hasher.hash(next);
    return this.update(person.id, { passwordHash, wordUntil: null }, { byId: person.id, personId: person.id, what: 'password' });
  }

  async setCode(person: Person, { password, code }: NewCodeDto): Promise<void> {
    const fault = code === null ? null : codeFault(code);
    if (fault !== null) throw new ProblemException(422, 'weak-code', fault);
    await this.requirePassword(person, password);
    const codeHash = code === null ? null : await this.hasher.hash(code);
    await this.database.transaction(async (tx) => {
      await tx.update(Person, { id: person.id }, { codeHash });
      await recordChange(tx, { byId: person.id, personId: person.id, what: code === null ? 'code taken away' : 'code set' });
    });
  }

  /** Ends every session of a person, this one too. */
  async signOutEverywhere(person: Person): Promise<void> {
    await this.update(person.id, {}, { byId: person.id, personId: person.id, what: 'signed out everywhere' });
  }

  changes(): Promise<RightsChange[]> {
    return this.database.getRepository(RightsChange).find({ relations: { by: true, person: true }, order: { at: 'DESC' }, take: MOST_CHANGES });
  }

  private async requirePassword({ id }: Person, password: string): Promise<void> {
    const kept = await this.database.getRepository(Person).findOne({ where: { id }, select: { id: true, passwordHash: true } });
    if (!(await this.hasher.matches(kept?.passwordHash, password))) throw wrongPassword();
  }

  private async update(id: string, values: Partial<Person>, change: Change): Promise<Person> {
    return this.database.transaction(async (tx) => {
      const person = await required(tx, id);
      await tx.update(Person, { id }, { ...values, sessionRound: person.sessionRound + 1 });
      await recordChange(tx, change);
      return required(tx, id);
    });
  }
}

async function required(tx: EntityManager, id: string): Promise<Person> {
  const person = await tx.findOne(Person, { where: { id }, lock: { mode: 'pessimistic_write' } });
  if (!person) throw notFound('person');
  return person;
}

async function otherOwners(tx: EntityManager, { id, demo }: Person): Promise<number> {
  const owners = await tx.findBy(Person, { role: 'owner', active: true });
  // Made-up owners cannot sign in outside the demo: they do not count beside a real one.
  return owners.filter((owner) => owner.id !== id && (demo || !owner.demo)).length;
}
