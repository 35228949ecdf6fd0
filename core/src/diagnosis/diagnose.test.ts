import { findingKinds } from '../log/reading-fields.js';
import { CAUSES, PRIORS } from './causes.js';
import { diagnose, ratioOf } from './diagnose.js';
import { evidenceIds, evidenceKinds, unknown, type Evidence, type EvidenceId } from './evidence.js';

const found = (id: EvidenceId, so: boolean): Evidence => ({ id, so, line: '', at: null, from: 'build' });
const order = (kind: (typeof findingKinds)[number], evidence: readonly Evidence[]): string =>
  diagnose(kind, evidence)
    .causes.map(({ id }) => id)
    .join(' > ');

test.each(evidenceIds)('%s: whether it is so moves the rank of some finding', (id) => {
  const moved = findingKinds.filter((kind) => order(kind, [found(id, true)]) !== order(kind, [found(id, false)]));
  expect(moved).not.toEqual([]);
});

test.each(evidenceIds)('%s unknown changes nothing', (id) => {
  for (const kind of findingKinds) expect(order(kind, [unknown(id, 'not said')])).toBe(order(kind, []));
});

test('without a log the causes stand as they are usual, and it says that nothing was logged', () => {
  const { causes, logged } = diagnose('wrinkles', []);
  expect(causes.map(({ id, chance }) => [id, Number(chance.toFixed(9))])).toEqual([
    ['thin gel coat', 0.4],
    ['under-cured gel coat', 0.3],
    ['next layer too early', 0.2],
    ['wrong ratio', 0.1],
  ]);
  expect(logged).toBe(false);
  expect(diagnose('wrinkles', [{ ...found('outside corner', true), from: 'plan' }]).logged).toBe(false);
  expect(diagnose('wrinkles', [found('thin film', false)]).logged).toBe(true);
});

test('by hand: a thin reading makes thin gel coat of wrinkles 0.75 / 0.1 times likelier, under-cured 0.25 / 0.1', () => {
  const { causes } = diagnose('wrinkles', [found('thin film', true)]);
  const weights = { thin: 0.4 * 7.5, under: 0.3 * 2.5, early: 0.2, ratio: 0.1 };
  const all = weights.thin + weights.under + weights.early + weights.ratio;
  expect(causes[0]).toMatchObject({ id: 'thin gel coat' });
  expect(causes[0].chance).toBeCloseTo(weights.thin / all, 12);
  expect(causes[1].chance).toBeCloseTo(weights.under / all, 12);
  expect(causes[0].weighed[0].ratio).toBeCloseTo(7.5, 12);
  // Absent it speaks against, by what is left of both.
  expect(ratioOf('thin gel coat', found('thin film', false))).toBeCloseTo(0.25 / 0.9, 12);
});

test('what does not bear on a cause has no line under it', () => {
  const { causes } = diagnose('wrinkles', [found('hot part', true)]);
  expect(causes.flatMap(({ weighed }) => weighed)).toEqual([]);
});

test('what would tell the first two apart is what they have most differently and nobody knows', () => {
  const open = (['thin film', 'cold shop', 'damp air'] as const).map((id) => unknown(id, ''));
  expect(diagnose('wrinkles', open).next.map(({ id }) => id)).toEqual(['thin film', 'cold shop']);
  expect(diagnose('wrinkles', [found('thin film', true), ...open.slice(1)]).next.map(({ id }) => id)).toEqual(['cold shop']);
  expect(diagnose('other', open)).toEqual({ causes: [], next: [], logged: false });
});

test('two pieces that ask for the same look are one check', () => {
  const open = (['thin film', 'thick film'] as const).map((id) => unknown(id, ''));
  expect(diagnose('crack', open).next).toHaveLength(1);
});

test('the tables hold: chances between nothing and all, priors sum to one, every cause belongs to a finding', () => {
  for (const { seen } of Object.values(CAUSES)) for (const chance of Object.values(seen)) expect(chance > 0 && chance < 1).toBe(true);
  for (const { usual } of Object.values(evidenceKinds)) expect(usual > 0 && usual < 1).toBe(true);
  const used = new Set<string>();
  for (const kind of findingKinds) {
    const priors = Object.entries(PRIORS[kind]);
    for (const [id] of priors) used.add(id);
    if (kind !== 'other') expect(priors.reduce((sum, [, prior]) => sum + prior, 0)).toBeCloseTo(1, 12);
  }
  expect([...used].sort()).toEqual(Object.keys(CAUSES).sort());
});
