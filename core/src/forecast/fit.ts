import { Matrix, solve, inverse } from 'ml-matrix';
import { effectCount, effectsOf, OWN, ownOf, priorSpread, readingsOf, vocabularyOf, type Reading, type Vocabulary } from './features.js';
import type { MoldRecord } from './shop-record.js';

/** What a mold has of its own, with its uncertainty. */
export interface MoldEffects {
  /** Level, wear since coat, wear since strip, then one for each zone */
  readonly mean: Float64Array;
  readonly covariance: Matrix;
}

/** A shop's model of how molds let go: ordered outcome, shared effects, each mold's own. */
export interface ReleaseModel {
  readonly words: Vocabulary;
  readonly shared: Float64Array;
  readonly sharedCovariance: Matrix;
  /** Between ease 1|2, 2|3, 3|4, 4|5 */
  readonly thresholds: readonly [number, number, number, number];
  /** Spread of what molds have of their own: level, wear since coat, wear since strip, zones */
  readonly spread: readonly [number, number, number, number];
  /** How much of a pull all its zones have in common [-] */
  readonly together: number;
  readonly molds: ReadonlyMap<string, MoldEffects>;
  /** The most worn states that were pulled from, by program: pulls since the coat, and since the strip, and one more */
  readonly seen: ReadonlyMap<string, { readonly coat: number; readonly full: number }>;
}

/** A model as plain data, that can be sent from one thread to another. */
export interface PackedModel extends Omit<ReleaseModel, 'sharedCovariance' | 'molds'> {
  readonly sharedCovariance: readonly (readonly number[])[];
  readonly molds: ReadonlyMap<string, { readonly mean: Float64Array; readonly covariance: readonly (readonly number[])[] }>;
}

export const packModel = ({ sharedCovariance, molds, ...rest }: ReleaseModel): PackedModel => ({
  ...rest,
  sharedCovariance: sharedCovariance.to2DArray(),
  molds: new Map([...molds].map(([id, { mean, covariance }]) => [id, { mean, covariance: covariance.to2DArray() }])),
});

const matrixOf = (rows: readonly (readonly number[])[]): Matrix => new Matrix(rows.map((row) => [...row]));

export const unpackModel = ({ sharedCovariance, molds, ...rest }: PackedModel): ReleaseModel => ({
  ...rest,
  sharedCovariance: matrixOf(sharedCovariance),
  molds: new Map([...molds].map(([id, { mean, covariance }]) => [id, { mean, covariance: matrixOf(covariance) }])),
});

const LAST = 4;
/** Spreads that are begun with, and never fallen below (assumed). */
const FIRST_SPREAD = [0.7, 0.3, 0.3, 0.3] as const;
const LEAST_SPREAD = 0.05;
/** A prior of so many molds stands behind each spread (assumed): a few molds say little about how much molds differ. */
const PRIOR_MOLDS = 3;
const ROUNDS = 12;
/** After so many it is asked how much of a pull its zones have in common. */
const ROUNDS_APART = 5;

const logistic = (x: number): number => 1 / (1 + Math.exp(-x));

interface Row {
  readonly pull: number;
  /** Shared effects that are not zero, and their values */
  readonly used: readonly number[];
  readonly effects: readonly number[];
  readonly own: readonly [number, number, number];
  readonly zone: number;
  readonly ease: number;
  /** What it is worth as an observation of its own: zones of a pull that share its luck say the same again [-] */
  readonly weight: number;
}

interface MoldRows {
  readonly mold: MoldRecord;
  readonly rows: readonly Row[];
}

/** So little in common is none: zones of a shop that fight each by itself come out here by chance. */
const APART = 0.1;

/** Weight of each reading of some pulls, by how much of a pull its zones have in common. */
export function weightsOf(readings: readonly { readonly pull: number }[], together: number): number[] {
  const counts = new Map<number, number>();
  for (const { pull } of readings) counts.set(pull, (counts.get(pull) ?? 0) + 1);
  return readings.map(({ pull }) => (together <= APART ? 1 : 1 / (1 + together * ((counts.get(pull) ?? 1) - 1))));
}

const weighted = (all: readonly MoldRows[], together: number): MoldRows[] =>
  all.map(({ mold, rows }) => {
    const weights = weightsOf(rows, together);
    return { mold, rows: rows.map((row, i) => ({ ...row, weight: weights[i] })) };
  });

const rowsOf = (mold: MoldRecord, words: Vocabulary): Row[] =>
  readingsOf(mold).map(({ pull, state, zone, ease }: Reading): Row => {
    const all = effectsOf(mold, zone, state, words);
    const used = [...all.keys()].filter((i) => all[i] !== 0);
    return { pull, used, effects: used.map((i) => all[i]), own: ownOf(state), zone, ease, weight: 1 };
  });

/** Chance of at most some ease, below and at a reading's own: F(j−1), F(j). */
function cumulative(thresholds: readonly number[], ease: number, eta: number): [below: number, at: number] {
  return [ease === 1 ? 0 : logistic(thresholds[ease - 2] - eta), ease === 5 ? 1 : logistic(thresholds[ease - 1] - eta)];
}

function etaOf({ used, effects, own, zone }: Row, shared: Float64Array, mine: Float64Array): number {
  let eta = own[0] * mine[0] + own[1] * mine[1] + own[2] * mine[2] + mine[OWN + zone];
  for (let i = 0; i < used.length; i++) eta += effects[i] * shared[used[i]];
  return eta;
}

const MOST_STEPS = 16;
/** Of a mold's own effects: from where it stands the curvature is a bad guess further away. */
const LONGEST_STEP = 1;

/** One mold's own effects given everything that is shared: a few Newton steps on its own few numbers. */
export function fitMold(mold: MoldRecord, model: Pick<ReleaseModel, 'words' | 'shared' | 'thresholds' | 'spread' | 'together'>): MoldEffects {
  const [{ rows }] = weighted([{ mold, rows: rowsOf(mold, model.words) }], model.together);
  let mine = new Float64Array(OWN + mold.zones.length);
  let hessian = ownPrior(mold, model.spread);
  for (let step = 0; step < MOST_STEPS; step++) {
    const { gradient, own } = ownTerms({ mold, rows }, model, mine);
    hessian = own;
    const change = solve(own, Matrix.columnVector([...gradient])).to1DArray();
    const largest = Math.max(...change.map(Math.abs));
    mine = mine.map((value, i) => value + change[i] * Math.min(1, LONGEST_STEP / largest));
    if (largest < 1e-6) break;
  }
  return { mean: mine, covariance: inverse(hessian) };
}

function ownPrior({ zones }: MoldRecord, spread: ReleaseModel['spread']): Matrix {
  return Matrix.diag([spread[0] ** -2, spread[1] ** -2, spread[2] ** -2, ...zones.map(() => spread[3] ** -2)]);
}

/** Gradient and curvature of a mold's own effects at some values. */
function ownTerms(
  { mold, rows }: MoldRows,
  { shared, thresholds, spread }: Pick<ReleaseModel, 'shared' | 'thresholds' | 'spread'>,
  mine: Float64Array,
): { gradient: Float64Array; own: Matrix } {
  const own = ownPrior(mold, spread);
  const gradient = mine.map((value, i) => -own.get(i, i) * value);
  for (const row of rows) {
    const [below, at] = cumulative(thresholds, row.ease, etaOf(row, shared, mine));
    const slope = row.weight * (at + below - 1);
    const weight = row.weight * (at * (1 - at) + below * (1 - below));
    const z = OWN + row.zone;
    for (let i = 0; i < OWN; i++) {
      gradient[i] += slope * row.own[i];
      own.set(i, z, own.get(i, z) + weight * row.own[i]);
      own.set(z, i, own.get(z, i) + weight * row.own[i]);
      for (let j = 0; j < OWN; j++) own.set(i, j, own.get(i, j) + weight * row.own[i] * row.own[j]);
    }
    gradient[z] += slope;
    own.set(z, z, own.get(z, z) + weight);
  }
  return { gradient, own };
}

/**
 * Fits the model to a shop's molds: penalized likelihood of every graded zone, all effects at once by Newton steps in which each mold's own
 * effects are eliminated; the thresholds by scoring; the spreads between molds by expectation and maximization from the same step's uncertainty.
 * @see docs/references.md#release-forecast
 */
export function fitRelease(molds: readonly MoldRecord[]): ReleaseModel {
  const words = vocabularyOf(molds);
  const apart = molds.map((mold): MoldRows => ({ mold, rows: rowsOf(mold, words) }));
  let all = apart;
  let alike = 0;
  let thresholds = firstThresholds(all);
  let spread: [number, number, number, number] = [...FIRST_SPREAD];
  let shared = new Float64Array(effectCount(words));
  let own = molds.map(({ zones }) => new Float64Array(OWN + zones.length));
  let covariances: Matrix[] = [];
  let sharedCovariance = Matrix.eye(shared.length, shared.length);
  for (let round = 0; round < ROUNDS; round++) {
    const step = newtonStep(all, { words, shared, thresholds, spread }, own);
    ({ shared, own } = damped(all, { words, shared, thresholds, spread }, own, step));
    ({ covariances, sharedCovariance } = step);
    thresholds = dampedThresholds(all, shared, own, thresholds);
    spread = spreadOf(own, covariances);
    if (round === ROUNDS_APART - 1) {
      alike = togetherOf(all, { shared, thresholds }, own);
      all = weighted(apart, alike);
    }
  }
  const effects = new Map(molds.map(({ id }, m): [string, MoldEffects] => [id, { mean: own[m], covariance: covariances[m] }]));
  return {
    words,
    shared,
    sharedCovariance,
    thresholds,
    spread,
    // What the readings were weighed by; apart, it is asked once more at the end.
    together: alike > APART ? alike : togetherOf(all, { shared, thresholds }, own),
    molds: effects,
    seen: seenOf(molds),
  };
}

/** Halvings of a step that goes too far. */
const HALVINGS = 12;

type Fitted = Pick<ReleaseModel, 'words' | 'shared' | 'thresholds' | 'spread'>;

const logLikelihoodOf = (all: readonly MoldRows[], thresholds: readonly number[], shared: Float64Array, own: readonly Float64Array[]): number =>
  all.reduce(
    (sum, { rows }, m) =>
      rows.reduce((part, row) => {
        const [below, at] = cumulative(thresholds, row.ease, etaOf(row, shared, own[m]));
        return part + row.weight * Math.log(Math.max(1e-300, at - below));
      }, sum),
    0,
  );

/** What all effects are worth: how likely they make what was graded, and how likely they are themselves. */
function worthOf(all: readonly MoldRows[], { words, thresholds, spread }: Fitted, shared: Float64Array, own: readonly Float64Array[]): number {
  const prior = priorSpread(words);
  let worth = logLikelihoodOf(all, thresholds, shared, own);
  for (let i = 0; i < shared.length; i++) worth -= (shared[i] / prior[i]) ** 2 / 2;
  for (const mine of own) mine.forEach((value, i) => (worth -= (value / spread[Math.min(i, OWN)]) ** 2 / 2));
  return worth;
}

/** A Newton step, halved until it makes things better: zones that fight all at once make the curvature at their old level a bad guess. */
function damped(
  all: readonly MoldRows[],
  model: Fitted,
  own: readonly Float64Array[],
  step: NewtonStep,
): { shared: Float64Array<ArrayBuffer>; own: Float64Array<ArrayBuffer>[] } {
  const before = worthOf(all, model, model.shared, own);
  for (let share = 1, tries = 0; ; share /= 2, tries++) {
    const shared = Float64Array.from(model.shared, (value, i) => value + share * step.shared[i]);
    const moved = own.map((mine, m) => Float64Array.from(mine, (value, i) => value + share * step.own[m][i]));
    if (tries === HALVINGS || worthOf(all, model, shared, moved) >= before) return { shared, own: moved };
  }
}

/** Thresholds after a scoring step, halved as the effects' is. */
function dampedThresholds(
  all: readonly MoldRows[],
  shared: Float64Array,
  own: readonly Float64Array[],
  thresholds: ReleaseModel['thresholds'],
): [number, number, number, number] {
  const wanted = scored(all, shared, own, thresholds);
  const before = logLikelihoodOf(all, thresholds, shared, own);
  for (let share = 1, tries = 0; ; share /= 2, tries++) {
    const [a, b, c, d] = thresholds.map((value, i) => value + share * (wanted[i] - value));
    if (tries === HALVINGS || logLikelihoodOf(all, [a, b, c, d], shared, own) >= before) return [a, b, c, d];
  }
}

function seenOf(molds: readonly MoldRecord[]): Map<string, { coat: number; full: number }> {
  const seen = new Map<string, { coat: number; full: number }>();
  for (const mold of molds)
    for (const { state } of readingsOf(mold)) {
      const before = seen.get(mold.program) ?? { coat: 0, full: 0 };
      seen.set(mold.program, { coat: Math.max(before.coat, state.sinceCoat + 1), full: Math.max(before.full, state.sinceFull + 1) });
    }
  return seen;
}

function firstThresholds(all: readonly MoldRows[]): [number, number, number, number] {
  const counts = [0.5, 0.5, 0.5, 0.5, 0.5];
  for (const { rows } of all) for (const { ease } of rows) counts[ease - 1] += 1;
  const total = counts.reduce((sum, count) => sum + count, 0);
  let below = 0;
  const at = counts.slice(0, LAST).map((count) => {
    below += count;
    return Math.log(below / (total - below));
  });
  return [at[0], at[1], at[2], at[3]];
}

interface NewtonStep {
  readonly shared: readonly number[];
  readonly own: readonly (readonly number[])[];
  readonly covariances: Matrix[];
  readonly sharedCovariance: Matrix;
}

function newtonStep(
  all: readonly MoldRows[],
  model: Pick<ReleaseModel, 'words' | 'shared' | 'thresholds' | 'spread'>,
  own: readonly Float64Array[],
): NewtonStep {
  const { words, shared, thresholds } = model;
  const size = shared.length;
  const prior = priorSpread(words);
  const curvature = new Float64Array(size * size);
  const pull = new Float64Array(size);
  for (let i = 0; i < size; i++) {
    curvature[i * size + i] = prior[i] ** -2;
    pull[i] = -shared[i] * prior[i] ** -2;
  }
  const kept = all.map((one, m) => {
    const mine = own[m];
    const { gradient, own: block } = ownTerms(one, model, mine);
    const crossed = new Float64Array(mine.length * size);
    for (const row of one.rows) {
      const [below, at] = cumulative(thresholds, row.ease, etaOf(row, shared, mine));
      const slope = row.weight * (at + below - 1);
      const weight = row.weight * (at * (1 - at) + below * (1 - below));
      const { used, effects } = row;
      const z = (OWN + row.zone) * size;
      for (let a = 0; a < used.length; a++) {
        const i = used[a];
        pull[i] += slope * effects[a];
        const wx = weight * effects[a];
        for (let b = 0; b < used.length; b++) curvature[i * size + used[b]] += wx * effects[b];
        for (let k = 0; k < OWN; k++) crossed[k * size + i] += wx * row.own[k];
        crossed[z + i] += wx;
      }
    }
    const cross = Matrix.from1DArray(mine.length, size, [...crossed]);
    return { inverse: inverse(block), cross, gradient: Matrix.columnVector([...gradient]) };
  });
  const left = new Matrix(size, size);
  for (let i = 0; i < size; i++) for (let j = 0; j < size; j++) left.set(i, j, curvature[i * size + j]);
  const right = Matrix.columnVector([...pull]);
  for (const { inverse: inv, cross, gradient } of kept) {
    const carried = cross.transpose().mmul(inv);
    left.sub(carried.mmul(cross));
    right.sub(carried.mmul(gradient));
  }
  const sharedCovariance = inverse(left);
  const change = sharedCovariance.mmul(right);
  return {
    shared: change.to1DArray(),
    own: kept.map(({ inverse: inv, cross, gradient }) => inv.mmul(Matrix.sub(gradient, cross.mmul(change))).to1DArray()),
    covariances: kept.map(({ inverse: inv }) => inv),
    sharedCovariance,
  };
}

/** Thresholds after a scoring step. */
function scored(
  all: readonly MoldRows[],
  shared: Float64Array,
  own: readonly Float64Array[],
  thresholds: ReleaseModel['thresholds'],
): [number, number, number, number] {
  const gradient = [0, 0, 0, 0];
  const information = Matrix.zeros(LAST, LAST);
  all.forEach(({ rows }, m) => {
    for (const row of rows) {
      const eta = etaOf(row, shared, own[m]);
      const F = [0, ...thresholds.map((threshold) => logistic(threshold - eta)), 1];
      const p = (j: number): number => Math.max(1e-9, F[j] - F[j - 1]);
      const f = (k: number): number => F[k] * (1 - F[k]);
      if (row.ease <= LAST) gradient[row.ease - 1] += (row.weight * f(row.ease)) / p(row.ease);
      if (row.ease > 1) gradient[row.ease - 2] -= (row.weight * f(row.ease - 1)) / p(row.ease);
      for (let k = 1; k <= LAST; k++) {
        information.set(k - 1, k - 1, information.get(k - 1, k - 1) + row.weight * f(k) ** 2 * (1 / p(k) + 1 / p(k + 1)));
        if (k === LAST) continue;
        const off = (row.weight * f(k) * f(k + 1)) / p(k + 1);
        information.set(k - 1, k, information.get(k - 1, k) - off);
        information.set(k, k - 1, information.get(k, k - 1) - off);
      }
    }
  });
  // A few readings' worth of holding on to what is.
  for (let k = 0; k < LAST; k++) information.set(k, k, information.get(k, k) + 0.5);
  const change = solve(information, Matrix.columnVector(gradient)).to1DArray();
  const next = thresholds.map((threshold, k) => threshold + Math.max(-1, Math.min(1, change[k])));
  for (let k = 1; k < LAST; k++) next[k] = Math.max(next[k], next[k - 1] + 0.05);
  return [next[0], next[1], next[2], next[3]];
}

function spreadOf(own: readonly Float64Array[], covariances: readonly Matrix[]): [number, number, number, number] {
  const sums = FIRST_SPREAD.map((first) => ({ square: PRIOR_MOLDS * first ** 2, count: PRIOR_MOLDS }));
  own.forEach((mine, m) => {
    mine.forEach((value, i) => {
      const of = sums[Math.min(i, OWN)];
      of.square += value ** 2 + covariances[m].get(i, i);
      of.count += 1;
    });
  });
  const [level, coat, full, zone] = sums.map(({ square, count }) => Math.max(LEAST_SPREAD, Math.sqrt(square / count)));
  return [level, coat, full, zone];
}

/** Whether the zones of a pull fight each by itself or together: the share that explains best which pulls fought. */
function togetherOf(
  all: readonly MoldRows[],
  { shared, thresholds }: Pick<ReleaseModel, 'shared' | 'thresholds'>,
  own: readonly Float64Array[],
): number {
  const pulls = all.flatMap(({ rows }, m) => {
    const byPull = new Map<number, { chances: number[]; fought: boolean }>();
    for (const row of rows) {
      const one = byPull.get(row.pull) ?? { chances: [], fought: false };
      one.chances.push(1 - logistic(thresholds[2] - etaOf(row, shared, own[m])));
      one.fought ||= row.ease >= 4;
      byPull.set(row.pull, one);
    }
    return [...byPull.values()];
  });
  let best = { share: 0, fit: -Infinity };
  for (let share = 0; share <= 1.0001; share += 0.05) {
    const fit = pulls.reduce((sum, { chances, fought }) => {
      const p = Math.min(1 - 1e-6, Math.max(1e-6, worstChance(chances, share)));
      return sum + Math.log(fought ? p : 1 - p);
    }, 0);
    if (fit > best.fit) best = { share, fit };
  }
  return best.share;
}

/** Chance that the worst of some zones fights: each by itself, or all at the same luck, or between. */
export function worstChance(chances: readonly number[], together: number): number {
  const apart = 1 - chances.reduce((rest, p) => rest * (1 - p), 1);
  return (1 - together) * apart + together * Math.max(...chances);
}
