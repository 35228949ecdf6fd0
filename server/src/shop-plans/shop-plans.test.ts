import { conflictsOn, wallOf } from '@pentimento/core/planning';
import { cardLibrary, DEFAULT_INTAKE, planFromTemplate, planOf, type PlanDocument } from '@pentimento/core/plan';
import { usualShop, type ShopCalendar } from '@pentimento/core/shop';
import { randomUUID } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import { TestShop } from '../test-support/test-shop.js';

const plan = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });
const two: ShopCalendar = {
  ...usualShop(),
  people: ['Ada Marsh', 'Ben Corrie'].map((name) => ({ id: name, name, skills: [], absent: [] })),
};

interface Asked {
  readonly id: string;
  readonly builds: { readonly id: string; readonly wantedBy: string | null; readonly fixed: boolean }[];
  readonly from: string;
  readonly replan: boolean;
  readonly seconds: number;
}
interface Found {
  readonly id: string;
  readonly version: number;
  readonly startDate: string;
  readonly plan: PlanDocument | null;
  readonly endMin: number;
  readonly lateMin: number;
}
interface Answer {
  readonly status: string;
  readonly words: string | null;
  readonly progress: { planned: number; toPlan: number; orders: number; byDueMin: number | null; foundMin: number | null };
  readonly found: Found[];
  readonly without: string[];
}

describe('plans of the whole shop', () => {
  let shop: TestShop;
  let agent: Awaited<ReturnType<TestShop['signedIn']>>;
  const ids: string[] = [];
  beforeAll(async () => {
    shop = await TestShop.open();
    agent = await shop.signedIn();
    const { body } = await agent.get('/api/shop/calendar').expect(200);
    await agent.put('/api/shop/calendar').send({ baseVersion: body.version, calendar: two }).expect(200);
    for (const name of ['First', 'Second', 'Third']) {
      const id = randomUUID();
      ids.push(id);
      await agent
        .post('/api/builds')
        .send({ id, name, part: name, note: '', plan: planOf({ ...plan, intake: DEFAULT_INTAKE }) })
        .expect(201);
    }
  });
  afterAll(() => shop.close());

  const asked = (change: Partial<Asked> = {}): Asked => ({
    id: randomUUID(),
    builds: ids.map((id) => ({ id, wantedBy: null, fixed: false })),
    from: '2026-11-30',
    replan: false,
    seconds: 5,
    ...change,
  });
  const get = async (id: string): Promise<Answer> => (await agent.get(`/api/shop/plans/${id}`).expect(200)).body;
  const until = async (id: string, so: (answer: Answer) => boolean): Promise<Answer> => {
    for (let i = 0; i < 600; i++) {
      const answer = await get(id);
      if (so(answer)) return answer;
      await wait(100);
    }
    throw new Error(`never so: ${JSON.stringify(await get(id))}`);
  };
  const ended = ({ status }: Answer): boolean => status !== 'waiting' && status !== 'at work';

  test('three builds that want the same two people get three weeks; the one that is wanted first comes first', async () => {
    const [a, b, c] = ids;
    const body = asked({
      builds: [
        { id: a, wantedBy: '2026-12-18', fixed: false },
        { id: b, wantedBy: '2026-12-11', fixed: false },
        { id: c, wantedBy: '2026-12-04', fixed: false },
      ],
    });
    await agent.post('/api/shop/plans').send(body).expect(201);
    const { status, found, without, progress } = await until(body.id, ended);
    expect({ status, without }).toEqual({ status: 'done', without: [] });
    const startOf = (id: string): string => found.find((one) => one.id === id)?.startDate ?? '';
    expect(startOf(c) < startOf(b) && startOf(b) < startOf(a)).toBe(true);
    expect(progress.foundMin).toBeLessThanOrEqual(progress.byDueMin ?? 0);
    const builds = found.map((one) => ({ id: one.id, name: one.id, plan: { ...planOf(plan), startDate: one.startDate } }));
    expect(conflictsOn(wallOf(builds, cardLibrary()), two)).toEqual([]);
    const list = (await agent.get('/api/shop/plans').expect(200)).body as { id: string; status: string }[];
    expect(list[0]).toMatchObject({ id: body.id, status: 'done' });
  });

  test('asked to plan anew, a build begins on a day on which it could not as it is', async () => {
    const [a] = ids;
    const body = asked({ builds: [{ id: a, wantedBy: '2026-12-03', fixed: false }], from: '2026-12-01', replan: true, seconds: 20 });
    await agent.post('/api/shop/plans').send(body).expect(201);
    const { found, progress } = await until(body.id, ended);
    expect(progress.planned).toBeGreaterThan(0);
    expect(found[0].startDate).toBe('2026-12-01');
    expect(found[0].plan?.startDate).toBe('2026-12-01');
  });

  test('stopped midway, what was found stays and nobody works at it any more', async () => {
    const body = asked({ replan: true, seconds: 300, builds: ids.map((id) => ({ id, wantedBy: '2026-12-01', fixed: false })) });
    await agent.post('/api/shop/plans').send(body).expect(201);
    await until(body.id, ({ progress }) => progress.planned > 0);
    await agent.post(`/api/shop/plans/${body.id}/stop`).expect(204);
    const { status, progress } = await get(body.id);
    expect(status).toBe('stopped');
    await wait(3000);
    expect((await get(body.id)).progress).toEqual(progress);
    await agent.post(`/api/shop/plans/${body.id}/stop`).expect(204);
  });

  test('the process that worked at it ends: another one goes on from where it was', async () => {
    const other = await shop.second();
    const body = asked({ replan: true, seconds: 40, builds: ids.map((id) => ({ id, wantedBy: '2026-12-01', fixed: false })) });
    await agent.post('/api/shop/plans').send(body).expect(201);
    const before = await until(body.id, ({ progress }) => progress.planned > 1);
    await other.close();
    const third = await shop.second();
    const after = await until(body.id, (answer) => ended(answer) || answer.progress.planned > before.progress.planned + 1);
    expect(after.progress.planned).toBeGreaterThan(before.progress.planned);
    await agent.post(`/api/shop/plans/${body.id}/stop`).expect(204);
    await third.close();
  });

  test('a build that was changed meanwhile is said, not overwritten', async () => {
    const body = asked();
    await shop.sql(`insert into shop_plan (id, asked, asked_by, asked_at, status, progress)
      select '${body.id}', '${JSON.stringify({ ...body, builds: body.builds.map((one) => ({ ...one, version: 7 })) })}', id, now(), 'waiting',
      '{"planned":0,"toPlan":0,"orders":0,"byDueMin":null,"foundMin":null}' from person where login = 'ada'`);
    await agent.post('/api/shop/plans').send(asked()).expect(201);
    await shop.sql(`insert into pgboss.job (name, data) values ('shop-plans', '{"id":"${body.id}"}')`);
    expect(await until(body.id, ended)).toMatchObject({ status: 'failed', words: expect.stringMatching(/changed or finished/) as string });
  });

  test('asked twice it is one; with another wish under the same id it is refused', async () => {
    const body = asked();
    await agent.post('/api/shop/plans').send(body).expect(201);
    await agent.post('/api/shop/plans').send(body).expect(201);
    await agent
      .post('/api/shop/plans')
      .send({ ...body, seconds: 6 })
      .expect(409);
    await until(body.id, ended);
  });

  test('refuses what nobody can plan: a build that is not there, one named twice, nothing that may move', async () => {
    const ask = (change: Partial<Asked>) => agent.post('/api/shop/plans').send(asked(change));
    await ask({ builds: [{ id: randomUUID(), wantedBy: null, fixed: false }] }).expect(422);
    await ask({ builds: [ids[0], ids[0]].map((id) => ({ id, wantedBy: null, fixed: false })) }).expect(422);
    await ask({ builds: ids.map((id) => ({ id, wantedBy: null, fixed: true })) }).expect(422);
    await ask({ seconds: 1 }).expect(400);
    await ask({ from: 'tomorrow' }).expect(400);
    await agent.get(`/api/shop/plans/${randomUUID()}`).expect(404);
    await agent.post(`/api/shop/plans/${randomUUID()}/stop`).expect(404);
  });

  test('the application works with the queue and cannot change its tables', async () => {
    await expect(shop.asApplication('create table pgboss.mine (id int)')).rejects.toThrow(/permission/);
    await expect(shop.asApplication('drop table pgboss.job')).rejects.toThrow(/owner/);
  });
});
