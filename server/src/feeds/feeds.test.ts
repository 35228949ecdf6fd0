import { TestShop } from '../test-support/test-shop.js';

/** Long lines are folded (RFC 5545, 3.1). */
const unfolded = (text: string): string => text.replaceAll('\r\n ', '').replaceAll('\r\n\t', '');
const titles = (text: string): string[] => [...unfolded(text).matchAll(/^SUMMARY:(.*)$/gm)].map(([, title]) => title);

describe('calendar addresses', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await TestShop.open();
  });
  afterAll(() => shop.close());

  interface Made {
    readonly id: string;
    readonly address: string;
  }
  const made = async (login: string, kind: string, ofWhom: string | null = null): Promise<Made> => {
    const agent = await shop.signedIn(login);
    return (await agent.post('/api/feeds').send({ kind, ofWhom }).expect(201)).body;
  };
  const pathOf = ({ address }: Made): string => new URL(address).pathname;
  const read = async (path: string): Promise<string> => {
    const { text } = await shop
      .anonymous()
      .get(path)
      .expect(200)
      .expect('content-type', /text\/calendar/);
    return text;
  };

  test('the whole shop’s holds every build that is not finished; nobody has to be signed in', async () => {
    const text = await read(pathOf(await made('ada', 'shop')));
    expect(text).toMatch(/^BEGIN:VCALENDAR/);
    const agent = await shop.signedIn();
    const { builds } = (await agent.get('/api/builds?finished=no&limit=200').expect(200)).body as { builds: { name: string }[] };
    const flat = titles(text).map((title) => title.replaceAll('\\,', ','));
    for (const { name } of builds) expect(flat.some((title) => title.startsWith(`${name}: `))).toBe(true);
    const ids = [...text.matchAll(/^UID:(.*)$/gm)].map(([, id]) => id);
    expect(new Set(ids).size).toBe(ids.length);
  });

  test('a person’s holds what that person has to do, and no one else’s', async () => {
    const all = titles(await read(pathOf(await made('ada', 'shop'))));
    const cleos = titles(await read(pathOf(await made('cleo', 'person', 'Cleo Strand'))));
    expect(cleos.length).toBeGreaterThan(0);
    expect(cleos.length).toBeLessThan(all.length);
    expect(all).toEqual(expect.arrayContaining(cleos));
  });

  test('evenings of treatments have one of their own', async () => {
    expect(await read(pathOf(await made('ada', 'treatments')))).toContain('Release treatments');
  });

  test('what a plan’s new version moves, moves under the same key', async () => {
    const agent = await shop.signedIn();
    const path = pathOf(await made('ada', 'shop'));
    const name = 'Teaching aerofoil block';
    const entriesOf = (text: string): string[] =>
      unfolded(text)
        .split('BEGIN:VEVENT')
        .filter((entry) => entry.includes(`SUMMARY:${name}`));
    const times = (entries: string[]): Map<string, string> =>
      new Map(entries.map((entry) => [/^UID:(.*)$/m.exec(entry)?.[1] ?? '', /^DTSTART:(.*)$/m.exec(entry)?.[1] ?? '']));
    const before = times(entriesOf(await read(path)));
    const { builds } = (await agent.get('/api/builds?limit=200').expect(200)).body as { builds: { id: string; name: string }[] };
    const id = builds.find((one) => one.name === name)?.id ?? '';
    const { current } = (await agent.get(`/api/builds/${id}`).expect(200)).body;
    await agent
      .post(`/api/builds/${id}/versions`)
      .send({ baseVersion: current.number, note: 'a year later', plan: { ...current.plan, startDate: '2028-01-10' } })
      .expect(201);
    const after = times(entriesOf(await read(path)));
    expect([...after.keys()].sort()).toEqual([...before.keys()].sort());
    for (const at of after.values()) expect(at).toMatch(/^2028/);
  });

  test('withdrawn, it is no address any more; neither is a made-up one, nor half a secret', async () => {
    const one = await made('ada', 'shop');
    const path = pathOf(one);
    await read(path);
    const other = path.at(-5) === 'A' ? 'B' : 'A';
    const wrong = [`${path.slice(0, -5)}${other}.ics`, `/api/feeds/${one.id}.ics`, '/api/feeds/x.ics', `/api/feeds/${one.id}.${'A'.repeat(43)}.ics`];
    for (const address of wrong) await shop.anonymous().get(address).expect(404);
    const agent = await shop.signedIn();
    await agent.post(`/api/feeds/${one.id}/withdraw`).expect(204);
    await shop.anonymous().get(path).expect(404);
    await agent.post(`/api/feeds/${one.id}/withdraw`).expect(404);
  });

  test('with the account of whoever made it, it ends', async () => {
    const path = pathOf(await made('finn', 'shop'));
    await read(path);
    await shop.sql(`update person set active = false where login = 'finn'`);
    await shop.anonymous().get(path).expect(404);
    await shop.sql(`update person set active = true where login = 'finn'`);
    await read(path);
  });

  test('one’s own are listed, without their secrets; an owner sees and withdraws everybody’s, a toolmaker does not', async () => {
    const bens = await made('ben', 'person', 'Ben Corrie');
    const [ben, cleo, ada] = await Promise.all(['ben', 'cleo', 'ada'].map((login) => shop.signedIn(login)));
    const listOf = async (agent: typeof ben): Promise<Made[]> => (await agent.get('/api/feeds').expect(200)).body;
    expect((await listOf(ben)).map(({ id }) => id)).toEqual([bens.id]);
    expect((await listOf(cleo)).map(({ id }) => id)).not.toContain(bens.id);
    expect((await listOf(ada)).map(({ id }) => id)).toContain(bens.id);
    expect(JSON.stringify(await listOf(ada))).not.toMatch(/\.ics|hash/i);
    await cleo.post(`/api/feeds/${bens.id}/withdraw`).expect(403);
    await read(pathOf(bens));
    await ada.post(`/api/feeds/${bens.id}/withdraw`).expect(204);
    expect(await listOf(ben)).toEqual([]);
    const changes = JSON.stringify((await ada.get('/api/people/changes').expect(200)).body);
    expect(changes).toContain('calendar address made');
    expect(changes).toContain('calendar address withdrawn');
  });

  test('says when a calendar last asked', async () => {
    const one = await made('ada', 'shop');
    const agent = await shop.signedIn();
    const readAt = async (): Promise<string | null> =>
      ((await agent.get('/api/feeds').expect(200)).body as { id: string; readAt: string | null }[]).find(({ id }) => id === one.id)?.readAt ?? null;
    expect(await readAt()).toBeNull();
    await read(pathOf(one));
    expect(await readAt()).not.toBeNull();
  });

  test('refuses a person whom nobody knows, a person for the shop’s, and a twenty-first', async () => {
    const agent = await shop.signedIn('edda');
    const ask = (body: object) => agent.post('/api/feeds').send(body);
    await ask({ kind: 'person', ofWhom: 'Nobody Known' }).expect(422);
    await ask({ kind: 'person', ofWhom: null }).expect(422);
    await ask({ kind: 'shop', ofWhom: 'Edda Rush' }).expect(422);
    await ask({ kind: 'weather', ofWhom: null }).expect(400);
    const all = await Promise.all(Array.from({ length: 22 }, () => ask({ kind: 'shop', ofWhom: null })));
    expect(all.filter(({ status }) => status === 201)).toHaveLength(20);
    expect(all.filter(({ status }) => status === 409)).toHaveLength(2);
  });
});
