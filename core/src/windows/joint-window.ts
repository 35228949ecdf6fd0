import { KELVIN } from '../cure/kinetics.js';
import type { GrowthResult, GrowthSegment, LayerOutcome } from '../growth/growth-result.js';
import { simulateGrowth } from '../growth/simulate-growth.js';
import type { ResinCard } from '../materials/resin-card.js';

/** How a planned start lies to the window of the joint beneath it. */
export type WindowState = 'inside' | 'wet-on-wet' | 'early' | 'late';

/** When the next session may go onto the top layer of the one before. Times in seconds of the plan's clock. */
export interface JointWindow {
  /** The session beneath; the joint is its top face */
  readonly belowSession: number;
  readonly laidS: number;
  /** End of the wet-on-wet spell (first gel); null where the card allows none or nothing gels */
  readonly wetUntilS: number | null;
  /** null: does not open within three days */
  readonly opensS: number | null;
  readonly closesS: number;
  readonly plannedS: number;
  readonly state: WindowState;
  /** Cure and temperature at the joint at the planned start */
  readonly cureAtStart: number;
  readonly tempAtStartC: number;
}

const LOOK_AHEAD_S = 72 * 3600;

interface OpenRule {
  readonly cure: number;
  readonly restartK: number | null;
}

/** First moment in a segment at which the joint's cell satisfies the card; null when never. */
function openMoment(segment: GrowthSegment, cell: number, rule: OpenRule): number | null {
  const { field } = segment;
  let hottest = 0;
  for (let f = 0; f < field.frames; f++) hottest = Math.max(hottest, field.tempK[f * field.cells + cell]);
  let peaked = rule.restartK === null;
  for (let f = 0; f < field.frames; f++) {
    const at = f * field.cells + cell;
    const warm = field.tempK[at];
    if (warm >= hottest - 0.01) peaked = true;
    if (!peaked || field.cure[at] < rule.cure || (rule.restartK !== null && warm > rule.restartK)) continue;
    return f === 0 ? field.timeS[0] : refine(segment, cell, f, rule);
  }
  return null;
}

/** Straight line between two frames to where the last condition is met. */
function refine({ field }: GrowthSegment, cell: number, f: number, rule: OpenRule): number {
  const before = (f - 1) * field.cells + cell;
  const at = f * field.cells + cell;
  const share = (from: number, to: number, level: number): number => (to === from ? 1 : Math.min(1, Math.max(0, (level - from) / (to - from))));
  let w = 0;
  if (field.cure[before] < rule.cure) w = share(field.cure[before], field.cure[at], rule.cure);
  if (rule.restartK !== null && field.tempK[before] > rule.restartK) w = Math.max(w, share(field.tempK[before], field.tempK[at], rule.restartK));
  return field.timeS[f - 1] + w * (field.timeS[f] - field.timeS[f - 1]);
}

/**
 * The window onto the session `below`, for the session planned after it.
 * If the window has not opened by the planned start, the undisturbed stack is run on to find when it would.
 * @param result a converged run of the whole plan
 * @param below index of the lower session
 * @param card card of the lower session's top layer
 * @param plannedS planned start of the next session [s]
 */
export function jointWindow(result: GrowthResult, below: number, card: ResinCard, plannedS: number): JointWindow | null {
  const top = result.layers.findLast((layer) => layer.sessionIndex === below);
  const segment = result.segments.find((s) => s.sessionIndex === below);
  if (!top || !segment || segment.field.frames === 0) return null;
  const laidS = result.input.sessions[below].startS;
  const rule: OpenRule = {
    cure: card.limits.overlayOpensCure,
    restartK: card.limits.restartBelowC === null ? null : card.limits.restartBelowC + KELVIN,
  };
  const cell = top.end - 1;
  const seen = openMoment(segment, cell, rule);
  const alone = seen === null ? undisturbed(result, below) : { segment, gelS: result.gelS };
  const opensS = seen ?? openMoment(alone.segment, cell, rule);
  const closesS = laidS + card.limits.bondClosesH * 3600;
  const wetUntilS = card.limits.wetOnWet ? firstGel(alone.gelS, top) : null;
  const last = (segment.field.frames - 1) * segment.field.cells + cell;
  return {
    belowSession: below,
    laidS,
    wetUntilS,
    opensS,
    closesS,
    plannedS,
    state: windowState(plannedS, wetUntilS, opensS, closesS),
    cureAtStart: segment.field.cure[last],
    tempAtStartC: segment.field.tempK[last] - KELVIN,
  };
}

function firstGel(gelS: Float64Array, layer: LayerOutcome): number | null {
  let first = Infinity;
  for (let i = layer.start; i < layer.end; i++) if (gelS[i] < first) first = gelS[i];
  return first === Infinity ? null : first;
}

/** The stack as it would go on without the sessions above; the shared part is taken over, not computed again. */
function undisturbed(result: GrowthResult, below: number): { segment: GrowthSegment; gelS: Float64Array } {
  const { input, options } = result;
  const startS = input.sessions[below].startS;
  const alone = simulateGrowth({ ...input, sessions: input.sessions.slice(0, below + 1), endS: startS + LOOK_AHEAD_S }, options, result);
  return { segment: alone.segments[alone.segments.length - 1], gelS: alone.gelS };
}

function windowState(plannedS: number, wetUntilS: number | null, opensS: number | null, closesS: number): WindowState {
  if (wetUntilS !== null && plannedS < wetUntilS) return 'wet-on-wet';
  if (opensS === null || plannedS < opensS) return 'early';
  return plannedS > closesS ? 'late' : 'inside';
}
