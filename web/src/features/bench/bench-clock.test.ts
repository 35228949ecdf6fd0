import type { Step } from '@pentimento/core/steps';
import { fillAmounts } from '@pentimento/core/units';
import { placeTexts, plannedText, spanText, urgentText, waitText } from './bench-clock';

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

test('a window is counted down to, then to its closing; what keeps is counted up', () => {
  const step = { waitsFor: { what: 'window', untilMin: 600, closesMin: 900 }, startMin: 660 } as Step;
  const cure = { ...step, waitsFor: { what: 'cure', untilMin: 600, closesMin: null } } as Step;
  expect(waitText(step, 520)).toBe('window opens in 1 h 20');
  expect(waitText(step, 600)).toBe('window closes in 5 h 00');
  expect(waitText(step, 900)).toBe('window closes in 0 min');
  expect(waitText(step, 915)).toBe('window closed 15 min ago: prepare the surface');
  expect(waitText(cure, 540)).toBe('cured enough in 1 h 00');
  expect(waitText(cure, 615)).toBe('cured enough since 15 min');
  expect(waitText({ ...step, waitsFor: null }, 0)).toBeNull();
  expect([650, 660, 675].map((now) => plannedText(step, now))).toEqual(['planned in 10 min', 'planned now', 'planned 15 min ago']);
});

test('a window that is not the same where it is laid first and last is told for both', () => {
  const at = (untilMin: number | null, closesMin: number) => ({ untilMin, closesMin });
  const step = { waitsFor: { what: 'window', untilMin: 120, closesMin: 400, places: [at(100, 400), at(120, 430)] } } as unknown as Step;
  expect(placeTexts(step, 110)).toEqual(['laid first: closes in 4 h 50', 'laid last: opens in 10 min']);
  expect(placeTexts(step, 410)).toEqual(['laid first: closed 10 min ago', 'laid last: closes in 20 min']);
  const never = { waitsFor: { what: 'window', untilMin: 120, closesMin: 400, places: [at(100, 400), at(null, 430)] } } as unknown as Step;
  expect(placeTexts(never, 110)[1]).toBe('laid last: never opens');
  expect(placeTexts({ waitsFor: null } as Step, 110)).toEqual([]);
});

test.each([
  ['pot', 7, 'Skin: empty it in 7 min'],
  ['pot', -1, 'Skin: empty it, due 1 min ago'],
  ['closes', 130, 'Skin: window closes in 2 h 10'],
  ['closes', -20, 'Skin: window closed 20 min ago'],
  ['at it', 25, 'Skin: 25 min left'],
  ['at it', -25, 'Skin: 25 min over'],
  ['next', 0.5, 'Skin now'],
  ['next', 90, 'Skin in 1 h 30'],
  ['next', -90, 'Skin 1 h 30 ago'],
] as const)('what presses at a build, %s, in %p min: %s', (kind, inMin, text) => {
  expect(fillAmounts(urgentText({ kind, what: 'Skin', atMin: 0 }, inMin), 'metric')).toBe(text);
});
