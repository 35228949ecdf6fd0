import type { Step } from '@pentimento/core/steps';
import { plannedText, spanText, waitText } from './bench-clock';

test.each([
  [0, '0 min'],
  [59, '59 min'],
  [60, '1 h 00'],
  [-200, '3 h 20'],
  [2879, '47 h 59'],
  [2880, '2 days'],
])('%p minutes: %s', (minutes, text) => {
  expect(spanText(minutes)).toBe(text);
});

test('a window is counted down to, then up from', () => {
  const step = { waitsFor: { what: 'window', untilMin: 600 }, startMin: 660 } as Step;
  expect(waitText(step, 520)).toBe('window opens in 1 h 20');
  expect(waitText(step, 600)).toBe('window open since 0 min');
  expect(waitText(step, 615)).toBe('window open since 15 min');
  expect(waitText({ ...step, waitsFor: null }, 0)).toBeNull();
  expect([650, 660, 675].map((now) => plannedText(step, now))).toEqual(['planned in 10 min', 'planned now', 'planned 15 min ago']);
});
