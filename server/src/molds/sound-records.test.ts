import { randomUUID } from 'node:crypto';
import { planFromTemplate, planOf } from '@pentimento/core/plan';
import { TestShop } from '../test-support/test-shop.js';

const plan = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });

describe('records and numbers that hold', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await TestShop.open();
  });
  afterAll(() => shop.close());

  test('the mold after M-999 is M-1000, and the one after it M-1001', async () => {
    const agent = await shop.signedIn();
    await shop.sql(`select setval('mold_number', 998)`);
    const numbers: string[] = [];
    for (let i = 0; i < 3; i++) {
      const id = randomUUID();
      await agent
        .post('/api/builds')
        .send({ id, name: 'Cover', part: 'Cover', note: '', plan: planOf(plan) })
        .expect(201);
      const { body } = await agent
        .post(`/api/builds/${id}/finish`)
        .send({ moldId: randomUUID(), hand: 'none', releaseProgramId: 'paste-wax', reason: 'Gate signed on paper' })
        .expect(200);
      numbers.push(body.number);
    }
    expect(numbers).toEqual(['M-999', 'M-1000', 'M-1001']);
  });

  test('a mistaken treatment is taken back like a pull, once; a counter-entry cannot be', async () => {
    const agent = await shop.signedIn();
    const [{ id: moldId }]: { id: string }[] = (await agent.get('/api/molds')).body.molds;
    const treatment = { id: randomUUID(), at: '2026-11-21T11:00:00.000Z', kind: 'full', note: '' };
    await agent.post(`/api/molds/${moldId}/treatments`).send(treatment).expect(201);
    const undo = { id: randomUUID(), note: 'other mold' };
    const path = `/api/molds/${moldId}/treatments`;
    const { body } = await agent.post(`${path}/${treatment.id}/undo`).send(undo).expect(201);
    expect(body.id).toBe(moldId);
    const [first] = (await agent.get(`/api/molds/${moldId}/records`)).body.records;
    expect(first).toMatchObject({ id: undo.id, reverses: treatment.id, kind: 'treatment', treatment: 'full' });
    await agent.post(`${path}/${treatment.id}/undo`).send(undo).expect(201);
    const again = await agent.post(`${path}/${treatment.id}/undo`).send({ id: randomUUID(), note: '' }).expect(409);
    expect(again.body.code).toBe('already-undone');
    expect((await agent.post(`${path}/${undo.id}/undo`).send({ id: randomUUID(), note: '' }).expect(422)).body.code).toBe('not-a-treatment');
    await agent.post(`${path}/${randomUUID()}/undo`).send({ id: randomUUID(), note: '' }).expect(404);
    const own = { ...treatment, id: randomUUID() };
    await agent.post(path).send(own).expect(201);
    await shop.sql(`update person set role = 'apprentice' where login = 'cleo'`);
    const cleo = await shop.signedIn('cleo');
    await cleo.post(`${path}/${own.id}/undo`).send({ id: randomUUID(), note: '' }).expect(403);
  });

  test('no pull before the mold existed', async () => {
    const agent = await shop.signedIn();
    const [{ id: moldId, finishedAt }]: { id: string; finishedAt: string }[] = (await agent.get('/api/molds')).body.molds;
    const at = (minutes: number): string => new Date(Date.parse(finishedAt) + minutes * 60_000).toISOString();
    const pull = (minutes: number) => agent.post(`/api/molds/${moldId}/pulls`).send({ id: randomUUID(), at: at(minutes), ease: 2, note: '' });
    expect((await pull(-11).expect(422)).body.code).toBe('before-the-mold');
    await pull(-9).expect(201);
  });

  test('a pull, a treatment, an undo sent again is the same one; the same id saying something else is 409', async () => {
    const agent = await shop.signedIn();
    const [{ id: moldId }]: { id: string }[] = (await agent.get('/api/molds')).body.molds;
    const [{ id: taken }] = (await shop.sql('select id from pull where mold_id = $1 limit 1', [moldId])) as { id: string }[];
    const pull = { id: randomUUID(), at: '2026-11-20T10:00:00.000Z', ease: 2, note: '' };
    const post = (path: string, body: object, status: number) => agent.post(`/api/molds/${moldId}/${path}`).send(body).expect(status);
    await post('pulls', pull, 201);
    await post('pulls', pull, 201);
    for (const change of [{ ease: 3 }, { note: 'x' }, { at: '2026-11-20T10:00:01.000Z' }, { ease: null }])
      expect((await post('pulls', { ...pull, ...change }, 409)).body.code).toBe('id-taken');
    const treatment = { id: randomUUID(), at: '2026-11-20T11:00:00.000Z', kind: 'touch-up', note: '' };
    await post('treatments', treatment, 201);
    await post('treatments', treatment, 201);
    expect((await post('treatments', { ...treatment, kind: 'full' }, 409)).body.code).toBe('id-taken');
    // An id that belongs to a pull cannot become its own counter-entry.
    expect((await post(`pulls/${pull.id}/undo`, { id: taken, note: '' }, 409)).body.code).toBe('id-taken');
    const undo = { id: randomUUID(), note: 'slip' };
    await post(`pulls/${pull.id}/undo`, undo, 201);
    await post(`pulls/${pull.id}/undo`, undo, 201);
    expect((await post(`pulls/${pull.id}/undo`, { ...undo, note: 'other' }, 409)).body.code).toBe('id-taken');
    expect(await shop.sql('select count(*)::int as n from pull where id = $1', [pull.id])).toEqual([{ n: 1 }]);
  });
});

describe('accounts that hold', () => {
  test('of eight first visitors at once one becomes the owner', async () => {
    const shop = await TestShop.open({ demo: false });
    const tries = await Promise.all(
      Array.from({ length: 8 }, (_, i) =>
        shop
          .anonymous()
          .post('/api/auth/setup')
          .send({ name: 'Hal', login: `hal${String(i)}`, password: 'long enough', role: 'owner' }),
      ),
    );
    expect(tries.map(({ status }) => status).sort()).toEqual([200, ...Array<number>(7).fill(403)]);
    expect(await shop.sql('select count(*)::int as n from person')).toEqual([{ n: 1 }]);
    await shop.close();
  });

  test('of six people added at once under one name one is, the others are told', async () => {
    const shop = await TestShop.open();
    const ada = await shop.signedIn('ada');
    const added = await Promise.all(
      Array.from({ length: 6 }, () => ada.post('/api/people').send({ name: 'Gus', login: 'gus', password: 'long enough', role: 'toolmaker' })),
    );
    expect(added.map(({ status }) => status).sort()).toEqual([201, ...Array<number>(5).fill(409)]);
    expect(added.filter(({ status }) => status === 409).every(({ body }) => body.code === 'login-taken')).toBe(true);
    await shop.close();
  });

  test('the demo’s people are nobody outside the demo: not by password, not by an old session', async () => {
    const shop = await TestShop.open();
    const agent = await shop.signedIn('ada');
    const { body } = await agent.get('/api/auth/who');
    const outside = await shop.served({ demo: false });
    expect((await shop.anonymous(outside).post('/api/auth/sign-in').send({ login: 'ada', password: 'marram-demo' }).expect(401)).body.code).toBe(
      'wrong-sign-in',
    );
    await shop.anonymous(outside).post('/api/auth/demo-sign-in').send({ personId: body.person.id }).expect(403);
    const inside = await shop.anonymous().post('/api/auth/sign-in').send({ login: 'ben', password: 'marram-demo' });
    const cookie = [inside.headers['set-cookie']]
      .flat()
      .map((one) => one.split(';')[0])
      .join('; ');
    await shop.anonymous().get('/api/builds').set('cookie', cookie).expect(200);
    await shop.anonymous(outside).get('/api/builds').set('cookie', cookie).expect(401);
    await shop.close();
  });
});

describe('a database that goes away', () => {
  test('answers 503 with a hint, keeps the process alive, and goes on when it is back', async () => {
    const shop = await TestShop.open();
    const agent = await shop.signedIn();
    await agent.get('/api/builds').expect(200);
    await shop.databaseAway();
    for (const path of ['/api/builds', '/api/auth/who']) {
      const { body, headers } = await agent.get(path).expect(503);
      expect(headers['retry-after']).toBe('5');
      expect(body.code).toBe('database-away');
    }
    await shop.databaseBack();
    await agent.get('/api/builds').expect(200);
    await shop.close();
  });
});

describe('bodies that only cost time', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await TestShop.open();
  });
  afterAll(() => shop.close());

  test.each<[string, string, () => object]>([
    ['1201 unknown keys at the door', '/api/auth/sign-in', () => Object.fromEntries(Array.from({ length: 1201 }, (_, i) => [`k${String(i)}`, 1]))],
    [
      '300,000 empty sessions',
      '/api/builds',
      () => ({ id: randomUUID(), name: 'x', part: 'x', note: '', plan: { ...planOf(plan), sections: Array(300000).fill({}) } }),
    ],
    ['a name cut in half', '/api/builds', () => ({ id: randomUUID(), name: 'x\ud83e', part: 'x', note: '', plan: planOf(plan) })],
    ['a NUL in a note', '/api/builds', () => ({ id: randomUUID(), name: 'x', part: 'x', note: 'a\0', plan: planOf(plan) })],
  ])('%s: 400 in words, at once', async (_what, path, body) => {
    const agent = await shop.signedIn();
    const { status, text } = await agent.post(path).send(body());
    expect(status).toBe(400);
    expect(text.length).toBeLessThan(4000);
  });

  test('90,000 unknown keys at the door are not even read', async () => {
    const body = Object.fromEntries(Array.from({ length: 90000 }, (_, i) => [`k${String(i)}`, 1]));
    await shop.anonymous().post('/api/auth/sign-in').send(body).expect(413);
  });

  test('of many faults the first twenty are told', async () => {
    const agent = await shop.signedIn();
    const [section] = planOf(plan).sections;
    const bad = { ...planOf(plan), sections: [{ ...section, sessions: Array.from({ length: 40 }, () => ({ mood: 1 })) }] };
    const { body } = await agent.post('/api/builds').send({ id: randomUUID(), name: 'x', part: 'x', note: '', plan: bad }).expect(400);
    expect(body.fields).toHaveLength(20);
  });
});
