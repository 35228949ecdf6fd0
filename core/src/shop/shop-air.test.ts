import { initialPart } from '../plan/fields/initial.js';
import { heatingFields, type PlanClimate } from '../plan/section-plan.js';
import { readForecast, shopAirOf } from './shop-air.js';
import { usualShop, type ShopCalendar } from './shop-calendar.js';
import { checkShop } from './shop-hours.js';

const climate: PlanClimate = { meanC: 20, swingC: 2, warmestHour: 15, fan: true };
const winter = { fromDay: '10-15', meanC: 12, swingC: 1, warmestHour: 14, humidityPct: 62, heating: initialPart(heatingFields) };
const hours = [
  { at: '2026-11-28 12:00', tempC: 9 },
  { at: '2026-11-30 06:00', tempC: 14, humidityPct: 70 },
  { at: '2026-11-30 18:00', tempC: 17, humidityPct: 60 },
  { at: '2026-12-09 06:00', tempC: 11 },
];
const shop: ShopCalendar = { ...usualShop(), seasons: [winter], forecast: hours };

test('a plan takes the season with its heating, and of the forecast what lies in its days', () => {
  checkShop(shop);
  const { climate: taken, humidityPct } = shopAirOf(shop, climate, '2026-11-30', 7);
  expect(taken).toMatchObject({ meanC: 12, swingC: 1, warmestHour: 14, fan: true, heating: winter.heating });
  expect(taken.series).toEqual([
    { atMin: 360, tempC: 14, humidityPct: 70, from: 'forecast' },
    { atMin: 1080, tempC: 17, humidityPct: 60, from: 'forecast' },
  ]);
  expect(humidityPct).toBe(62);
});

test('what was measured stays, and no forecast goes over it', () => {
  const series = [300, 480].map((atMin) => ({ atMin, tempC: 15, from: 'measured' as const }));
  expect(shopAirOf(shop, { ...climate, series }, '2026-11-30', 7).climate.series?.map(({ atMin, from }) => [atMin, from])).toEqual([
    [300, 'measured'],
    [480, 'measured'],
    [1080, 'forecast'],
  ]);
});

test('a calendar that says nothing changes nothing but what an older one had said', () => {
  const { climate: taken, humidityPct } = shopAirOf(usualShop(), { ...climate, heating: winter.heating }, '2026-11-30', 7);
  expect(taken).toEqual(climate);
  expect(humidityPct).toBeNull();
});

describe('a forecast read from a table', () => {
  test('with a head or without, comma or point, with humidity or without', () => {
    expect(
      readForecast([
        ['Time', '°C', '%'],
        ['2026-11-30T18:00:00', '17,5', '60 %'],
        ['', '', ''],
        ['2026-11-30 06:00', '14.25'],
      ]),
    ).toEqual([
      { at: '2026-11-30 06:00', tempC: 14.25 },
      { at: '2026-11-30 18:00', tempC: 17.5, humidityPct: 60 },
    ]);
    expect(readForecast([])).toEqual([]);
  });

  test.each<[string, string[][], RegExp]>([
    ['no hour', [['2026-11-30', '14']], /line 1.*2026-11-30 08:00/],
    ['a day that is none', [['2026-02-30 08:00', '14']], /line 1/],
    ['no number', [['2026-11-30 08:00', 'warm']], /line 1.*temperature/],
    ['nothing where a number is wanted', [['2026-11-30 08:00', '']], /line 1.*temperature/],
    ['too hot', [['2026-11-30 08:00', '61']], /temperature/],
    ['too damp', [['2026-11-30 08:00', '14', '101']], /humidity/],
    [
      'an hour twice',
      [
        ['2026-11-30 08:00', '14'],
        ['2026-11-30 08:00', '15'],
      ],
      /once/,
    ],
  ])('refuses %s', (_what, rows, words) => {
    expect(() => readForecast(rows)).toThrow(words);
  });
});

test.each<[string, ShopCalendar['forecast'], RegExp]>([
  ['out of order', [hours[1], hours[0]], /later than/],
  ['no hour', [{ at: '2026-11-30 25:00', tempC: 4 }], /day and hour/],
])('a calendar with a forecast %s is refused', (_what, forecast, words) => {
  expect(() => {
    checkShop({ ...usualShop(), forecast });
  }).toThrow(words);
});
