import { randomUUID } from 'node:crypto';
import { TestShop } from '../test-support/test-shop.js';

const test100 = { massG: 100, startC: 22, airC: 22, catalystPct: 1.5, gelMin: 19, peakC: 158, peakMin: 32, log: null, sensorLagS: 0 };

describe('cup tests', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await TestShop.open();
  });
  afterAll(() => shop.close());

  test('a test is kept once, with who made it, and cannot be changed', async () => {
    const agent = await shop.signedIn();
    const body = { id: randomUUID(), test: test100, source: 'by hand', note: 'paper cup' };
    await agent.post('/api/cards/iso_lam/cup-tests').send(body).expect(201);
    await agent.post('/api/cards/iso_lam/cup-tests').send(body).expect(201);
    const { body: tests } = await agent.get('/api/cards/iso_lam/cup-tests').expect(200);
    const mine = tests.filter(({ id }: { id: string }) => id === body.id);
    expect(mine).toHaveLength(1);
    expect(mine[0]).toMatchObject({ ...body, madeBy: 'Ada Marsh' });
    await expect(shop.sql(`update cup_test set note = 'x'`)).rejects.toThrow(/append-only/);
  });

  test.each<[string, object, number]>([
    ['a mass of nothing', { ...test100, massG: 0 }, 400],
    ['a log of unequal lengths', { ...test100, log: { timeS: [0, 1], tempC: [20] } }, 422],
    ['times that go back', { ...test100, log: { timeS: [0, 2, 1], tempC: [20, 21, 22] } }, 422],
    ['a log of words', { ...test100, log: { timeS: ['now'], tempC: [20] } }, 400],
  ])('%s is refused', async (_what, test, status) => {
    const agent = await shop.signedIn();
    await agent.post('/api/cards/iso_lam/cup-tests').send({ id: randomUUID(), test, source: 'file', note: '' }).expect(status);
  });

  test('only resins are tested', async () => {
    const agent = await shop.signedIn();
    await agent.post('/api/cards/mdf/cup-tests').send({ id: randomUUID(), test: test100, source: 'file', note: '' }).expect(404);
  });

  test('a laminate record is kept once with the plan it was logged in; another resin’s session is refused', async () => {
    const agent = await shop.signedIn();
    const { builds } = (await agent.get('/api/builds')).body;
    const build = builds.find((one: { name: string }) => one.name.startsWith('Radar dome petal'));
    const body = {
      id: randomUUID(),
      buildId: build.id,
      buildVersion: build.current.number,
      sessionIndex: 3,
      heightM: 0.003,
      log: { timeS: [0, 60, 120], tempC: [20, 21, 23] },
      note: 'probe in the middle',
    };
    for (let i = 0; i < 2; i++) await agent.post('/api/cards/iso_lam/laminate-records').send(body).expect(201);
    const mine = (await agent.get('/api/cards/iso_lam/laminate-records')).body.filter((one: { id: string }) => one.id === body.id);
    expect(mine).toHaveLength(1);
    expect(mine[0]).toMatchObject({ ...body, madeBy: 'Ada Marsh' });
    expect(mine[0].plan.sections[0].sessions[3].layers[0].cardId).toBe('iso_lam');
    const other = { ...body, id: randomUUID(), sessionIndex: 0 };
    expect((await agent.post('/api/cards/iso_lam/laminate-records').send(other).expect(422)).body.code).toBe('other-resin');
    await agent
      .post('/api/cards/iso_lam/laminate-records')
      .send({ ...body, id: randomUUID(), sessionIndex: 30 })
      .expect(404);
    await agent
      .post('/api/cards/iso_lam/laminate-records')
      .send({ ...body, id: randomUUID(), log: { timeS: [0, 1], tempC: [20] } })
      .expect(422);
    await expect(shop.sql(`delete from laminate_record`)).rejects.toThrow(/append-only/);
  });

  test('the stand-in logger streams readings, then says end; a cut stream goes on', async () => {
    const agent = await shop.signedIn();
    const path = '/api/logger/stand-in?cardId=pu_fast&massG=100&startC=22&seed=3&speed=2000';
    const whole = await agent.get(path).expect(200);
    expect(whole.headers['content-type']).toMatch(/event-stream/);
    const readings = whole.text.split('\n\n').filter((event) => /event: reading/.test(event));
    expect(readings.length).toBeGreaterThan(30);
    expect(whole.text).toMatch(/event: end/);
    const rest = await agent.get(path).set('last-event-id', '20').expect(200);
    expect(rest.text.split('\n\n').filter((event) => /event: reading/.test(event))).toHaveLength(readings.length - 21);
    await agent.get(path.replace('pu_fast', 'iso_lam')).expect(422);
    await shop.anonymous().get(path).expect(401);
  });
});
