import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { TestShop } from '../test-support/test-shop.js';

/** Databases of older programs with the demo of then, a plan saved, a card changed and a pull logged under each (made by those programs, in their own code). */
const OLD = join(__dirname, 'old-shops');

describe.each(['0.1.0', '0.2.0', '0.3.0'])('a database made by version %s', (version) => {
  let shop: TestShop;
  let agent: Awaited<ReturnType<TestShop['signedIn']>>;
  let before: { pulls: number; treatments: number; versions: number; people: number };
  beforeAll(async () => {
    const sql = gunzipSync(readFileSync(join(OLD, `${version}.sql.gz`))).toString('utf8');
    shop = await TestShop.open({ made: sql, counted: (counts) => (before = counts) });
    agent = await shop.signedIn('ada');
  });
  afterAll(() => shop.close());

  test('nothing that was recorded is missing', async () => {
    expect(await shop.counts()).toEqual(before);
    expect(before.pulls).toBeGreaterThan(100);
  });

  test('its plans come through: each is read, listed and can be judged', async () => {
    const { builds, total } = (await agent.get('/api/builds?limit=200').expect(200)).body as {
      builds: { id: string; name: string; head: { sessions: number; stack: object[] } }[];
      total: number;
    };
    expect(builds).toHaveLength(total);
    for (const { id, head } of builds) {
      const { current } = (await agent.get(`/api/builds/${id}`).expect(200)).body;
      expect(current.plan.formatVersion).toBe(2);
      expect(head.stack.length).toBeGreaterThan(0);
    }
    const beehive = builds.find(({ name }) => name.startsWith('Beehive roof shell, mold 3'));
    const history = (await agent.get(`/api/builds/${beehive?.id ?? ''}/versions`).expect(200)).body as { note: string }[];
    expect(history[0].note).toBe(`saved under ${version}`);
    const { plan } = (await agent.get(`/api/builds/${beehive?.id ?? ''}`)).body.current;
    if (version === '0.3.0') expect(plan.assumed.climate.meanC).toBe(21.5);
    else expect(plan.sections[0].areaM2).toBe(1.37);
  });

  test('a plan of then is saved anew as it stands', async () => {
    const { builds } = (await agent.get('/api/builds?finished=no&search=Beehive')).body;
    const { id, current } = (await agent.get(`/api/builds/${String(builds[0].id)}`)).body;
    await agent
      .post(`/api/builds/${String(id)}/versions`)
      .send({ baseVersion: current.number, note: 'anew', plan: current.plan })
      .expect(201);
  });

  test('its changed card comes through', async () => {
    const card = (
      (await agent.get('/api/cards').expect(200)).body as { id: string; version: number; values: Record<string, { value: unknown }> }[]
    ).find(({ id }) => id === 'iso_lam');
    expect(card?.version).toBeGreaterThan(0);
    if (version === '0.1.0') expect(card?.values.maxLaminateC.value).toBe(91);
    else expect(card?.values.hdtC.value).toBe(97);
  });

  test('its last pull comes through, and the molds stand where they stood', async () => {
    const { molds } = (await agent.get('/api/molds').expect(200)).body as {
      molds: { id: string; number: string; standing: { pullsSinceNew: number } }[];
    };
    const mold = molds.find(({ number }) => number === 'M-002');
    const { records } = (await agent.get(`/api/molds/${mold?.id ?? ''}/records`).expect(200)).body as { records: { note: string; ease: number }[] };
    expect(records[0]).toMatchObject({ note: `pulled under ${version}`, ease: 3 });
    expect(molds.reduce((sum, { standing }) => sum + standing.pullsSinceNew, 0)).toBe(before.pulls);
  });
});
