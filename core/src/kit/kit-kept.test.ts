import { cardLibrary } from '../plan/built-in-library.js';
import { kept } from '../test-support/kept.js';
import { everyPatch, manyPlans } from '../test-support/many-plans.js';
import { changed } from '../test-support/practice.js';
import { kitObjections, kitSheet } from './kit-sheet.js';
import { outlineOf } from './roll-packing.js';
import { takeOff, takeOffCsv } from './take-off.js';
import { kitSvg } from './templates.js';
import { unrolled } from './unrolled.js';

const cards = cardLibrary();
const named = (wanted: RegExp): typeof manyPlans => manyPlans.filter(([name]) => wanted.test(name));

test.each(named(/^school|^measured|infused|closed every way|released by/))('what is cut and taken for %s is as it was', (_name, plan) => {
  const kits = kitSheet(plan, cards);
  expect(
    kept({
      kits: kits.map(({ plies, roll, ...kit }) => ({
        ...kit,
        roll: [roll.rollWidthMm, roll.lengthMm, roll.waste, roll.placed.length],
        plies: plies.map(({ label, where, ply, pieces }) => [label, where, ply, pieces.length]),
      })),
      objections: kitObjections(plan, cards).map(({ id, level }) => `${level} ${id}`),
      takeOff: takeOff(plan, cards).map((line) => Object.values(line)),
    }),
  ).toMatchSnapshot();
});

test('every piece of a measured kit, its places on the roll, its template and its list for the store', () => {
  const [[, plan]] = named(/^measured$/);
  const priced = changed('mat_450', { pricePerM2: 2.5 });
  const kits = kitSheet(plan, priced);
  expect(kept(kits[0].plies[1].pieces)).toMatchSnapshot();
  expect(kept(kits[0].roll.placed.slice(0, 12).map((one) => [one.turned, ...outlineOf(one)]))).toMatchSnapshot();
  expect(kitSvg('Mat', { ...kits[0].roll, placed: kits[0].roll.placed.slice(0, 5) })).toMatchSnapshot();
  expect(takeOffCsv(takeOff(plan, priced))).toMatchSnapshot();
});

test.each(everyPatch.map((patch) => [patch.name, patch] as const))('%s, laid flat', (_name, patch) => {
  expect(kept(unrolled(patch))).toMatchSnapshot();
});

test('a roll that no card names is assumed, and said', () => {
  const bare = changed('mat_450', { rollWidthMm: null });
  const [[, plan]] = named(/^school staged/);
  const kits = kitSheet(plan, bare);
  expect(kits.map(({ rollWidthAssumed }) => rollWidthAssumed)).toContain(true);
  expect(kitObjections(plan, cards).map(({ id }) => id)).toEqual(expect.arrayContaining(['no-patches']));
});
