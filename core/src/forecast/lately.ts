import { effectsOf, OWN, ownOf, readingsOf, type Reading } from './features.js';
import { fitMold, weightsOf, type MoldEffects, type ReleaseModel } from './fit.js';
import type { MoldRecord } from './shop-record.js';

/** Whether something changed with a mold of late that its long record does not know, and what of. */
export interface Lately {
  /** Chance that it did [-] */
  readonly changed: number;
  /** If it did: chance that a pull fights as it is now, likely and with its band. As of late, not as its wear would have it: why it fights is not known */
  readonly fights: { readonly p10: number; readonly p50: number; readonly p90: number };
}

export const NOTHING_NEW: Lately = { changed: 0, fights: { p10: 0, p50: 0, p90: 0 } };

/** Before anything is read: one mold in fifty is no longer what it was (assumed). */
const PRIOR = 0.02;
/** Such a change is of this size, from "fell out" to "stuck" (normal about 0, assumed); smaller ones are what molds do anyhow. */
const SIZE = 0.6;
const LEAST_SIZE = 0.25;
/** It may have come so many graded pulls ago (assumed). */
const SINCE = [2, 4, 7, 12] as const;
const GRID = Array.from({ length: 33 }, (_, i) => -0.8 + 0.08 * i).filter((by) => Math.abs(by) >= LEAST_SIZE);
const DENSITY = GRID.map((by) => Math.exp(-((by / SIZE) ** 2) / 2));
const WHOLE = DENSITY.reduce((sum, one) => sum + one, 0);
const FIGHTS = 4;
/** Of a normal: a tenth below and above. */
const TENTH = 1.2816;
/** Evidence under which it is not looked at closer. */
const WORTH_A_LOOK = 2;

const logistic = (x: number): number => 1 / (1 + Math.exp(-x));

/**
 * The last pulls since the mold was stripped against what its record says of them: a mold that fights of late is not what it was,
 * and a strip makes it new. A sudden change, with the mold before it fitted to the record before it, against none, with the mold fitted to
 * everything; averaged over when it came and how large it is.
 */
export function latelyOf(mold: MoldRecord, model: ReleaseModel, own: MoldEffects): Lately {
  const sinceFull = mold.events.slice(mold.events.findLastIndex(({ kind }) => kind === 'full') + 1);
  const graded = sinceFull.filter(isGraded).length;
  const counts = SINCE.filter((count) => count <= graded);
  if (counts.length === 0) return NOTHING_NEW;
  const readings = readingsOf(mold);
  const pulls = [...new Set(readings.map(({ pull }) => pull))];
  const last = (count: number): Reading[] => readings.filter(({ pull }) => pulls.slice(-count).includes(pull));
  const usual = counts.map((count) => logLikelihood(mold, last(count), model, own, 0));
  // Most molds do what they always did: seen without fitting anything.
  const quick = counts.map((count, w) => evidence(mold, last(count), model, own, usual[w]));
  if (Math.max(...quick.map(sum)) < WORTH_A_LOOK) return NOTHING_NEW;
  const windows = counts.map((count, w) => {
    const before = fitMold({ ...mold, events: without(mold, count) }, model);
    return { fights: fightsOf(last(count)), weights: evidence(mold, last(count), model, before, usual[w]) };
  });
  const total = windows.reduce((all, { weights }) => all + sum(weights), 0) / windows.length;
  const of = (pick: keyof Lately['fights']): number =>
    sum(windows.map(({ weights, fights }) => (fights[pick] * sum(weights)) / windows.length / total));
  return { changed: (PRIOR * total) / (PRIOR * total + 1 - PRIOR), fights: { p10: of('p10'), p50: of('p50'), p90: of('p90') } };
}

/** How many of the last pulls fought, as a chance: half a pull of each kind is added, for a few say little. */
function fightsOf(readings: readonly Reading[]): Lately['fights'] {
  const pulls = [...new Set(readings.map(({ pull }) => pull))];
  const fought = pulls.filter((pull) => readings.some((one) => one.pull === pull && one.ease >= FIGHTS)).length;
  const p50 = (fought + 0.5) / (pulls.length + 1);
  const spread = TENTH * Math.sqrt((p50 * (1 - p50)) / (pulls.length + 2));
  return { p10: Math.max(0, p50 - spread), p50, p90: Math.min(1, p50 + spread) };
}

/** From where it falls out to where it sticks, in the model's measure. */
const spanOf = ({ thresholds }: ReleaseModel): number => thresholds[3] - thresholds[0];

const sum = (values: readonly number[]): number => values.reduce((all, one) => all + one, 0);

const isGraded = (event: MoldRecord['events'][number]): boolean => event.kind === 'pull' && event.ease !== null && Object.keys(event.ease).length > 0;

/** A mold's record as it was before its last so many graded pulls. */
function without({ events }: MoldRecord, count: number): MoldRecord['events'] {
  let left = count;
  for (let i = events.length - 1; i >= 0; i--) {
    if (isGraded(events[i])) left -= 1;
    if (left === 0) return events.slice(0, i);
  }
  return [];
}

/** Of each size of change: how much likelier it makes what was read, by how likely such a size is. */
function evidence(mold: MoldRecord, readings: readonly Reading[], model: ReleaseModel, before: MoldEffects, usual: number): number[] {
  return GRID.map((by, i) => (DENSITY[i] / WHOLE) * Math.exp(logLikelihood(mold, readings, model, before, by * spanOf(model)) - usual));
}

function logLikelihood(mold: MoldRecord, readings: readonly Reading[], model: ReleaseModel, effects: MoldEffects, by: number): number {
  const weights = weightsOf(readings, model.together);
  return readings.reduce((all, reading, i) => {
    const eta = etaOf(mold, reading, model, effects) + by;
    const { ease } = reading;
    const below = ease === 1 ? 0 : logistic(model.thresholds[ease - 2] - eta);
    const at = ease === 5 ? 1 : logistic(model.thresholds[ease - 1] - eta);
    return all + weights[i] * Math.log(Math.max(1e-12, at - below));
  }, 0);
}

function etaOf(mold: MoldRecord, { zone, state }: Reading, model: ReleaseModel, { mean }: MoldEffects): number {
  const effects = effectsOf(mold, zone, state, model.words);
  const [level, coat, full] = ownOf(state);
  let eta = level * mean[0] + coat * mean[1] + full * mean[2] + mean[OWN + zone];
  for (let i = 0; i < effects.length; i++) eta += effects[i] * model.shared[i];
  return eta;
}
