import { DEFAULT_INTAKE, planFromTemplate, planOf } from '@pentimento/core/plan';
import { randomUUID } from 'node:crypto';
import { TestShop } from '../test-support/test-shop.js';

const plan = planFromTemplate('polyester', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });

interface Worst {
  readonly buildId: string;
  readonly number: number;
  readonly level: string | null;
  readonly line: string;
}

describe('the worst of each build', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await TestShop.open();
  });
  afterAll(() => shop.close());

  const count = async (): Promise<number> => {
    const [row] = (await shop.sql('select count(*)::int as n from judgment')) as { n: number }[];
    return row.n;
  };

  test('every open build has a line; it is worked out once, and anew for another version', async () => {
    const agent = await shop.signedIn();
    const id = randomUUID();
    await agent
      .post('/api/builds')
      .send({ id, name: 'Plinth cover', part: 'Plinth cover', note: '', plan: planOf(plan) })
      .expect(201);
    const ask = async (): Promise<Worst[]> => (await agent.get('/api/builds/worst?units=metric').expect(200)).body;
    const first = await ask();
    const open = (await agent.get('/api/builds')).body.filter(({ status }: { status: string }) => status !== 'finished');
    expect(new Set(first.map(({ buildId }) => buildId))).toEqual(new Set(open.map((build: { id: string }) => build.id)));
    for (const { level, line } of first) if (level !== null) expect(line).not.toBe('');
    const kept = await count();
    expect(await ask()).toEqual(first);
    expect(await count()).toBe(kept);
    const hot = { ...plan, areaM2: 2 };
    await agent
      .post(`/api/builds/${id}/versions`)
      .send({ baseVersion: 1, note: 'larger', plan: planOf(hot) })
      .expect(201);
    expect((await ask()).find(({ buildId }) => buildId === id)?.number).toBe(2);
    expect(await count()).toBe(kept + 1);
  });

  test('another hand of the same part is judged anew', async () => {
    const agent = await shop.signedIn();
    const [a, b] = [randomUUID(), randomUUID()];
    const left = { ...plan, intake: { ...DEFAULT_INTAKE, hand: 'left' as const } };
    await agent
      .post('/api/builds')
      .send({ id: a, name: 'Fender, left', part: 'Fender', note: '', plan: planOf(left) })
      .expect(201);
    await agent.get('/api/builds/worst?units=us').expect(200);
    const before = await count();
    await agent
      .post('/api/builds')
      .send({ id: b, name: 'Fender, mirror', part: 'Fender', note: '', plan: planOf(left) })
      .expect(201);
    await agent.get('/api/builds/worst?units=us').expect(200);
    expect(await count()).toBe(before + 2);
  });

  test('units are asked for', async () => {
    const agent = await shop.signedIn();
    await agent.get('/api/builds/worst').expect(400);
    await agent.get('/api/builds/worst?units=leagues').expect(400);
  });
});
