import { dueTreatment, treatmentEvenings, type DueMold } from './due-list.js';
import { standingOf, type MoldStanding } from './mold-service.js';

const standing = (more: Partial<MoldStanding> = {}): MoldStanding => ({
  ...standingOf([], []),
  treated: true,
  pullsSinceNew: 40,
  pullsSinceFull: 10,
  pullsSinceCoat: 2,
  ...more,
});
const mold = (more: Partial<DueMold> = {}, own: Partial<MoldStanding> = {}): DueMold => ({
  id: 'm1',
  programId: 'paste-wax',
  standing: standing(own),
  pullsPerDay: 0.5,
  pullsLeft: null,
  ...more,
});

test.each([
  ['the coat, by the program', mold(), { kind: 'touch-up', pullsLeft: 4, latestDay: 8, earliestDay: 2 }],
  ['at half of its coat already', mold({}, { pullsSinceCoat: 3 }), { earliestDay: 0, pullsLeft: 3 }],
  ['the strip, where that comes first', mold({}, { pullsSinceFull: 23 }), { kind: 'full', pullsLeft: 2, latestDay: 4, earliestDay: 0 }],
  ['both at once: the strip', mold({}, { pullsSinceFull: 21 }), { kind: 'full', pullsLeft: 4 }],
  ['over the interval: now', mold({}, { pullsSinceCoat: 9 }), { pullsLeft: 0, latestDay: 0, earliestDay: 0 }],
  ['a new mold before each of its first pulls', mold({}, { pullsSinceNew: 2, pullsSinceCoat: 1 }), { kind: 'touch-up', pullsLeft: 0 }],
  ['a new mold with its coat on', mold({}, { pullsSinceNew: 2, pullsSinceCoat: 0 }), { kind: 'touch-up', pullsLeft: 1 }],
  [
    'its own record, where that is earlier',
    mold({ pullsLeft: 1 }),
    { kind: 'touch-up', pullsLeft: 1, latestDay: 2, reason: expect.stringContaining('own record') as string },
  ],
  ['its own record, where that is later, changes nothing', mold({ pullsLeft: 30 }), { pullsLeft: 4 }],
  ['never treated', mold({}, { treated: false }), { kind: 'full', pullsLeft: 0, latestDay: 0 }],
  ['stuck', mold({}, { last: 'stuck' }), { kind: 'full', pullsLeft: 0 }],
  ['nobody knows its pace', mold({ pullsPerDay: null }), { latestDay: null }],
  ['due now needs no pace', mold({ pullsPerDay: null }, { pullsSinceCoat: 6 }), { latestDay: 0 }],
])('%s', (_what, one, expected) => {
  expect(dueTreatment(one)).toMatchObject(expected);
});

test('what is away, in repair or of no program of ours asks for nothing', () => {
  expect(dueTreatment(mold({}, { hold: { kind: 'away', reason: 'Resting.' } }))).toBeNull();
  expect(dueTreatment(mold({ programId: 'butter' }))).toBeNull();
});

test('one evening does all that have used half of their coats by then; the others wait for theirs', () => {
  const molds = [
    mold({ id: 'first' }, { pullsSinceCoat: 4 }), // 2 left: day 4
    mold({ id: 'with it' }, { pullsSinceCoat: 2 }), // worth it from day 2
    mold({ id: 'too early' }, { pullsSinceCoat: 0 }), // from day 6, until day 12
    mold({ id: 'no pace', pullsPerDay: null }),
    mold({ id: 'far away', pullsPerDay: 0.01 }, { pullsSinceCoat: 0 }),
  ];
  const { evenings, withoutPace } = treatmentEvenings(molds);
  expect(evenings.map(({ day, treatments }) => [day, treatments.map(({ id }) => id)])).toEqual([
    [4, ['first', 'with it']],
    [12, ['too early']],
  ]);
  expect(withoutPace.map(({ id }) => id)).toEqual(['no pace']);
  expect(treatmentEvenings(molds, 11).evenings).toHaveLength(1);
});
