import 'reflect-metadata';
import type { ExecutionContext } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import type { Request } from 'express';
import { ProblemException } from '../errors/problem.js';
import type { PeopleService } from '../people/people.service.js';
import type { Person } from '../people/person.entity.js';
import { TestShop } from '../test-support/test-shop.js';
import { AuthGuard } from './auth.guard.js';
import { Public } from './current-person.js';
import { PgThrottlerStorage } from './pg-throttler-storage.js';
import { SignInThrottlerGuard, triesKey } from './sign-in-throttler.guard.js';
import { DataSource } from 'typeorm';

const ada = { id: 'ada', name: 'Ada' } as Person;
const people = { find: (id: string) => Promise.resolve(id === 'ada' ? ada : null) } as unknown as PeopleService;

class Routes {
  @Public() open(): void {
    /* a route */
  }
  closed(): void {
    /* a route */
  }
}
@Public()
class OpenRoutes {
  any(): void {
    /* a route */
  }
}

interface Asked {
  readonly method?: string;
  readonly headers?: Record<string, string>;
  readonly personId?: string;
  readonly handler?: () => void;
  readonly holder?: new () => unknown;
}

const ask = async ({ method = 'GET', headers = {}, personId, handler = Routes.prototype.closed, holder = Routes }: Asked) => {
  const request = { method, host: 'shop.local', headers, session: { personId } } as unknown as Request;
  const context = {
    switchToHttp: () => ({ getRequest: () => request }),
    getHandler: () => handler,
    getClass: () => holder,
  } as unknown as ExecutionContext;
  const answer = await new AuthGuard(new Reflector(), people).canActivate(context).catch((error: unknown) => error);
  return { answer: answer instanceof ProblemException ? `${String(answer.getStatus())} ${answer.code}` : answer, person: request.person };
};

test.each<[string, Asked, unknown]>([
  ['nobody on a closed route', {}, '401 not-signed-in'],
  ['somebody who is not there any more', { personId: 'gone' }, '401 not-signed-in'],
  ['somebody signed in', { personId: 'ada' }, true],
  ['nobody on a public route', { handler: Routes.prototype.open }, true],
  ['nobody on a route of a public controller', { handler: OpenRoutes.prototype.any, holder: OpenRoutes }, true],
  ['a change from this page', { method: 'POST', personId: 'ada', headers: { origin: 'http://shop.local' } }, true],
  ['a change from another page', { method: 'POST', personId: 'ada', headers: { origin: 'http://elsewhere.example' } }, '403 foreign-origin'],
  ['a change from another port', { method: 'PATCH', personId: 'ada', headers: { origin: 'http://shop.local:81' } }, '403 foreign-origin'],
  ['a change from an origin that is none', { method: 'POST', personId: 'ada', headers: { origin: 'null' } }, '403 foreign-origin'],
  [
    'a change from another page on a public route',
    { method: 'POST', handler: Routes.prototype.open, headers: { origin: 'http://x.example' } },
    '403 foreign-origin',
  ],
  ['a change that the browser calls foreign', { method: 'POST', personId: 'ada', headers: { 'sec-fetch-site': 'cross-site' } }, '403 foreign-origin'],
  ['a change that the browser calls its own', { method: 'POST', personId: 'ada', headers: { 'sec-fetch-site': 'same-origin' } }, true],
  ['a change that names no page', { method: 'POST', personId: 'ada' }, true],
  ['a look from another page', { method: 'GET', personId: 'ada', headers: { origin: 'http://elsewhere.example' } }, true],
])('%s: %p is answered %p', async (_who, asked, expected) => {
  expect((await ask(asked)).answer).toBe(expected);
});

test('the guard leaves the person for the route, and nobody where the route is public', async () => {
  expect((await ask({ personId: 'ada' })).person).toBe(ada);
  expect((await ask({ personId: 'ada', handler: Routes.prototype.open })).person).toBeUndefined();
});

test.each<[unknown, string]>([
  [{ login: 'ada' }, 'sign-in:10.0.0.1:ada'],
  [{ login: 'x'.repeat(200) }, `sign-in:10.0.0.1:${'x'.repeat(60)}`],
  [{ login: 7 }, 'sign-in:10.0.0.1:'],
  [{}, 'sign-in:10.0.0.1:'],
  [null, 'sign-in:10.0.0.1:'],
  ['login', 'sign-in:10.0.0.1:'],
  [undefined, 'sign-in:10.0.0.1:'],
])('tries with the body %p count under %p', (body, key) => {
  expect(triesKey({ ip: '10.0.0.1', body } as Request)).toBe(key);
});

test('without an address tries count together', () => {
  expect(triesKey({ body: { login: 'ada' } } as Request)).toBe('sign-in:unknown:ada');
});

test('the throttler counts by that key and by nothing else', async () => {
  class Seen extends SignInThrottlerGuard {
    tracked = (request: Request): Promise<string> => this.getTracker(request);
    key = (tracker: string): string => this.generateKey(null, tracker);
  }
  const guard = Object.create(Seen.prototype) as Seen;
  const tracker = await Reflect.apply(Object.getPrototypeOf(Seen.prototype).getTracker, guard, [{ ip: '1.2.3.4', body: { login: 'b' } }]);
  expect(tracker).toBe('sign-in:1.2.3.4:b');
  expect(Reflect.apply(Object.getPrototypeOf(Seen.prototype).generateKey, guard, [null, tracker])).toBe(tracker);
});

describe('tries in the database', () => {
  let shop: TestShop;
  let storage: PgThrottlerStorage;
  beforeAll(async () => {
    shop = await TestShop.open({ demo: false });
    storage = new PgThrottlerStorage(shop.app.get(DataSource));
  });
  afterAll(() => shop.close());

  test('are free up to the limit, blocked above it, and tell how long', async () => {
    const seen = [];
    for (let i = 0; i < 4; i++) seen.push(await storage.increment('k', 60_000, 3));
    expect(seen.map(({ totalHits, isBlocked }) => [totalHits, isBlocked])).toEqual([
      [1, false],
      [2, false],
      [3, false],
      [4, true],
    ]);
    expect(seen[2].timeToBlockExpire).toBe(0);
    expect(seen[3].timeToBlockExpire).toBe(seen[3].timeToExpire);
    for (const { timeToExpire } of seen) {
      expect(timeToExpire).toBeGreaterThan(55);
      expect(timeToExpire).toBeLessThanOrEqual(60);
    }
  });

  test('of one key do not touch another; a right password ends its own', async () => {
    await storage.increment('a', 60_000, 3);
    expect((await storage.increment('b', 60_000, 3)).totalHits).toBe(1);
    await storage.forget('a');
    expect((await storage.increment('a', 60_000, 3)).totalHits).toBe(1);
    expect((await storage.increment('b', 60_000, 3)).totalHits).toBe(2);
  });

  test('begin again when their time is over, with a new time', async () => {
    await storage.increment('old', 60_000, 3);
    await storage.increment('old', 60_000, 3);
    await shop.sql(`update sign_in_tries set until = now() - interval '1 second' where key = 'old'`);
    const again = await storage.increment('old', 30_000, 3);
    expect(again).toMatchObject({ totalHits: 1, isBlocked: false });
    expect(again.timeToExpire).toBeGreaterThan(25);
  });
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
    const sid = ({ headers }: typeof first): string => [headers['set-cookie']].flat()[0].split(';')[0];
    expect(sid(first)).not.toBe(sid(second));
    const old = await shop.anonymous().get('/api/auth/who').set('cookie', sid(first));
    expect(old.body.person).toBeNull();
    expect(second.body).toMatchObject({ person: { login: 'ben' }, needsSetup: false, demoPeople: [] });
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
      for (let i = 0; i < 4; i++)
        expect((await agent.post('/api/auth/sign-in').send({ login: 'edda', password: 'no' }).expect(401)).body.code).toBe('wrong-sign-in');
      await agent.post('/api/auth/sign-in').send({ login: 'edda', password: 'marram-demo' }).expect(200);
    }
    const setup = { name: 'Xavier', login: 'xavier', password: 'long enough', role: 'owner' };
    expect((await shop.anonymous().post('/api/auth/setup').send(setup).expect(403)).body.code).toBe('already-set-up');
  });
});
