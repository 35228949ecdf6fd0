import fc from 'fast-check';
import { dateAt, dateOf, dayNumber, isWeekendAt, lastOpenMin, nextOpenMin } from './shop-clock.js';

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

test.each([
  ['in hours: just before', 12 * 60, 60, 11 * 60],
  ['at opening: the evening before', 1440 + 7 * 60, 60, 17 * 60],
  ['a little after opening: the evening before', 1440 + 7.5 * 60, 60, 17 * 60],
  ['just fitting in the morning', 1440 + 8 * 60, 60, 1440 + 7 * 60],
  ['Monday morning: Friday evening', 7 * 1440 + 7 * 60, 60, 4 * 1440 + 17 * 60],
  ['at night: that evening', 22 * 60, 30, 17.5 * 60],
  ['longer than a day: it ends then', 3 * 1440, 20 * 60, 3 * 1440 - 20 * 60],
])('done by then, %s', (_what, untilMin, needMin, expected) => {
  expect(lastOpenMin(shop, untilMin, needMin)).toBe(expected);
  expect(lastOpenMin({ ...shop, hours: { ...shop.hours, weekends: true } }, 7 * 1440 + 7 * 60, 60)).toBe(6 * 1440 + 17 * 60);
});
