import { DomainError } from '../errors/domain-error.js';
import { seasonAt, usualShop, type ShopCalendar, type ShopPerson } from './shop-calendar.js';
import { assumedSpells, checkShop, openSpells, presence, spellsWith, without, type Spell } from './shop-hours.js';

const DAY = 1440;
const H = 60;
/** A Monday. */
const MONDAY = '2026-11-30';
const week: Spell = [0, 7 * DAY];

const ada: ShopPerson = { id: 'ada', name: 'Ada Marsh', skills: ['laminating'], absent: [] };
const shop = (change: Partial<ShopCalendar> = {}): ShopCalendar => ({ ...usualShop(), ...change });

test('open Monday to Friday from seven to six, as a plan assumes it too', () => {
  const spells = openSpells(shop(), MONDAY, week);
  expect(spells).toEqual([0, 1, 2, 3, 4].map((d) => [d * DAY + 7 * H, d * DAY + 18 * H]));
  expect(assumedSpells({ startDate: MONDAY, hours: { opensHour: 7, closesHour: 18, weekends: false } }, week)).toEqual(spells);
  expect(assumedSpells({ startDate: MONDAY, hours: { opensHour: 7, closesHour: 18, weekends: true } }, week)).toHaveLength(7);
});

test('day 1 on a Saturday begins with two closed days; days before day 1 have negative minutes', () => {
  expect(openSpells(shop(), '2026-11-28', [0, 3 * DAY])).toEqual([[2 * DAY + 7 * H, 2 * DAY + 18 * H]]);
  expect(openSpells(shop(), '2026-12-01', [-DAY, 0])).toEqual([[-DAY + 7 * H, -DAY + 18 * H]]);
});

test('a holiday, both its days included; two spells on one day leave a break; the span cuts', () => {
  const closed = [{ from: '2026-12-01', to: '2026-12-02', why: 'inventory' }];
  expect(openSpells(shop({ closed }), MONDAY, week).map(([from]) => from / DAY)).toEqual([0, 3, 4].map((d) => d + 7 / 24));
  const openings = [
    { day: 'Monday' as const, fromHour: 13, toHour: 17 },
    { day: 'Monday' as const, fromHour: 8, toHour: 12 },
  ];
  expect(openSpells(shop({ openings }), MONDAY, [9 * H, 14 * H])).toEqual([
    [9 * H, 12 * H],
    [13 * H, 14 * H],
  ]);
});

test('a person is there within shift and hours, and not on the days of an absence', () => {
  const late: ShopPerson = { ...ada, fromHour: 10, toHour: 20, absent: [{ from: '2026-12-01', to: '2026-12-01', why: 'ill' }] };
  expect(presence(shop(), late, MONDAY, [0, 3 * DAY])).toEqual([
    [10 * H, 18 * H],
    [2 * DAY + 10 * H, 2 * DAY + 18 * H],
  ]);
});

test('two at once only while both are there; one is enough as long as anybody is', () => {
  const people: Spell[][] = [[[0, 10]], [[5, 15]], [[15, 20]]];
  expect(spellsWith(people, 1)).toEqual([[0, 20]]);
  expect(spellsWith(people, 2)).toEqual([[5, 10]]);
  expect(spellsWith(people, 3)).toEqual([]);
});

test('what is taken out leaves what is before and after it', () => {
  const spells: Spell[] = [
    [0, 10],
    [20, 30],
  ];
  expect(without(spells, [[3, 5]])).toEqual([
    [0, 3],
    [5, 10],
    [20, 30],
  ]);
  expect(without(spells, [[5, 25]])).toEqual([
    [0, 5],
    [25, 30],
  ]);
  expect(without(spells, [[10, 20]])).toEqual(spells);
  expect(without(spells, [[-5, 40]])).toEqual([]);
});

describe('refuses what makes no sense, and takes what just does', () => {
  const opening = (fromHour: number, toHour: number): ShopCalendar['openings'][number] => ({ day: 'Monday', fromHour, toHour });
  test.each<[string, Partial<ShopCalendar>, RegExp | null]>([
    ['an opening of nothing', { openings: [opening(8, 8)] }, /Monday, until/],
    ['an opening of a quarter', { openings: [opening(8, 8.25)] }, null],
    ['openings that overlap', { openings: [opening(8, 12), opening(11.75, 17)] }, /Monday, from/],
    ['openings that touch', { openings: [opening(8, 12), opening(12, 17)] }, null],
    ['closed days that end before they begin', { closed: [{ from: '2026-12-02', to: '2026-12-01', why: '' }] }, /closed days, to/],
    ['one closed day', { closed: [{ from: '2026-12-01', to: '2026-12-01', why: '' }] }, null],
    ['an absence that ends before it begins', { people: [{ ...ada, absent: [{ from: '2026-12-02', to: '2026-12-01', why: '' }] }] }, /Ada Marsh, to/],
    ['a shift that ends before it begins', { people: [{ ...ada, fromHour: 10, toHour: 9 }] }, /shift of Ada Marsh/],
    ['two of one key', { people: [ada, { ...ada, name: 'Ben Corrie' }] }, /Ben Corrie/],
    ['a season from no day', { seasons: [{ fromDay: '13-01', meanC: 20, swingC: 1, warmestHour: 15, humidityPct: 50 }] }, /season, from/],
    ['an oven hotter than ovens are', { places: [{ id: 'o', name: 'Oven', kind: 'oven', highestC: 251 }] }, /highest/],
    ['the hottest oven', { places: [{ id: 'o', name: 'Oven', kind: 'oven', highestC: 250 }] }, null],
  ])('%s', (_what, change, words) => {
    const check = (): void => {
      checkShop(shop(change));
    };
    if (words === null) check();
    else {
      expect(check).toThrow(DomainError);
      expect(check).toThrow(words);
    }
  });
});

test('a season lasts until the next one begins, over the turn of the year', () => {
  const season = (fromDay: string, meanC: number): ShopCalendar['seasons'][number] => ({
    fromDay,
    meanC,
    swingC: 1,
    warmestHour: 15,
    humidityPct: 50,
  });
  const seasons = [season('04-01', 20), season('10-15', 17)];
  expect(['2026-03-31', '2026-04-01', '2026-10-14', '2026-10-15', '2026-12-31'].map((date) => seasonAt({ seasons }, date)?.meanC)).toEqual([
    17, 20, 20, 17, 17,
  ]);
  expect(seasonAt({ seasons: [] }, '2026-03-31')).toBeNull();
});
