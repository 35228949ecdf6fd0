import fc from 'fast-check';
import { dateAt, dateOf, dayNumber, isWeekendAt, nextOpenMin } from './shop-clock.js';

const shop = { startDate: '2026-11-30', hours: { opensHour: 7, closesHour: 18, weekends: false } };

test('days and dates are each other’s inverse, and agree with the calendar of the engine', () => {
  fc.assert(
    fc.property(fc.integer({ min: -200000, max: 200000 }), (day) => {
      expect(dayNumber(dateOf(day))).toBe(day);
      expect(dateOf(day)).toBe(new Date(day * 86400000).toISOString().slice(0, 10));
    }),
  );
  expect(dateAt('2026-11-30', -1)).toBe('2026-11-29');
  expect(dateAt('2026-12-31', 1440)).toBe('2027-01-01');
});

test('a Monday is no weekend, the day before it is', () => {
  expect(isWeekendAt('2026-11-30', 0)).toBe(false);
  expect(isWeekendAt('2026-11-30', -1)).toBe(true);
  expect(isWeekendAt('2026-11-30', 5 * 1440)).toBe(true);
});

test.each([
  ['in hours: at once', 9 * 60, 60, 9 * 60],
  ['before opening: at opening', 3 * 60, 60, 7 * 60],
  ['too late for the day: next morning', 17.5 * 60, 60, 1440 + 7 * 60],
  ['Friday evening: Monday morning', 4 * 1440 + 17.5 * 60, 60, 7 * 1440 + 7 * 60],
  ['longer than a day: from opening on', 8 * 60, 20 * 60, 1440 + 7 * 60],
  ['before day 1, a Friday: at once', -3 * 1440 + 10 * 60, 60, -3 * 1440 + 10 * 60],
])('%s', (_what, fromMin, needMin, expected) => {
  expect(nextOpenMin(shop, fromMin, needMin)).toBe(expected);
});
