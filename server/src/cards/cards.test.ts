import { writeCardFile } from '@pentimento/core/formats';
import { builtInMaterials, withValues, type MaterialCard } from '@pentimento/core/materials';
import { fromOldCard } from '../database/migrations/1795440000000-cards-and-cup-tests.js';
import { TestShop } from '../test-support/test-shop.js';

const iso = builtInMaterials.find(({ id }) => id === 'iso_lam')!;
const sheet = { origin: 'data sheet', note: 'sheet of May', date: '2026-05-01' } as const;

describe('cards', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await TestShop.open();
  });
  afterAll(() => shop.close());

  const newest = async (id: string): Promise<MaterialCard & { version: number }> =>
    (await (await shop.signedIn()).get('/api/cards').expect(200)).body.find((card: { id: string }) => card.id === id);

  test('changing a built-in card makes the shop’s own; a stale, foreign or senseless one is refused', async () => {
    const agent = await shop.signedIn();
    const card = withValues(iso, { maxLaminateC: 88 }, sheet);
    const body = { baseVersion: 0, note: 'sheet of May', card };
    expect((await agent.post('/api/cards/iso_lam/versions').send(body).expect(201)).body).toMatchObject({ version: 1 });
    expect((await newest('iso_lam')).values.maxLaminateC).toEqual({ value: 88, ...sheet });
    expect((await agent.post('/api/cards/iso_lam/versions').send(body).expect(409)).body.code).toBe('stale-version');
    await agent.post('/api/cards/ve_skin/versions').send(body).expect(422);
    const { body: refusal } = await agent
      .post('/api/cards/iso_lam/versions')
      .send({ ...body, baseVersion: 1, card: withValues(iso, { catalystMinPct: 3 }, sheet) })
      .expect(422);
    expect(refusal.detail).toMatch(/lowest ≤ usual ≤ highest/);
    await agent
      .post('/api/cards/iso_lam/versions')
      .send({ ...body, baseVersion: 1, card: { ...card, values: { H: 3 } } })
      .expect(422);
    expect((await agent.get('/api/cards/iso_lam/versions').expect(200)).body.map((v: { card: { version: number } }) => v.card.version)).toEqual([
      1, 0,
    ]);
    expect((await agent.get('/api/cards/iso_lam/versions/0').expect(200)).body.values.maxLaminateC.value).toBe(95);
    await agent.get('/api/cards/iso_lam/versions/7').expect(404);
  });

  test('a new card, once; and a file of cards, all or none', async () => {
    const agent = await shop.signedIn();
    const own = { ...iso, id: 'own_iso', name: 'Own iso' };
    await agent.post('/api/cards').send({ card: own, note: '' }).expect(201);
    expect((await agent.post('/api/cards').send({ card: own, note: '' }).expect(409)).body.code).toBe('card-exists');
    const { cards } = writeCardFile([withValues(own, { hdtC: 92 }, sheet), { ...own, id: 'other_iso' }]);
    const broken = [...cards, withValues({ ...own, id: 'broken' }, { H: -1 }, sheet)];
    await agent.post('/api/cards/import').send({ cards: broken, note: '' }).expect(422);
    expect(await newest('other_iso')).toBeUndefined();
    await agent.post('/api/cards/import').send({ cards, note: 'from the file' }).expect(201);
    expect(await newest('own_iso')).toMatchObject({ version: 2 });
    expect(await newest('other_iso')).toMatchObject({ version: 1 });
    expect((await agent.get('/api/cards/schema').expect(200)).body.title).toMatch(/cards/);
  });

  test('a plan keeps the card it was made with: a newer version does not move it', async () => {
    const agent = await shop.signedIn();
    const [head] = (await agent.get('/api/builds').expect(200)).body.builds;
    const build = (await agent.get(`/api/builds/${String(head.id)}`).expect(200)).body;
    const send = (baseVersion: number, plan: object) => agent.post(`/api/builds/${String(build.id)}/versions`).send({ baseVersion, note: '', plan });
    const { plan, number } = build.current;
    const first = (await send(number, plan).expect(201)).body.current;
    const [cardId] = Object.keys(first.plan.cardVersions);
    const before = first.plan.cardVersions[cardId];
    const card = await newest(cardId);
    const { version, ...body } = card;
    await agent
      .post(`/api/cards/${cardId}/versions`)
      .send({ baseVersion: version, note: '', card: { ...body, name: 'Renamed' } })
      .expect(201);
    const second = (await send(first.number, first.plan).expect(201)).body.current;
    expect(second.plan.cardVersions[cardId]).toBe(before);
    const none = { ...first.plan, cardVersions: { ...first.plan.cardVersions, [cardId]: 99 } };
    await send(second.number, none).expect(404);
  });

  test('a card of the first release is turned into a data sheet that passes', () => {
    const limits = {
      catalyst: { minPct: 1, maxPct: 2, typicalPct: 1.2 },
      shopMinC: 14,
      maxLaminateC: 91,
      activationC: null,
      restartBelowC: 30,
      bondClosesH: 30,
      wetOnWet: true,
      demoldCure: 0.8,
    };
    const card = fromOldCard({ id: 'iso_lam', name: 'Our iso', origin: 'data sheet', limits }, 'sheet of May');
    expect(card.name).toBe('Our iso');
    expect(card.values.catalystTypicalPct).toEqual({ value: 1.2, origin: 'data sheet', note: 'sheet of May', date: null });
    expect(card.values.k2).toEqual(iso.values.k2);
  });
});
