import 'reflect-metadata';
import type { ExecutionContext } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import type { Role } from '@pentimento/core/rights';
import type { Request } from 'express';
import { addDays, addHours } from 'date-fns';
import { ProblemException } from '../errors/problem.js';
import type { AtTheDoor } from '../people/at-the-door.js';
import type { PeopleService } from '../people/people.service.js';
import type { Person } from '../people/person.entity.js';
import { TestShop } from '../test-support/test-shop.js';
import { AuthGuard } from './auth.guard.js';
import { Needs } from './needs.js';
import { isOver, type SignInWay } from './sessions.js';

const somebody = (id: string, role: Role, more: Partial<Person> = {}): Person =>
  ({ id, role, name: id, sessionRound: 2, wordUntil: null, ...more }) as Person;
const everybody = [
  somebody('ada', 'owner'),
  somebody('ben', 'toolmaker'),
  somebody('kit', 'apprentice'),
  somebody('ivy', 'inspector'),
  somebody('new', 'owner', { wordUntil: new Date() }),
  somebody('closed', 'owner', { active: false }),
];
const people = { letIn: (door?: AtTheDoor) => (door?.person.active === false ? null : (door ?? null)) } as unknown as PeopleService;

class Routes {
  @Needs('nothing') open(): void {
    /* a route */
  }
  @Needs('look') look(): void {
    /* a route */
  }
  @Needs('account') account(): void {
    /* a route */
  }
  @Needs('cards') cards(): void {
    /* a route */
  }
  @Needs('people') people(): void {
    /* a route */
  }
  undecided(): void {
    /* a route that forgot to say */
  }
}

interface Asked {
  readonly method?: string;
  readonly headers?: Record<string, string>;
  readonly personId?: string;
  readonly way?: SignInWay;
  readonly round?: number;
  readonly handler?: keyof Routes;
}

function toldBy(act: () => unknown): unknown {
  try {
    return act();
  } catch (error) {
    return error instanceof ProblemException ? `${String(error.getStatus())} ${error.code}` : error instanceof Error ? error.message : error;
  }
}

const ask = ({ method = 'GET', headers = {}, personId, way = 'password', round = 2, handler = 'look' }: Asked) => {
  const session = { personId, way, round, startedAt: Date.now() };
  const person = everybody.find((one) => one.id === personId);
  const door = person && { person, snapshot: '1:1:' };
  const request = { method, url: '/x', host: 'shop.local', headers, session, door } as unknown as Request;
  const context = {
    switchToHttp: () => ({ getRequest: () => request }),
    getHandler: () => Routes.prototype[handler],
    getClass: () => Routes,
  } as unknown as ExecutionContext;
  return { answer: toldBy(() => new AuthGuard(new Reflector(), people).canActivate(context)), person: request.person };
};

test.each<[string, Asked, unknown]>([
  ['nobody on a closed route', {}, '401 not-signed-in'],
  ['somebody who is not there any more', { personId: 'gone' }, '401 not-signed-in'],
  ['somebody whose account was closed', { personId: 'closed' }, '401 not-signed-in'],
  ['somebody signed in', { personId: 'ada' }, true],
  ['somebody whose sessions were ended', { personId: 'ada', round: 1 }, '401 not-signed-in'],
  ['nobody on an open route', { handler: 'open' }, true],
  ['somebody on a route that forgot to say', { personId: 'ada', handler: 'undecided' }, 'GET /x does not say what it needs'],
  ['an inspector who looks', { personId: 'ivy' }, true],
  ['an apprentice at the cards', { personId: 'kit', handler: 'cards' }, '403 not-allowed'],
  ['a toolmaker at the cards', { personId: 'ben', handler: 'cards' }, true],
  ['a toolmaker by code at the cards', { personId: 'ben', handler: 'cards', way: 'code' }, true],
  ['a toolmaker at the people', { personId: 'ben', handler: 'people' }, '403 not-allowed'],
  ['an owner at the people', { personId: 'ada', handler: 'people' }, true],
  ['an owner by code at the people', { personId: 'ada', handler: 'people', way: 'code' }, '403 needs-password'],
  ['an owner by a click at the people', { personId: 'ada', handler: 'people', way: 'click' }, true],
  ['an owner with a one-time word who looks', { personId: 'new' }, '403 change-password'],
  ['an owner with a one-time word at the own account', { personId: 'new', handler: 'account' }, true],
  ['a change from this page', { method: 'POST', personId: 'ada', headers: { origin: 'http://shop.local' } }, true],
  ['a change from another page', { method: 'POST', personId: 'ada', headers: { origin: 'http://elsewhere.example' } }, '403 foreign-origin'],
  ['a change from another port', { method: 'PATCH', personId: 'ada', headers: { origin: 'http://shop.local:81' } }, '403 foreign-origin'],
  ['a change from an origin that is none', { method: 'POST', personId: 'ada', headers: { origin: 'null' } }, '403 foreign-origin'],
  ['a change from another page on an open route', { method: 'POST', handler: 'open', headers: { origin: 'http://x.example' } }, '403 foreign-origin'],
  ['a change that the browser calls foreign', { method: 'POST', personId: 'ada', headers: { 'sec-fetch-site': 'cross-site' } }, '403 foreign-origin'],
  ['a change that the browser calls its own', { method: 'POST', personId: 'ada', headers: { 'sec-fetch-site': 'same-origin' } }, true],
  ['a change that names no page', { method: 'POST', personId: 'ada' }, true],
  ['a look from another page', { method: 'GET', personId: 'ada', headers: { origin: 'http://elsewhere.example' } }, true],
])('%s: %p is answered %p', (_who, asked, expected) => {
  expect(ask(asked).answer).toBe(expected);
});

test('the guard leaves the person for the route, and nobody where the route needs nothing', () => {
  expect(ask({ personId: 'ada' }).person).toBe(everybody[0]);
  expect(ask({ personId: 'ada', handler: 'open' }).person).toBeUndefined();
});

const START = Date.parse('2026-11-01T06:00:00Z');
test.each<[string, Parameters<typeof isOver>[0], Date, boolean]>([
  ['within its days', { round: 2, startedAt: START, way: 'password' }, addDays(START, 29), false],
  ['just before its end', { round: 2, startedAt: START, way: 'click' }, new Date(addDays(START, 30).getTime() - 1), false],
  ['at its end', { round: 2, startedAt: START, way: 'password' }, addDays(START, 30), true],
  ['by code, just before its end', { round: 2, startedAt: START, way: 'code' }, new Date(addHours(START, 12).getTime() - 1), false],
  ['by code, at its end', { round: 2, startedAt: START, way: 'code' }, addHours(START, 12), true],
  ['of an earlier round', { round: 1, startedAt: START, way: 'password' }, addDays(START, 1), true],
  ['from before sessions said when they began', { round: 2, way: 'password' }, addDays(START, 1), true],
  ['from before sessions had rounds', { startedAt: START, way: 'password' }, addDays(START, 1), true],
])('a session %s', (_which, session, now, over) => {
  expect(isOver(session, { sessionRound: 2 }, now)).toBe(over);
});

describe('sign-in', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await TestShop.open();
  });
  afterAll(() => shop.close());

  test('gives a new session, even over one that was planted', async () => {
    const agent = shop.anonymous();
    const first = await agent.post('/api/auth/sign-in').send({ login: 'ada', password: 'marram-demo' });
    const second = await agent.post('/api/auth/sign-in').send({ login: 'ben', password: 'marram-demo' });
    const sid = ({ headers }: typeof first): string =>
      [headers['set-cookie']]
        .flat()
        .find((one) => one.startsWith('pentimento.sid='))
        ?.split(';')[0] ?? '';
    expect(sid(first)).not.toBe(sid(second));
    const old = await shop.anonymous().get('/api/auth/who').set('cookie', sid(first));
    expect(old.body.person).toBeNull();
    expect(second.body).toMatchObject({ person: { login: 'ben' }, needsSetup: false, demoPeople: [], device: null, switchable: [] });
  });

  test('names the demo’s people to nobody but those at the door, and lets only them in with a click', async () => {
    const { body } = await shop.anonymous().get('/api/auth/who');
    expect(body.person).toBeNull();
    expect(body.demoPeople).toHaveLength(6);
    const [{ id }] = body.demoPeople;
    expect((await shop.anonymous().post('/api/auth/demo-sign-in').send({ personId: id }).expect(200)).body.person.id).toBe(id);
    const owner = await shop.signedIn('ada');
    const { body: gus } = await owner.post('/api/people').send({ name: 'Gus', login: 'gus', password: 'long enough', role: 'toolmaker' });
    expect((await shop.anonymous().post('/api/auth/demo-sign-in').send({ personId: gus.id }).expect(403)).body.code).toBe('not-a-demo');
  });

  test('a right password ends the count of wrong ones; setup stays closed', async () => {
    const agent = shop.anonymous();
    for (let round = 0; round < 3; round++) {
      for (let i = 0; i < 3; i++)
        expect((await agent.post('/api/auth/sign-in').send({ login: 'edda', password: 'no' }).expect(401)).body.code).toBe('wrong-sign-in');
      await agent.post('/api/auth/sign-in').send({ login: 'Edda ', password: 'marram-demo' }).expect(200);
    }
    const setup = { name: 'Xavier', login: 'xavier', password: 'long and rare', role: 'owner' };
    expect((await shop.anonymous().post('/api/auth/setup').send(setup).expect(403)).body.code).toBe('already-set-up');
  });
});
