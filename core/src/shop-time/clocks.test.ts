import { clockText, dayText, isWeekend, momentText } from './clock-text.js';
import { evenClock, foldedClock, stretches } from './clock-scale.js';
import { isCalendarDate, nextOpenMin } from './shop-clock.js';

const H = 3600;

test.each([
  [0, 'day 1 00:00'],
  [8.25 * H, 'day 1 08:15'],
  [8 * H + 29, 'day 1 08:00'],
  [8 * H + 31, 'day 1 08:01'],
  [23 * H + 59 * 60, 'day 1 23:59'],
  [24 * H, 'day 2 00:00'],
  [105 * H, 'day 5 09:00'],
  [-60, '1 day before 23:59'],
  [-24 * H, '1 day before 00:00'],
  [-24 * H - 60, '2 days before 23:59'],
])('%p s is %s', (timeS, text) => {
  expect(clockText(timeS)).toBe(text);
});

test.each([
  ['2026-11-30', 1, 'Mon 30 Nov'],
  ['2026-11-30', 2, 'Tue 1 Dec'],
  ['2026-11-30', 7, 'Sun 6 Dec'],
  ['2026-11-30', 0, 'Sun 29 Nov'],
  ['2026-12-31', 2, 'Fri 1 Jan'],
  ['1969-12-28', 1, 'Sun 28 Dec'],
  ['2028-02-28', 2, 'Tue 29 Feb'],
])('%s, day %p, is %s', (startDate, day, text) => {
  expect(dayText(startDate, day)).toBe(text);
});

test.each([
  [495, 'Mon 30 Nov 08:15'],
  [495.4, 'Mon 30 Nov 08:15'],
  [1439.6, 'Tue 1 Dec 00:00'],
  [-1, 'Sun 29 Nov 23:59'],
])('minute %p is %s', (minute, text) => {
  expect(momentText('2026-11-30', minute)).toBe(text);
});

test.each([
  [5, false],
  [6, true],
  [7, true],
  [8, false],
  [0, true],
])('day %p of a plan from a Monday is a weekend: %p', (day, weekend) => {
  expect(isWeekend('2026-11-30', day)).toBe(weekend);
});

const plan = { sessions: [{ startMin: 8 * 60 }, { startMin: 32 * 60 }], demoldMin: 56 * 60 };

test('eventful from three quarters of an hour before a session to five hours after it; quiet between', () => {
  expect(stretches(plan, 60 * H)).toEqual([
    { fromS: 0, toS: 7.25 * H, folded: true },
    { fromS: 7.25 * H, toS: 13 * H, folded: false },
    { fromS: 13 * H, toS: 31.25 * H, folded: true },
    { fromS: 31.25 * H, toS: 37 * H, folded: false },
    { fromS: 37 * H, toS: 55.25 * H, folded: true },
    { fromS: 55.25 * H, toS: 60 * H, folded: false },
  ]);
});

test('less than an hour of quiet is not folded; what lies over the end is cut, and sessions that overlap are one stretch', () => {
  const close = { sessions: [{ startMin: 60 }, { startMin: 7 * 60 }, { startMin: 8 * 60 }], demoldMin: 15 * 60 };
  expect(stretches(close, 16 * H)).toEqual([
    { fromS: 0, toS: 6 * H, folded: false },
    { fromS: 6 * H, toS: 12 * H, folded: false },
    { fromS: 12 * H, toS: 13 * H, folded: false },
    { fromS: 13 * H, toS: 14.25 * H, folded: true },
    { fromS: 14.25 * H, toS: 16 * H, folded: false },
  ]);
  const exactly = { sessions: [{ startMin: 60 }, { startMin: 7.75 * 60 }], demoldMin: 7.75 * 60 };
  expect(stretches(exactly, 8 * H).map(({ folded }) => folded)).toEqual([false, false]);
});

test('after the last event the rest is quiet', () => {
  expect(stretches({ sessions: [{ startMin: 0 }], demoldMin: 0 }, 10 * H).at(-1)).toEqual({ fromS: 5 * H, toS: 10 * H, folded: true });
});

test('an even clock is a straight line, there and back', () => {
  const clock = evenClock(10 * H, 500);
  expect([0, 2.5 * H, 10 * H].map(clock.toX)).toEqual([0, 125, 500]);
  expect([0, 125, 500].map(clock.toTime)).toEqual([0, 2.5 * H, 10 * H]);
  expect(clock).toMatchObject({ width: 500, endS: 10 * H, pieces: [{ fromX: 0, toX: 500, folded: false }] });
});

test('a folded clock gives quiet hours a seventh of the pace, fills its width and comes back to the same time', () => {
  const clock = foldedClock(plan, 60 * H, 800);
  const pace = clock.pieces.map(({ fromS, toS, fromX, toX }) => (toX - fromX) / (toS - fromS));
  expect(pace[0] / pace[1]).toBeCloseTo(0.14, 9);
  expect(pace[2] / pace[1]).toBeCloseTo(0.14, 9);
  expect(clock.pieces.at(0)?.fromX).toBe(0);
  expect(clock.pieces.at(-1)?.toX).toBeCloseTo(800, 9);
  for (const t of [0, 3 * H, 7.25 * H, 10 * H, 20 * H, 40 * H, 60 * H]) expect(clock.toTime(clock.toX(t))).toBeCloseTo(t, 6);
  // Beyond the end the last piece goes on.
  expect(clock.toX(61 * H)).toBeGreaterThan(800);
  expect(clock.toTime(801)).toBeGreaterThan(60 * H);
});

const shop = { startDate: '2026-11-30', hours: { opensHour: 7, closesHour: 18, weekends: false } };
test.each([
  ['ends exactly at closing', 17 * 60, 60, 17 * 60],
  ['a minute too long for the day', 17 * 60, 61, 1440 + 7 * 60],
  ['as long as the day, from opening', 7 * 60, 660, 7 * 60],
  ['as long as the day, after opening', 7 * 60 + 1, 660, 1440 + 7 * 60],
  ['longer than the day, at opening', 7 * 60, 661, 7 * 60],
  ['Saturday', 5 * 1440 + 600, 60, 7 * 1440 + 7 * 60],
])('%s', (_what, from, need, at) => {
  expect(nextOpenMin(shop, from, need)).toBe(at);
});

test('a shop that works on weekends goes on', () => {
  expect(nextOpenMin({ ...shop, hours: { ...shop.hours, weekends: true } }, 5 * 1440 + 600, 60)).toBe(5 * 1440 + 600);
});

test.each([
  ['2026-11-30', true],
  ['2028-02-29', true],
  ['2026-02-29', false],
  ['2026-02-31', false],
  ['2026-04-31', false],
  ['9999-99-99', false],
  ['2026-00-10', false],
  ['2026-13-01', false],
  ['2026-W05-1', false],
  ['1969-12-31', false],
  ['1970-01-01', true],
  ['2199-12-31', true],
  ['2200-01-01', false],
  ['2026-11-30T00:00', false],
])('%s is a day of the calendar: %p', (text, is) => {
  expect(isCalendarDate(text)).toBe(is);
});
