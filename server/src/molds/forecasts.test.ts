import { statesNow, type MoldEvent, type PullState } from '@pentimento/core/forecast';
import { randomUUID } from 'node:crypto';
import { DataSource } from 'typeorm';
import { TestShop } from '../test-support/test-shop.js';
import { RECORDS } from './forecasts.service.js';

interface Band {
  readonly p10: number;
  readonly p50: number;
  readonly p90: number;
}
interface Told {
  readonly older: boolean;
  readonly pFight: number;
  readonly pullsLeft: Band;
  readonly fan: readonly Band[];
  readonly afterCoat: number;
  readonly afterFull: number;
  readonly pullsPerDay: number | null;
  readonly graded: number;
}

interface Row {
  readonly id: string;
  readonly before: PullState;
  readonly events: MoldEvent[] | null;
}

describe('when molds will stick', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await TestShop.open();
  });
  afterAll(() => shop.close());

  type Agent = Awaited<ReturnType<TestShop['signedIn']>>;
  const idOf = async (agent: Agent, part: string): Promise<string> => {
    const { molds }: { molds: { id: string; part: string }[] } = (await agent.get('/api/molds').expect(200)).body;
    return molds.find((mold) => mold.part === part)!.id;
  };
  /** Once it is as new as the records. */
  const told = async (agent: Agent, id: string): Promise<Told> => {
    for (;;) {
      const { body }: { body: Told } = await agent.get(`/api/molds/${id}/forecast`).expect(200);
      if (!body.older) return body;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  };

  test('every mold with its band; the one in trouble is likely to fight, a strip helps it, and the rack says so of it alone', async () => {
    const ada = await shop.signedIn('ada');
    const { molds }: { molds: { id: string }[] } = (await ada.get('/api/molds').expect(200)).body;
    for (const { id } of molds) {
      const { pFight, pullsLeft, fan } = await told(ada, id);
      expect(pFight).toBeGreaterThan(0);
      expect(pFight).toBeLessThan(1);
      for (const { p10, p50, p90 } of [pullsLeft, ...fan]) expect([p10, p50, p90]).toEqual([p10, p50, p90].sort((a, b) => a - b));
      expect(fan[0].p50).toBe(pFight);
    }
    const tub = await idOf(ada, 'Sauna bath tub');
    const trouble = await told(ada, tub);
    expect(trouble.pFight).toBeGreaterThan(0.6);
    expect(trouble.afterFull).toBeLessThan(0.2);
    const kept = await told(ada, await idOf(ada, 'Weather radar petal'));
    expect(kept.pFight).toBeLessThan(0.1);
    expect(kept.graded).toBeGreaterThan(50);
    expect(kept.pullsPerDay).toBeGreaterThan(0);
    const likely = (await ada.get('/api/molds/likely-to-fight').expect(200)).body;
    expect(likely).toEqual({ older: false, molds: [{ id: tub, pFight: trouble.pFight }] });
    await ada.get(`/api/molds/${randomUUID()}/forecast`).expect(404);
  });

  test('a pull that fought makes the next one likelier to; taken back it counts no more', async () => {
    const ada = await shop.signedIn('ada');
    const id = await idOf(ada, 'Plinth cover');
    const chance = async (): Promise<number> => (await told(ada, id)).pFight;
    const before = await chance();
    const pull = { id: randomUUID(), at: '2026-11-24T09:00:00.000Z', ease: 5, note: '' };
    await ada.post(`/api/molds/${id}/pulls`).send(pull).expect(201);
    expect(await chance()).toBeGreaterThan(before);
    await ada.post(`/api/molds/${id}/pulls/${pull.id}/undo`).send({ id: randomUUID(), note: 'mistaken' }).expect(201);
    expect(await chance()).toBeCloseTo(before, 6);
  });

  test('a process that began just now answers the list, older and empty until it knows, then as the others do', async () => {
    const ada = await shop.signedIn('ada');
    await told(ada, await idOf(ada, 'Sauna bath tub'));
    const known = (await ada.get('/api/molds/likely-to-fight').expect(200)).body;
    const fresh = await shop.signedIn('ada', await shop.second());
    for (;;) {
      const { body } = await fresh.get('/api/molds/likely-to-fight').expect(200);
      if (!body.older) {
        expect(body).toEqual(known);
        break;
      }
      expect(body.molds).toEqual([]);
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  });

  test('a pull is told of at once, by the mold’s own record, while every mold is fitted anew', async () => {
    const ada = await shop.signedIn('ada');
    const id = await idOf(ada, 'Plinth cover');
    const before = await told(ada, id);
    for (let pull = 0; pull < 3; pull++)
      await ada
        .post(`/api/molds/${id}/pulls`)
        .send({ id: randomUUID(), at: `2026-11-24T1${String(pull)}:00:00.000Z`, ease: 5, note: '' })
        .expect(201);
    const { body: now }: { body: Told } = await ada.get(`/api/molds/${id}/forecast`).expect(200);
    expect(now.older).toBe(true);
    expect(now.graded).toBe(before.graded + 3);
    expect(now.pFight).toBeGreaterThan(before.pFight + 0.05);
    // Near what the fit of all says afterwards.
    expect(Math.abs((await told(ada, id)).pFight - now.pFight)).toBeLessThan(0.15);
  });

  test('a mold of which only the newest records are read stands where the whole record leaves it', async () => {
    const read = (most: number): Promise<Row[]> => shop.app.get(DataSource).query(RECORDS, [most]);
    const [whole, cut] = [await read(100_000), await read(7)];
    expect(cut.map(({ id }) => id)).toEqual(whole.map(({ id }) => id));
    whole.forEach(({ before, events }, i) => {
      // Molds that were there before their record brought pulls along.
      if (events) expect(before).toEqual({ sinceNew: 0, sinceFull: 0, sinceCoat: 0 });
      else expect(before.sinceNew).toBeGreaterThan(0);
      const now = (row: Row): PullState[] =>
        statesNow({ id: row.id, program: '', partHeatC: 25, zones: ['whole'], before: row.before, events: row.events ?? [] });
      expect(cut[i].events ?? []).toHaveLength(Math.min(7, (events ?? []).length));
      expect(now(cut[i])).toEqual(now(whole[i]));
    });
  });

  test('a mold made a moment ago is told of at once, without a fit for every mold that is not there', async () => {
    const ada = await shop.signedIn('ada');
    await told(ada, await idOf(ada, 'Plinth cover'));
    const id = randomUUID();
    await shop.sql(`
      insert into mold (id, number, part, hand, release_program_id, finished_by, finished_at, standing, sections, facts)
      select '${id}', 'M-999', part, hand, release_program_id, finished_by, finished_at, standing, sections, facts from mold where part = 'Plinth cover'
    `);
    const { body } = await ada.get(`/api/molds/${id}/forecast`).expect(200);
    expect(body).toMatchObject({ id, graded: 0 });
    await ada.get(`/api/molds/${randomUUID()}/forecast`).expect(404);
  });
});
