import { KELVIN } from '../units/kelvin.js';
import { frameAt } from '../growth/field-history.js';
import type { GrowthResult } from '../growth/growth-result.js';
import { simulateGrowth } from '../growth/simulate-growth.js';
import type { CardLibrary } from '../plan/card-library.js';
import { arePlacesApart, judgePlan, worseOf } from '../judging/evaluate-plan.js';
import { catalystRange } from '../judging/verdicts/mix-verdicts.js';
import type { Verdict } from '../judging/verdicts/verdict.js';
import { sectionDistortion } from '../distortion/section-distortion.js';
import { placeLayers } from '../plan/placed-layer.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { uncertainFactors } from './factors.js';
import { SeededRandom } from '../numerics/seeded-random.js';
import { varyPlan, type VariedPlan } from './vary-plan.js';

/** What is followed over time in every run. */
export const CLOUD_TRACES = ['plug face', 'hottest place'] as const;
/** A run of the cloud is a little coarser than the picture; the spread is far wider than that (npm run bench -- --accuracy) [K]. */
const TOLERANCE_K = 0.4;

/** A verdict in one run. A limit is kept by its level: a joint too late and abraded is. */
export interface RunVerdict {
  readonly id: string;
  readonly value: number;
  readonly margin: number;
  readonly kept: boolean;
}

/** One run: its deviations, each verdict's value and margin, the traces at the cloud's times. */
export interface CloudRun {
  readonly index: number;
  readonly deviations: readonly number[];
  readonly verdicts: readonly RunVerdict[];
  /** CLOUD_TRACES × times [°C] */
  readonly traces: Float32Array;
  /** Bow over a meter as the mold is let go [m], in every second run, which is plenty for a band; null: not asked, or nothing gelled */
  readonly bowPerMeterM: number | null;
}

export interface CloudRequest {
  readonly plan: SectionPlan;
  readonly cards: CardLibrary;
  readonly seed: number;
  /** Times at which the traces are read [s] */
  readonly timesS: readonly number[];
}

/**
 * One run of the cloud. Runs are independent and numbered: the same seed and number give the same run, in whatever worker.
 * @returns null where the varied plan could not be simulated to its end
 */
export function cloudRun({ plan, cards, seed, timesS }: CloudRequest, index: number): CloudRun | null {
  const factors = uncertainFactors(plan, cards);
  const random = new SeededRandom((Math.imul(seed, 0x9e3779b1) ^ Math.imul(index + 1, 0x85ebca6b)) >>> 0);
  // The first numbers of neighboring seeds are alike.
  for (let k = 0; k < 4; k++) random.uniform();
  const deviations = factors.map(() => random.normal());
  const varied = varyPlan(plan, cards, factors, deviations);
  const result = simulateGrowth(varied.growth, { toleranceK: TOLERANCE_K });
  if (result.status !== 'converged') return null;
  const verdicts = judgedAtBoth(varied, result);
  if (!verdicts) return null;
  // The card's range is a rule for what is planned, not for the last gram on the scale.
  const planned = new Set(plan.sessions.flatMap((session) => catalystRange(session, cards)).map(({ id }) => id));
  const asked = verdicts.filter(({ kind, id }) => kind !== 'catalyst-range' || planned.has(id));
  return {
    index,
    deviations,
    verdicts: asked.map(({ id, value, margin, level }) => ({ id, value, margin, kept: level !== 'stop' })),
    traces: tracesOf(result, timesS),
    bowPerMeterM:
      index % 2 === 0 ? (sectionDistortion(varied.plan, result, placeLayers(varied.plan, result, varied.cards))?.bowPerMeterM ?? null) : null,
  };
}

/** Every limit where it is kept worse; null where the place laid last could not be simulated to its end. */
function judgedAtBoth({ plan, cards, growth, lastGrowth }: VariedPlan, result: GrowthResult): readonly Verdict[] | null {
  const first = judgePlan(plan, cards, result);
  if (!arePlacesApart(growth, lastGrowth)) return first.verdicts;
  const last = simulateGrowth(lastGrowth, { toleranceK: TOLERANCE_K });
  return last.status === 'converged' ? worseOf(plan, first, judgePlan(plan, cards, last)).verdicts : null;
}

function tracesOf({ segments, geometry }: GrowthResult, timesS: readonly number[]): Float32Array {
  const traces = new Float32Array(CLOUD_TRACES.length * timesS.length);
  timesS.forEach((timeS, t) => {
    const segment = segments.findLast(({ field }) => field.frames > 0 && field.timeS[0] <= timeS);
    if (!segment) return;
    const { field } = segment;
    const f = frameAt(field, timeS);
    const next = Math.min(f + 1, field.frames - 1);
    const w = next === f ? 0 : Math.min(1, Math.max(0, (timeS - field.timeS[f]) / (field.timeS[next] - field.timeS[f])));
    const at = (i: number): number => field.tempK[f * field.cells + i] * (1 - w) + field.tempK[next * field.cells + i] * w - KELVIN;
    const face = Math.max(0, geometry.firstLaid - 1);
    let hottest = at(face);
    for (let i = geometry.firstLaid; i < field.cells; i++) hottest = Math.max(hottest, at(i));
    traces[t] = at(face);
    traces[timesS.length + t] = hottest;
  });
  return traces;
}
