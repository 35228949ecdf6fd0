import { randomUUID } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import { Client } from 'pg';
import { BuildsService } from '../builds/builds.service.js';
import { MoldsService } from '../molds/molds.service.js';
import { TestShop } from '../test-support/test-shop.js';

/** Until an answer that was just read is kept [ms]: it is kept after it was given. */
const KEPT_MS = 150;

describe('an answer is given again while nothing was committed', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await TestShop.open();
  });
  afterAll(() => shop.close());

  const pull = (): object => ({ id: randomUUID(), at: '2026-11-20T09:00:00.000Z', ease: 2, note: '' });
  interface Rack {
    readonly molds: { readonly id: string; readonly part: string; readonly standing: { readonly pullsSinceNew: number } }[];
  }
  type Agent = Awaited<ReturnType<TestShop['signedIn']>>;
  const rack = async (agent: Agent): Promise<Rack> =>
    (
      await agent
        .get('/api/molds')
        .expect(200)
        .expect('content-type', /application\/json/)
    ).body;
  const pulls = async (agent: Agent, id: string): Promise<number | undefined> =>
    (await rack(agent)).molds.find((mold) => mold.id === id)?.standing.pullsSinceNew;

  /** Asked until it is given again without being read; other test files commit to the same PostgreSQL meanwhile. */
  const givenAgain = async (ask: () => Promise<unknown>): Promise<boolean> => {
    const read = jest.spyOn(shop.app.get(MoldsService), 'rack');
    let again = false;
    for (let tries = 0; tries < 100 && !again; tries++) {
      await ask();
      await wait(10);
      read.mockClear();
      await ask();
      again = read.mock.calls.length === 0;
    }
    read.mockRestore();
    return again;
  };

  test('read once for who asks twice, whoever it is; anew after a record of another process', async () => {
    const [ada, kit, dov] = [await shop.signedIn('ada'), await shop.signedIn('dov'), await shop.signedIn('dov', await shop.second())];
    const first = await rack(ada);
    expect(await givenAgain(() => rack(ada))).toBe(true);
    expect(await rack(ada)).toEqual(first);
    expect(await rack(kit)).toEqual(first);
    const [{ id, standing }] = first.molds;
    await dov.post(`/api/molds/${id}/pulls`).send(pull()).expect(201);
    expect(await pulls(ada, id)).toBe(standing.pullsSinceNew + 1);
  });

  test('a list of an edition that this process gave before is not read again, whatever else was committed; after a change of its own it is', async () => {
    const ada = await shop.signedIn('ada');
    const builds = async (): Promise<{ builds: { id: string; judging: boolean; current: { madeBy: string } }[] }> =>
      (await ada.get('/api/builds?finished=no').expect(200)).body;
    const tagged = async (): Promise<string> => (await ada.get('/api/builds?finished=no').expect(200)).headers.etag;
    while ((await builds()).builds.some(({ judging }) => judging)) await wait(KEPT_MS);
    const read = jest.spyOn(shop.app.get(BuildsService), 'list');
    const other = async (): Promise<void> => {
      await ada
        .post(`/api/molds/${(await rack(ada)).molds[0].id}/pulls`)
        .send(pull())
        .expect(201);
    };
    // Other test files commit to the same PostgreSQL meanwhile: what is read while they do is not kept.
    let again = false;
    for (let tries = 0; tries < 100 && !again; tries++) {
      await builds();
      await wait(KEPT_MS / 10);
      await other();
      read.mockClear();
      await builds();
      again = read.mock.calls.length === 0;
    }
    expect(again).toBe(true);
    const [before, tag] = [await builds(), await tagged()];
    await ada.get('/api/builds?finished=no').set('if-none-match', tag).expect(304);
    await shop.sql(`update person set name = 'Ada Marsh-Reed' where login = 'ada'`);
    expect(JSON.stringify(await builds())).toContain('Ada Marsh-Reed');
    await shop.sql(`update person set name = 'Ada Marsh' where login = 'ada'`);
    expect(await builds()).toEqual(before);
    await shop.sql(`update build set name = 'Otherwise' where id = $1`, [before.builds[0].id]);
    expect(JSON.stringify(await builds())).toContain('Otherwise');
    read.mockRestore();
  });

  test('who has it is told so, with the tag that came with it', async () => {
    const ada = await shop.signedIn('ada');
    const { headers } = await ada.get('/api/people').expect(200);
    await wait(KEPT_MS);
    const again = await ada.get('/api/people').set('if-none-match', headers.etag).expect(304);
    expect(again.text).toBe('');
    await ada.get('/api/people').set('if-none-match', 'W/"another"').expect(200);
  });

  test('what is written but not committed is not seen, and is seen once it is', async () => {
    const ada = await shop.signedIn('ada');
    const [{ id }] = (await rack(ada)).molds;
    const part = async (): Promise<string | undefined> => (await rack(ada)).molds.find((mold) => mold.id === id)?.part;
    const before = await part();
    const client = new Client({ connectionString: shop.config.ownerUrl });
    await client.connect();
    await client.query('begin');
    await client.query(`update mold set part = 'Renamed' where id = $1`, [id]);
    expect(await part()).toBe(before);
    await wait(KEPT_MS);
    expect(await part()).toBe(before);
    await client.query('commit');
    expect(await part()).toBe('Renamed');
    await client.end();
  });

  test('it is nobody’s who is not signed in or may not look, and asked for by another address it is another', async () => {
    const ada = await shop.signedIn('ada');
    await rack(ada);
    await wait(KEPT_MS);
    await shop.anonymous().get('/api/molds').expect(401);
    const { body } = await ada.get('/api/molds?search=nothing%20of%20that%20name').expect(200);
    expect(body.molds).toEqual([]);
  });
});
