import type { ShopFigures } from '@pentimento/core/bench';
import { usualShop } from '@pentimento/core/shop';
import { demoShop } from '../demo/demo-shop.js';
import { TestShop } from '../test-support/test-shop.js';

describe('the shop’s calendar', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await TestShop.open();
  });
  afterAll(() => shop.close());

  test('as the demo has it; saved, it comes back as it was; nothing said, hours are the usual ones', async () => {
    const agent = await shop.signedIn();
    expect((await agent.get('/api/shop/calendar').expect(200)).body).toMatchObject({ version: 1, calendar: demoShop, madeBy: 'Ada Marsh' });
    const { body } = await agent.put('/api/shop/calendar').send({ baseVersion: 1, calendar: usualShop() }).expect(200);
    expect(body).toMatchObject({ version: 2, calendar: usualShop() });
    expect((await agent.get('/api/shop/calendar').expect(200)).body).toEqual(body);
    await shop.sql('alter table shop_calendar disable trigger all; delete from shop_calendar; alter table shop_calendar enable trigger all');
    expect((await agent.get('/api/shop/calendar').expect(200)).body).toEqual({ version: 0, calendar: usualShop(), madeBy: null, madeAt: null });
    await agent.put('/api/shop/calendar').send({ baseVersion: 0, calendar: demoShop }).expect(200);
  });

  test('the shop’s figures come of what was written down at the bench, and change with it', async () => {
    const agent = await shop.signedIn();
    const figures = async (): Promise<ShopFigures> => (await agent.get('/api/shop/figures').expect(200)).body;
    const before = await figures();
    const laying = before.paces.find(({ kind, who }) => kind === 'laying' && who === null);
    expect(laying?.pace.count).toBeGreaterThan(5);
    expect(laying?.pace.middle).toBeGreaterThan(0.5);
    expect(before.paces.some(({ who }) => who === 'Dov Tansy')).toBe(true);
    expect(before.resins[0]).toMatchObject({ cardId: null, who: null });
    // The longest step of all was taken back: it counts no more.
    await shop.sql(`insert into step_entry (id, build_id, step_id, kind, at, note, reverses, made_by, kept_at)
      select gen_random_uuid(), build_id, step_id, 'taken back', now(), '', id, made_by, now() from step_entry
      where kind = 'done' and step_id like 'session:%:lay:%' order by at limit 1`);
    const after = (await figures()).paces.find(({ kind, who }) => kind === 'laying' && who === null);
    expect(after?.pace.count).toBe((laying?.pace.count ?? 0) - 1);
  });

  test('what was saved is not changed', async () => {
    await expect(shop.sql('delete from shop_calendar')).rejects.toThrow(/append/);
  });

  test('what somebody else saved meanwhile is not written over', async () => {
    const agent = await shop.signedIn();
    const { body } = await agent.put('/api/shop/calendar').send({ baseVersion: 0, calendar: usualShop() }).expect(409);
    expect(body.code).toBe('version-conflict');
    const both = await Promise.all([1, 2].map(() => agent.put('/api/shop/calendar').send({ baseVersion: 1, calendar: { ...demoShop, places: [] } })));
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect((await agent.get('/api/shop/calendar').expect(200)).body).toMatchObject({ version: 2, calendar: { places: [] } });
  });

  test.each<[string, object, RegExp]>([
    ['a day that ends before it begins', { openings: [{ day: 'Monday', fromHour: 9, toHour: 8 }] }, /Monday, until/],
    ['two spells that overlap', { openings: [8, 9].map((fromHour) => ({ day: 'Monday', fromHour, toHour: fromHour + 2 })) }, /Monday, from/],
    ['a day that is none', { openings: [{ day: 'Someday', fromHour: 8, toHour: 9 }] }, /day/i],
    ['a skill that nobody has', { people: [{ id: 'a', name: 'Ada', skills: ['singing'], absent: [] }] }, /skill/i],
    ['what nobody knows', { weather: 'fine' }, /weather/],
  ])('refuses %s, and keeps what there was', async (_what, change, words) => {
    const agent = await shop.signedIn();
    const before = (await agent.get('/api/shop/calendar').expect(200)).body;
    const { status, body } = await agent.put('/api/shop/calendar').send({ baseVersion: before.version, calendar: { ...usualShop(), ...change } });
    expect([400, 422]).toContain(status);
    expect(JSON.stringify(body)).toMatch(words);
    expect((await agent.get('/api/shop/calendar').expect(200)).body).toEqual(before);
  });

  test('an apprentice looks and does not change', async () => {
    await shop.sql(`update person set role = 'apprentice' where login = 'dov'`);
    const agent = await shop.signedIn('dov');
    await agent.get('/api/shop/calendar').expect(200);
    await agent.put('/api/shop/calendar').send({ baseVersion: 2, calendar: usualShop() }).expect(403);
  });
});
