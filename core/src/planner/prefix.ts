import type { GrowthCase, SessionSpec } from '../growth/growth-case.js';
import type { GrowthResult, GrowthSegment, LayerOutcome } from '../growth/growth-result.js';
import { sampleSegment } from '../growth/field-history.js';
import { simulateGrowth } from '../growth/simulate-growth.js';
import type { Choice, Grown, Next, State } from './best-first.js';
import { growthState, segmentAt } from './growth-state.js';
import type { PlanProblem } from './problem.js';

/** Longest step, so that what is read between frames is close [s]. */
const MAX_STEP_S = 1800;

/** The case of some sessions laid in order, watched to the horizon. */
export function caseOf({ bare, items }: PlanProblem, choices: readonly Choice[]): GrowthCase {
  let laid = 0;
  // Each item by itself: it has a moment and a temperature of its own.
  const sessions = choices.flatMap(({ startS, count }): SessionSpec[] => {
    let atS = startS;
    const own = items.slice(laid, laid + count);
    laid += count;
    return own.map(({ layer, layK, layS }) => {
      const session = { startS: atS, layK, layers: [layer] };
      atS += layS;
      return session;
    });
  });
  return { ...bare, sessions };
}

/** What becomes of a stack on which nothing more is laid: one simulation, begun from that of the sessions below. */
export class Prefix implements Grown {
  readonly result: GrowthResult;
  private readonly laid: readonly LayerOutcome[];

  constructor(
    private readonly problem: PlanProblem,
    readonly choices: readonly Choice[],
    below: Prefix | null,
  ) {
    this.result = simulateGrowth(caseOf(problem, choices), { maxStepS: MAX_STEP_S }, below?.result);
    this.laid = this.result.layers.filter(({ plug }) => !plug);
  }

  get converged(): boolean {
    return this.result.status === 'converged';
  }

  private segmentAt(timeS: number): GrowthSegment {
    return segmentAt(this.result, timeS);
  }

  /** Top of what was laid last, at a time: temperature and cure. */
  topAt(timeS: number): { readonly tempK: number; readonly cure: number } {
    const { field } = this.segmentAt(timeS);
    const cell = this.laid[this.laid.length - 1].end - 1;
    return { tempK: sampleSegment(field, field.tempK, cell, timeS), cure: sampleSegment(field, field.cure, cell, timeS) };
  }

  /** What comes next begins no later, by the bond of what was laid last [s]. */
  closesS(): number {
    const item = this.problem.items[this.laid.length - 1];
    const arrivedS = this.result.input.sessions[this.laid.length - 1].startS;
    return arrivedS + item.rule.closeS;
  }

  mayGoOn(_next: Next, startS: number): boolean {
    const { openCure, restartK } = this.problem.items[this.laid.length - 1].rule;
    const { tempK, cure } = this.topAt(startS);
    return cure >= openCure && (restartK === null || tempK <= restartK);
  }

  stateAt(timeS: number): State {
    const warmth = this.warmthUntil(timeS).map((warm, i) => Math.min(warm, this.problem.items[i].rule.actK ?? Infinity));
    return { ...growthState(this.result, timeS), warmth };
  }

  /** Nothing was too hot up to this moment, as far as it is known; Infinity: not in the whole time [s]. */
  brokenS(): number {
    const { faceMaxK, items } = this.problem;
    const { layers, segments } = this.result;
    let firstS = Infinity;
    let item = 0;
    for (const layer of layers) {
      const maxK = layer.plug ? faceMaxK : items[item++].rule.maxK;
      if (layer.peakK <= maxK) continue;
      // Faces are a little hotter than cells: the moment of the cells may be late, and what it lets through is found too hot once it is run.
      let crossedS = layer.peakS;
      for (const { field } of segments) {
        for (let f = 0; f < field.frames && field.timeS[f] < crossedS; f++)
          for (let i = layer.start; i < Math.min(layer.end, field.cells); i++) if (field.tempK[f * field.cells + i] > maxK) crossedS = field.timeS[f];
      }
      firstS = Math.min(firstS, crossedS);
    }
    return firstS;
  }

  /** Highest temperature of the coldest cell of every item up to a time, where an item must have been warm [K]; NaN where not. */
  warmthUntil(timeS: number): number[] {
    return this.laid.map(({ start, end }, i) => {
      if (this.problem.items[i].rule.actK === null) return NaN;
      const peaks = new Float64Array(end - start);
      for (const { field } of this.result.segments) {
        if (field.cells < end) continue;
        for (let f = 0; f < field.frames && field.timeS[f] <= timeS; f++)
          for (let c = start; c < end; c++) peaks[c - start] = Math.max(peaks[c - start], field.tempK[f * field.cells + c]);
      }
      return Math.min(...peaks);
    });
  }

  /** Every item of a finished stack became as warm as it must. */
  warmEnough(): boolean {
    return this.laid.every(({ coolestPeakK }, i) => coolestPeakK >= (this.problem.items[i].rule.actK ?? -Infinity));
  }

  /** Every item's mean cure is enough to come off at a time. */
  curedAt(timeS: number): boolean {
    const { field } = this.segmentAt(timeS);
    return this.laid.every(({ start, end }, i) => {
      let sum = 0;
      for (let c = start; c < end; c++) sum += sampleSegment(field, field.cure, c, timeS);
      return sum / (end - start) >= this.problem.items[i].rule.demoldCure;
    });
  }
}
