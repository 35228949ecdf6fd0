import 'reflect-metadata';
import { setTimeout as wait } from 'node:timers/promises';
import { ProblemException } from '../errors/problem.js';
import { TestShop } from '../test-support/test-shop.js';
import { Budget } from './hash-budget.js';

type Agent = Awaited<ReturnType<TestShop['signedIn']>>;

describe('the life of an account', () => {
  let shop: TestShop;
  let ada: Agent;
  beforeAll(async () => {
    shop = await TestShop.open();
    ada = await shop.signedIn('ada');
  });
  afterAll(() => shop.close());

  const idOf = async (login: string): Promise<string> => {
    const { body } = await ada.get('/api/people');
    return (body as { id: string; login: string }[]).find((one) => one.login === login)?.id ?? '';
  };
  const signIn = (login: string, password: string, agent = shop.anonymous()) => agent.post('/api/auth/sign-in').send({ login, password });
  const whatChanged = async (): Promise<string[]> => {
    const { body } = await ada.get('/api/people/changes').expect(200);
    return (body as { by: string; person: string; what: string; detail: string }[]).map(({ by, person, what, detail }) =>
      `${by}: ${person} ${what} ${detail}`.trim(),
    );
  };

  test('a new password ends the other sessions and needs the old one', async () => {
    const here = await shop.signedIn('ben');
    const there = await shop.signedIn('ben');
    const change = (body: object) => here.put('/api/people/me/password').send(body);
    expect((await change({ current: 'wrong', next: 'a tidal flat heron' }).expect(422)).body.code).toBe('wrong-password');
    expect((await change({ current: null, next: 'a tidal flat heron' }).expect(422)).body.code).toBe('wrong-password');
    expect((await change({ current: 'marram-demo', next: 'password2026' }).expect(422)).body.code).toBe('weak-password');
    expect((await change({ current: 'marram-demo', next: 'Ben Corrie 12' }).expect(422)).body.code).toBe('weak-password');
    expect((await change({ current: 'marram-demo', next: 'marram-demo' }).expect(422)).body.code).toBe('same-password');
    await there.get('/api/builds').expect(200);
    await change({ current: 'marram-demo', next: 'a tidal flat heron' }).expect(200);
    await here.get('/api/builds').expect(200);
    await there.get('/api/builds').expect(401);
    await signIn('ben', 'marram-demo').expect(401);
    await signIn('ben', 'a tidal flat heron').expect(200);
    expect(await whatChanged()).toContain('Ben Corrie: Ben Corrie password');
  });

  test('a one-time word opens nothing but a new password, and ends what was open', async () => {
    const cleo = await shop.signedIn('cleo');
    const { body: told } = await ada.post(`/api/people/${await idOf('cleo')}/one-time-word`).expect(201);
    expect(told.word).toMatch(/^([a-z2-9]{4}-){3}[a-z2-9]{4}$/);
    await cleo.get('/api/builds').expect(401);
    await signIn('cleo', 'marram-demo').expect(401);
    const { body } = await signIn('cleo', told.word as string, cleo).expect(200);
    expect(body.person.mustChange).toBe(true);
    expect((await cleo.get('/api/builds').expect(403)).body.code).toBe('change-password');
    await cleo.put('/api/people/me/password').send({ current: null, next: 'too short' }).expect(422);
    expect((await cleo.put('/api/people/me/password').send({ current: null, next: 'seven herons wade' }).expect(200)).body.mustChange).toBe(false);
    await cleo.get('/api/builds').expect(200);
    await signIn('cleo', told.word as string).expect(401);
    await signIn('cleo', 'seven herons wade').expect(200);
    expect(await whatChanged()).toContain('Ada Marsh: Cleo Strand one-time word');
  });

  test('a one-time word that is too old opens nothing', async () => {
    const { body } = await ada.post(`/api/people/${await idOf('dov')}/one-time-word`).expect(201);
    await shop.sql(`update person set word_until = now() - interval '1 second' where login = 'dov'`);
    await signIn('dov', body.word as string).expect(401);
  });

  test('a closed account is out at once and comes back with an opening', async () => {
    const finn = await shop.signedIn('finn');
    const id = await idOf('finn');
    expect((await ada.patch(`/api/people/${id}`).send({ account: 'closed' }).expect(200)).body.active).toBe(false);
    await finn.get('/api/builds').expect(401);
    await signIn('finn', 'marram-demo').expect(401);
    await shop.anonymous().post('/api/auth/demo-sign-in').send({ personId: id }).expect(403);
    expect((await ada.patch(`/api/people/${id}`).send({ account: 'open' }).expect(200)).body.active).toBe(true);
    await finn.get('/api/builds').expect(401);
    await signIn('finn', 'marram-demo').expect(200);
    expect(await whatChanged()).toEqual(expect.arrayContaining(['Ada Marsh: Finn Sallow closed', 'Ada Marsh: Finn Sallow opened again']));
  });

  test('another role holds from the next sign-in on; the same role changes nothing', async () => {
    const id = await idOf('edda');
    const edda = await shop.signedIn('edda');
    await ada.patch(`/api/people/${id}`).send({ role: 'toolmaker' }).expect(200);
    await edda.get('/api/builds').expect(200);
    await ada.patch(`/api/people/${id}`).send({ role: 'apprentice' }).expect(200);
    await edda.get('/api/builds').expect(401);
    const again = await shop.signedIn('edda');
    const { body } = await again.post('/api/builds').send({}).expect(403);
    expect(body.detail).toBe('As an apprentice you may not make builds and save plans. Ask an owner or a toolmaker.');
    expect(await whatChanged()).toContain('Ada Marsh: Edda Rush role toolmaker to apprentice');
    await ada.patch(`/api/people/${id}`).send({ role: 'toolmaker' }).expect(200);
  });

  test('an apprentice takes back an own pull, not another’s', async () => {
    await ada
      .patch(`/api/people/${await idOf('edda')}`)
      .send({ role: 'apprentice' })
      .expect(200);
    const edda = await shop.signedIn('edda');
    const [mold] = (await edda.get('/api/molds')).body.molds as { id: string }[];
    const log = (await edda.get(`/api/molds/${mold.id}/records`)).body.records as {
      id: string;
      kind: string;
      reverses: string | null;
      madeBy: string;
    }[];
    const others = log.find(({ kind, madeBy, reverses }) => kind === 'pull' && madeBy !== 'Edda Rush' && reverses === null)?.id ?? '';
    const undo = (pullId: string, id: string) => edda.post(`/api/molds/${mold.id}/pulls/${pullId}/undo`).send({ id, note: 'Mistyped.' });
    expect((await undo(others, 'b1e7ad3a-93a5-4f0e-8d07-6c2f4e5b7a01').expect(403)).body.code).toBe('not-allowed');
    const own = 'b1e7ad3a-93a5-4f0e-8d07-6c2f4e5b7a02';
    await edda.post(`/api/molds/${mold.id}/pulls`).send({ id: own, at: '2026-11-24T08:00:00Z', ease: 2, note: '' }).expect(201);
    await undo(own, 'b1e7ad3a-93a5-4f0e-8d07-6c2f4e5b7a03').expect(201);
  });

  test('signing out everywhere ends every session', async () => {
    const [one, two] = [await shop.signedIn('finn'), await shop.signedIn('finn')];
    await one.post('/api/people/me/sign-out-everywhere').expect(204);
    await one.get('/api/builds').expect(401);
    await two.get('/api/builds').expect(401);
    expect((await two.get('/api/auth/who')).body.person).toBeNull();
  });

  test('the last owner cannot go, not even when two go at once', async () => {
    const own = await idOf('ada');
    expect((await ada.patch(`/api/people/${own}`).send({ role: 'toolmaker' }).expect(409)).body.code).toBe('last-owner');
    expect((await ada.patch(`/api/people/${own}`).send({ account: 'closed' }).expect(409)).body.code).toBe('last-owner');
    const ben = await idOf('ben');
    await ada.patch(`/api/people/${ben}`).send({ role: 'owner' }).expect(200);
    const both = await Promise.all([own, ben].map((id) => ada.patch(`/api/people/${id}`).send({ account: 'closed' })));
    const owners = await shop.sql(`select login from person where role = 'owner' and active`);
    expect(owners).toHaveLength(1);
    expect(both.filter(({ status }) => status === 200)).toHaveLength(1);
  });

  test('the record of rights cannot be changed', async () => {
    await expect(shop.sql(`update rights_change set detail = 'x'`)).rejects.toThrow('append-only');
    await expect(shop.sql(`delete from rights_change`)).rejects.toThrow('append-only');
  });
});

test('more work than the budget waits its turn, and what is too much is sent away', async () => {
  const budget = new Budget(2, 3);
  let running = 0;
  let most = 0;
  const work = (i: number) => async (): Promise<number> => {
    most = Math.max(most, (running += 1));
    await wait(5);
    running -= 1;
    if (i === 1) throw new Error('failed');
    return i;
  };
  const answers = await Promise.all(
    Array.from({ length: 7 }, (_, i) =>
      budget.run(work(i)).catch((error: unknown) => (error instanceof ProblemException ? error.getStatus() : 'failed')),
    ),
  );
  expect(answers).toEqual([0, 'failed', 2, 3, 4, 503, 503]);
  expect(most).toBe(2);
  expect(await budget.run(work(9))).toBe(9);
});
