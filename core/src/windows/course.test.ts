import type { AirCourse } from '../heat/air.js';
import { backBelow, cooledMoment, momentOf, passedMoment, type Course } from './course.js';

const air: AirCourse = { kind: 'constant', tempK: 293 };
const course = (tempK: number[], cure: number[] = tempK.map(() => 0)): Course => ({ timeS: tempK.map((_t, f) => 100 + f * 100), tempK, cure });

test.each<[number[], number, number | null]>([
  [[0, 0.2, 0.4], 0.3, 250],
  [[0, 0.2, 0.4], 0.2, 200],
  [[0.3, 0.4], 0.3, 100],
  [[0.3, 0.4], 0.1, 100],
  [[0, 0.2], 0.3, null],
  [[0, 0, 0.5], 0.1, 220],
])('cure %p reaches %p at %p s', (cure, level, moment) => {
  const found = momentOf(course(cure, cure), level);
  if (moment === null) expect(found).toBeNull();
  else expect(found).toBeCloseTo(moment, 9);
});

test.each<[string, number[], number | null]>([
  ['never above: from the start', [-3, -1, -2], 100],
  ['just touching: from the start', [-3, 0, -2], 100],
  ['above, then back: straight between the frames', [-1, 4, 2, -2, -3], 350],
  ['back to zero exactly', [1, 3, 0], 300],
  ['above to the end: never', [1, 3, 2], null],
  ['above twice: after the higher one', [-1, 2, -1, 5, -5], 450],
  ['above twice alike: after the later one', [-1, 5, -1, 5, -5], 450],
])('%s', (_what, over, moment) => {
  const found = backBelow(course(over).timeS, (f) => over[f]);
  if (moment === null) expect(found).toBeNull();
  else expect(found).toBeCloseTo(moment, 9);
});

test('cooled: below the restart temperature, or the shop + 3 K where that is more', () => {
  expect(cooledMoment(course([293, 333, 313, 303]), 308, air)).toBeCloseTo(350, 9);
  expect(cooledMoment(course([293, 333, 313, 303]), 280, air)).toBeNull();
  expect(cooledMoment(course([293, 333, 313, 293]), 280, air)).toBeCloseTo(300 + (100 * 17) / 20, 9);
  expect(cooledMoment(course([293, 300, 299]), 308, air)).toBe(100);
});

test('the exotherm has passed once half of its rise over the air is gone; under 3 K there is none', () => {
  expect(passedMoment(course([293, 313, 308, 298]), air)).toBeCloseTo(300 + (100 * 5) / 10, 9);
  expect(passedMoment(course([293, 295.9, 293]), air)).toBe(100);
  expect(passedMoment(course([293, 296, 293]), air)).toBeCloseTo(250, 9);
  expect(passedMoment(course([293, 313, 312]), air)).toBeNull();
});
