import { randomUUID } from 'node:crypto';
import { judgeStanding, type MoldStanding } from '@pentimento/core/service';
import { TestShop } from '../test-support/test-shop.js';

interface LogRecord {
  readonly id: string;
  readonly at: string;
  readonly kind: string;
  readonly reverses: string | null;
  readonly struck: boolean;
}

describe('molds in service', () => {
  let shop: TestShop;
  let moldId: string;
  beforeAll(async () => {
    shop = await TestShop.open();
    moldId = (await (await shop.signedIn()).get('/api/molds')).body.molds[0].id;
  });
  afterAll(() => shop.close());

  /** A record of the logbook, looked for page by page. */
  const recordOf = async (agent: Awaited<ReturnType<TestShop['signedIn']>>, is: (record: LogRecord) => boolean): Promise<LogRecord | undefined> => {
    for (let after: string | null = ''; after !== null;) {
      const { body }: { body: { records: LogRecord[]; next: string | null } } = await agent.get(`/api/molds/${moldId}/records${after}`).expect(200);
      const found = body.records.find(is);
      if (found) return found;
      after = body.next && `?after=${encodeURIComponent(body.next)}`;
    }
    return undefined;
  };

  const pull = (id = randomUUID()): object => ({ id, at: '2026-11-20T09:00:00.000Z', ease: 2, note: '' });

  test('a pull posted twice counts once, through two servers', async () => {
    const one = await shop.signedIn('dov');
    const two = await shop.signedIn('dov', await shop.second());
    const before: number = (await one.get(`/api/molds/${moldId}`)).body.pulls.length;
    const standing: { pullsSinceNew: number } = (await one.get(`/api/molds/${moldId}`)).body.standing;
    const record = pull();
    await Promise.all([
      one.post(`/api/molds/${moldId}/pulls`).send(record).expect(201),
      two.post(`/api/molds/${moldId}/pulls`).send(record).expect(201),
    ]);
    const { body } = await one.get(`/api/molds/${moldId}`);
    expect(body.pulls).toHaveLength(before + 1);
    expect(body.standing.pullsSinceNew).toBe(standing.pullsSinceNew + 1);
    expect(await recordOf(one, (r) => r.id === Object(record).id)).toMatchObject({ ...record, kind: 'pull', madeBy: 'Dov Tansy', reverses: null });
  });

  test('a mistaken pull is taken back once, by a counter-entry', async () => {
    const agent = await shop.signedIn();
    const id = randomUUID();
    await agent.post(`/api/molds/${moldId}/pulls`).send(pull(id));
    const undo = { id: randomUUID(), note: 'wrong mold' };
    const before = (await agent.get(`/api/molds/${moldId}`)).body.standing.pullsSinceNew;
    const { body } = await agent.post(`/api/molds/${moldId}/pulls/${id}/undo`).send(undo).expect(201);
    expect(body.standing.pullsSinceNew).toBe(before - 1);
    expect(await recordOf(agent, (r) => r.id === id)).toMatchObject({ struck: true });
    expect(await recordOf(agent, (r) => r.reverses === id)).toMatchObject({ note: 'wrong mold', struck: false });
    await agent.post(`/api/molds/${moldId}/pulls/${id}/undo`).send(undo).expect(201);
    expect((await agent.post(`/api/molds/${moldId}/pulls/${id}/undo`).send({ id: randomUUID(), note: '' }).expect(409)).body.code).toBe(
      'already-undone',
    );
    await agent.post(`/api/molds/${moldId}/pulls/${undo.id}/undo`).send({ id: randomUUID(), note: '' }).expect(422);
  });

  test('records cannot be changed or deleted, not even in the database', async () => {
    await expect(shop.sql('update pull set ease = 1')).rejects.toThrow('append-only');
    await expect(shop.sql('delete from treatment')).rejects.toThrow('append-only');
    await expect(shop.sql(`update build_version set note = 'x'`)).rejects.toThrow('append-only');
  });

  test.each([
    ['an ease of six', { ease: 6 }, 400],
    ['no ease said at all', { ease: undefined }, 400],
    ['a date that is none', { at: 'yesterday' }, 400],
    ['a pull of tomorrow', { at: new Date(Date.now() + 86400000).toISOString() }, 422],
    ['an id that is none', { id: '7' }, 400],
  ])('refuses %s', async (_what, wrong, status) => {
    const agent = await shop.signedIn();
    await agent
      .post(`/api/molds/${moldId}/pulls`)
      .send({ ...pull(), ...wrong })
      .expect(status);
  });

  test('an id used for another mold is refused; a mold that is not there is 404', async () => {
    const agent = await shop.signedIn();
    const other: string = (await agent.get('/api/molds')).body.molds[1].id;
    const record = pull();
    await agent.post(`/api/molds/${moldId}/pulls`).send(record).expect(201);
    expect((await agent.post(`/api/molds/${other}/pulls`).send(record).expect(409)).body.code).toBe('id-taken');
    await agent.post(`/api/molds/${randomUUID()}/pulls`).send(pull()).expect(404);
  });

  test('a treatment is kept with who and what', async () => {
    const agent = await shop.signedIn('edda');
    const id = randomUUID();
    const { body } = await agent
      .post(`/api/molds/${moldId}/treatments`)
      .send({ id, at: '2026-11-20T10:00:00.000Z', kind: 'full', note: 'lot 12' })
      .expect(201);
    expect(body.standing).toMatchObject({ treated: true });
    expect(await recordOf(agent, (r) => r.id === id)).toMatchObject({ kind: 'treatment', treatment: 'full', note: 'lot 12', madeBy: 'Edda Rush' });
  });

  test('the logbook comes in pages, newest first, without a gap or a double', async () => {
    const agent = await shop.signedIn();
    const ids: string[] = [];
    const times: string[] = [];
    let pages = 0;
    for (let after: string | null = ''; after !== null; pages++) {
      const { body }: { body: { records: LogRecord[]; next: string | null } } = await agent.get(`/api/molds/${moldId}/records${after}`).expect(200);
      expect(body.records.length).toBeLessThanOrEqual(40);
      ids.push(...body.records.map(({ id }) => id));
      times.push(...body.records.map(({ at }) => at));
      after = body.next && `?after=${encodeURIComponent(body.next)}`;
    }
    const [{ n }] = (await shop.sql(
      `select ((select count(*) from pull where mold_id = $1) + (select count(*) from treatment where mold_id = $1)
         + (select count(*) from mold_entry where mold_id = $1))::int as n`,
      [moldId],
    )) as { n: number }[];
    expect([ids.length, new Set(ids).size, pages > 2]).toEqual([n, n, true]);
    expect(times).toEqual([...times].sort().reverse());
    await agent.get(`/api/molds/${moldId}/records?after=yesterday_x`).expect(400);
    await agent.get(`/api/molds/${randomUUID()}/records`).expect(404);
  });

  test('the rack is found by number or part, counted, and cut into pages; what is due comes first', async () => {
    const agent = await shop.signedIn();
    const { body } = await agent.get('/api/molds').expect(200);
    expect(body.total).toBe(body.molds.length);
    const levels = body.molds.map(
      (mold: { releaseProgramId: string; standing: MoldStanding }) => judgeStanding(mold.releaseProgramId, mold.standing).level,
    );
    const urgency = { stop: 0, care: 1, ok: 2 };
    const order = levels.map((level: 'stop' | 'care' | 'ok') => urgency[level]);
    expect(order).toEqual([...order].sort());
    expect(body.due).toBe(levels.filter((level: string) => level === 'stop').length);
    const two = await agent.get('/api/molds?limit=2&offset=1').expect(200);
    expect(two.body.molds).toEqual(body.molds.slice(1, 3));
    expect((await agent.get('/api/molds?search=sauna').expect(200)).body).toMatchObject({ total: 1, molds: [{ part: 'Sauna bath tub' }] });
    expect((await agent.get('/api/molds?search=m-00').expect(200)).body.total).toBe(6);
    await shop.sql(`update mold set place = 'Kältekammer', customer = 'ÖSTRAND Öfen' where part = 'Sauna bath tub'`);
    for (const search of ['KÄLTE', 'östrand ö', 'SAUNA BATH']) expect((await agent.get('/api/molds').query({ search })).body.total).toBe(1);
    for (const search of ['%', '_', '\\\\']) expect((await agent.get('/api/molds').query({ search }).expect(200)).body.total).toBe(0);
    for (const wrong of ['limit=0', 'limit=201', 'limit=x', 'offset=-1', 'order=color']) await agent.get(`/api/molds?${wrong}`).expect(400);
  });

  test('a rack that did not change is not sent again; after a pull it is', async () => {
    const agent = await shop.signedIn();
    const tag = (await agent.get('/api/molds').expect(200)).headers.etag;
    await agent.get('/api/molds').set('if-none-match', tag).expect(304);
    await agent.get('/api/molds?search=sauna').set('if-none-match', tag).expect(200);
    await agent.post(`/api/molds/${moldId}/pulls`).send(pull()).expect(201);
    await agent.get('/api/molds').set('if-none-match', tag).expect(200);
  });

  test('of twenty pulls at once through two servers every one is in the standing', async () => {
    const agents = await Promise.all([shop.signedIn('dov'), shop.signedIn('edda', await shop.second())]);
    const standing = async (): Promise<MoldStanding> => (await agents[0].get(`/api/molds/${moldId}`)).body.standing;
    const before = await standing();
    await Promise.all(Array.from({ length: 20 }, (_, i) => agents[i % 2].post(`/api/molds/${moldId}/pulls`).send(pull()).expect(201)));
    expect((await standing()).pullsSinceNew).toBe(before.pullsSinceNew + 20);
  });

  test('a mold that nobody summed up is summed up at the next start', async () => {
    const agent = await shop.signedIn();
    const kept = (await agent.get(`/api/molds/${moldId}`)).body.standing;
    await shop.sql('update mold set standing = null where id = $1', [moldId]);
    expect((await agent.get(`/api/molds/${moldId}`)).body.standing.pullsSinceNew).toBe(0);
    await shop.second();
    expect((await agent.get(`/api/molds/${moldId}`)).body.standing).toEqual(kept);
  });
});
