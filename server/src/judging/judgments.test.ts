import { DEFAULT_INTAKE, planFromTemplate, planOf } from '@pentimento/core/plan';
import { randomUUID } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import { TestShop } from '../test-support/test-shop.js';

const plan = planFromTemplate('polyester', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });

interface Head {
  readonly id: string;
  readonly status: string;
  readonly current: { readonly number: number };
  readonly head: { readonly hand: string; readonly sessions: number; readonly stack: readonly object[] } | null;
  readonly judging: boolean;
  readonly worst: { readonly level: string; readonly line: string } | null;
  readonly moments: readonly { readonly atMin: number; readonly what: string; readonly stepId: string }[];
}

describe('what a list shows of builds', () => {
  let shop: TestShop;
  let agent: Awaited<ReturnType<TestShop['signedIn']>>;
  beforeAll(async () => {
    shop = await TestShop.open();
    agent = await shop.signedIn();
  });
  afterAll(() => shop.close());

  const list = async (query = 'limit=200'): Promise<Head[]> => (await agent.get(`/api/builds?${query}`).expect(200)).body.builds;
  /** The list once nothing is being judged any more. */
  const settled = async (query?: string): Promise<Head[]> => {
    for (let i = 0; i < 300; i++) {
      const heads = await list(query);
      if (heads.every(({ judging }) => !judging)) return heads;
      await wait(100);
    }
    throw new Error('builds are still being judged');
  };
  const made = async (name: string, part: string, hand: 'left' | 'none' = 'none'): Promise<string> => {
    const id = randomUUID();
    await agent
      .post('/api/builds')
      .send({ id, name, part, note: '', plan: planOf({ ...plan, intake: { ...DEFAULT_INTAKE, hand } }) })
      .expect(201);
    return id;
  };
  const edition = async (id: string): Promise<number> => {
    const [row] = (await shop.sql('select edition from build where id = $1', [id])) as { edition: number }[];
    return row.edition;
  };

  test('every open build has its worst, its stack and its moments; no list holds a plan', async () => {
    const heads = await settled('finished=no&limit=200');
    expect(heads.length).toBeGreaterThan(5);
    for (const { head, worst, moments, status } of heads) {
      expect(head?.stack.length).toBeGreaterThan(0);
      expect(worst?.line).not.toBe('');
      expect(moments.some(({ what, stepId }) => what.startsWith('Demold') && stepId.startsWith('demold'))).toBe(true);
      expect(status).not.toBe('finished');
    }
    expect(JSON.stringify(heads)).not.toContain('cardVersions');
  });

  test('a build is judged once, and anew for another version', async () => {
    const id = await made('Plinth cover', 'Plinth cover');
    const own = (heads: Head[]): Head | undefined => heads.find((one) => one.id === id);
    const first = own(await settled());
    const kept = await edition(id);
    expect(own(await settled())).toEqual(first);
    expect(await edition(id)).toBe(kept);
    await agent
      .post(`/api/builds/${id}/versions`)
      .send({ baseVersion: 1, note: 'larger', plan: planOf({ ...plan, areaM2: 2 }) })
      .expect(201);
    expect(own(await settled())?.current.number).toBe(2);
    expect(await edition(id)).toBe(kept + 2);
  });

  test('by other rules every open build is judged anew', async () => {
    await settled();
    await shop.sql(`update build set judged_by = 'rules of yesterday', worst = '{"level":"ok","line":"as it was"}' where status <> 'finished'`);
    const before = await list('finished=no&limit=200');
    expect(before.every(({ judging }) => judging)).toBe(true);
    const after = await settled('finished=no&limit=200');
    expect(after.some(({ worst }) => worst?.line === 'as it was')).toBe(false);
  });

  test('another hand of the same part is judged anew; siblings are known by name and hand', async () => {
    const left = await made('Fender, left', 'Fender', 'left');
    await settled();
    const kept = await edition(left);
    const mirror = await made('Fender, mirror', 'Fender', 'left');
    await settled();
    expect(await edition(left)).toBe(kept + 2);
    const siblings = async (but: string): Promise<unknown> =>
      (await agent.get('/api/builds/siblings').query({ part: 'Fender', but }).expect(200)).body;
    expect(await siblings(mirror)).toEqual([{ name: 'Fender, left', hand: 'left' }]);
    expect(await siblings(randomUUID())).toHaveLength(2);
    await agent.get('/api/builds/siblings?part=Fender').expect(400);
  });

  test('found by name or part, cut into pages, in the reader’s units', async () => {
    const all = await settled();
    expect(await list('limit=2&offset=1')).toEqual(all.slice(1, 3));
    expect((await list('search=fender')).length).toBe(2);
    const us = (await list('units=us&limit=200')).map(({ worst }) => worst?.line ?? '');
    expect(us.join(' ')).not.toContain('°C');
    for (const wrong of ['units=leagues', 'finished=maybe', 'limit=500', 'offset=-1']) await agent.get(`/api/builds?${wrong}`).expect(400);
  });

  test('a list that did not change is not sent again; after a save it is', async () => {
    await settled();
    const tag = (await agent.get('/api/builds').expect(200)).headers.etag;
    await agent.get('/api/builds').set('if-none-match', tag).expect(304);
    await made('Sill', 'Sill');
    await agent.get('/api/builds').set('if-none-match', tag).expect(200);
  });

  test('heads that are missing are made at the next start', async () => {
    const [first] = await settled();
    await shop.sql('update build set head = null where id = $1', [first.id]);
    expect((await list()).find(({ id }) => id === first.id)?.head).toBeNull();
    await shop.second();
    expect((await list()).find(({ id }) => id === first.id)?.head).toEqual(first.head);
  });
});
