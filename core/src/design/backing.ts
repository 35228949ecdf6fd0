import { KELVIN } from '../units/kelvin.js';
import { sampleSegment } from '../growth/field-history.js';
import type { GrowthResult } from '../growth/growth-result.js';
import type { CardLibrary } from '../plan/card-library.js';
import type { MoldDesign } from '../plan/parts/mold-design.js';
import type { PlanDocument } from '../plan/plan-document.js';
import type { Objection } from '../plan/objection.js';
import { placeLayers } from '../plan/placed-layer.js';

/** Hours at 20 °C after the last session that a frame waits at the least (docs/references.md#mold-build-up). */
export const LEAST_HOURS = 24;
/** The back must be near the shop's temperature: a frame bonded to a warm shell holds its warm shape [°C]. */
export const COOL_BELOW_C = 28;
const STEP_S = 900;

export interface BackingTime {
  /** Earliest moment [s on the plan's clock]; null: not before demolding */
  readonly earliestS: number | null;
  /** What it waits for at that moment */
  readonly waitsFor: 'cure' | 'hours' | 'cooling' | 'demolding';
  readonly needCure: number;
  readonly hours: number;
}

/**
 * Earliest bonding of a frame: every layer at its card's cure for backing, the usual hours past, the back cool.
 * @param result a converged run of the plan
 */
export function earliestBacking(plan: PlanDocument, result: GrowthResult, cards: CardLibrary): BackingTime | null {
  const last = plan.sessions.at(-1);
  const segment = result.segments.at(-1);
  if (!last || segment?.sessionIndex !== plan.sessions.length - 1) return null;
  const laid = placeLayers(plan, result, cards);
  const hours = LEAST_HOURS;
  const startS = last.startMin * 60 + hours * 3600;
  const endS = plan.demoldMin * 60;
  const needCure = Math.max(...laid.map(({ card }) => card.limits.backingCure));
  let waitsFor: BackingTime['waitsFor'] = 'hours';
  for (let t = startS; t <= endS; t += STEP_S) {
    const cured = laid.every(({ outcome, card }) => {
      for (let i = outcome.start; i < outcome.end; i++)
        if (sampleSegment(segment.field, segment.field.cure, i, t) < card.limits.backingCure) return false;
      return true;
    });
    const backK = sampleSegment(segment.field, segment.field.tempK, segment.field.cells - 1, t);
    if (cured && backK - KELVIN <= COOL_BELOW_C) return { earliestS: t, waitsFor, needCure, hours };
    waitsFor = cured ? 'cooling' : 'cure';
  }
  return { earliestS: null, waitsFor: startS > endS ? 'demolding' : waitsFor, needCure, hours };
}

/** Earliest bonding where a frame is planned at all; null: none, or the run did not end well. */
export function backingOf(plan: PlanDocument, result: GrowthResult, cards: CardLibrary): BackingTime | null {
  const framed = plan.design !== undefined && plan.design.backing.kind !== 'none';
  return framed && result.status === 'converged' ? earliestBacking(plan, result, cards) : null;
}

/** A frame that is planned before the shell has settled. */
export function backingObjections({ backing }: MoldDesign, time: BackingTime | null): Objection[] {
  if (backing.kind === 'none' || backing.bondMin === null || !time) return [];
  if (time.earliestS !== null && backing.bondMin * 60 >= time.earliestS) return [];
  const late = time.earliestS === null ? null : time.earliestS / 3600 - backing.bondMin / 60;
  return [
    {
      stage: 'split',
      level: 'stop',
      id: 'frame-early',
      title: 'Frame bonded too early',
      why:
        late === null
          ? 'The shell does not settle before demolding.'
          : `The shell settles ${late.toFixed(1)} h later: the frame prints through and pulls.`,
      remedy: `Wait for cure ${time.needCure.toFixed(2)}, ${String(time.hours)} h, and a cool back; or warm the shop.`,
    },
  ];
}
