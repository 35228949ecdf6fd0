import { spanOf } from './sticks-part';

test.each<[number, number | null, string | null]>([
  [6, 0.5, '12 days'],
  [7, 0.5, '2 weeks'],
  [34, 0.5, '10 weeks'],
  [35, 0.5, '2 months'],
  [5, null, null],
  [5, 0, null],
])('%p pulls at %p a day: %p', (pulls, perDay, text) => {
  expect(spanOf(pulls, perDay)).toBe(text);
});
