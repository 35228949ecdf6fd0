import { meanAirC } from '../plan/shop-air.js';
import { cureOnwards } from '../cure/follow-cure.js';
import { arrhenius, prepareKinetics } from '../cure/kinetics.js';
import { airTempK } from '../heat/air.js';
import { KELVIN } from '../units/kelvin.js';
import { sampleSegment, type FieldSegment } from '../growth/field-history.js';
import type { GrowthResult } from '../growth/growth-result.js';
import type { ResinCard } from '../materials/resin-card.js';
import type { CardLibrary } from '../plan/card-library.js';
import type { MoldDesign } from '../plan/parts/mold-design.js';
import type { SectionPlan } from '../plan/section-plan.js';
import type { Objection } from '../plan/objection.js';
import { placeLayers, type PlacedLayer } from '../plan/placed-layer.js';
import { maxCureAt } from '../cure/vitrification.js';

/** Of all shrink after gel up to then, so much may still come in the next days [-]; general practice. */
export const SHRINK_TO_COME = 0.05;
export const NEXT_DAYS = 7;
/** The back must be near the shop's air: a frame bonded to a warm shell holds its warm shape [K]. */
export const NEAR_AIR_K = 5;
/** Of the cure the shop's temperature can reach, this share is all that can be waited for. */
const OF_REACHABLE = 0.95;
const STEP_S = 1800;
/** How long after demolding it is still looked for, with the days ahead of that [s]. */
const AFTER_S = 14 * 86400;
const AHEAD_S = NEXT_DAYS * 86400;

export interface BackingTime {
  /** Earliest moment [s on the plan's clock], after demolding too; null: not within two weeks of it */
  readonly earliestS: number | null;
  /** What it waits for longest */
  readonly waitsFor: 'hours' | 'shrink' | 'cure' | 'cooling';
  readonly hours: number;
  readonly beforeDemolding: boolean;
}

/** The sheets' hours are for a shop of 20 °C; a colder one takes longer by the rate of cure. */
const SHEET_C = 20;

function colderFactor({ kinetics }: ResinCard, meanC: number): number {
  return Math.max(1, arrhenius(kinetics.E2, SHEET_C + KELVIN) / arrhenius(kinetics.E2, meanC + KELVIN));
}

/** Cure of a layer's middle on a grid of times from a first moment on; after demolding at the shop's mean temperature. */
interface Course {
  readonly layer: PlacedLayer;
  readonly cure: Float64Array;
}

function courseOf(layer: PlacedLayer, field: FieldSegment, plan: SectionPlan, fromS: number): Course {
  const { outcome, card, planLayer } = layer;
  const endS = plan.demoldMin * 60;
  const known = Math.max(1, Math.floor((endS - fromS) / STEP_S) + 1);
  const cell = Math.floor((outcome.start + outcome.end - 1) / 2);
  const simulated = Array.from({ length: known }, (_, k) => sampleSegment(field, field.cure, cell, Math.min(endS, fromS + k * STEP_S)));
  const kinetics = prepareKinetics(card.kinetics, card.kinetics.c_ref === null ? null : planLayer.catalystPct);
  const later = cureOnwards(kinetics, simulated[known - 1], meanAirC(plan.climate) + KELVIN, { spanS: AFTER_S + AHEAD_S, stepS: STEP_S });
  return { layer, cure: Float64Array.from([...simulated, ...later]) };
}

/** Shrink of the shell after gel up to a step, by thickness and the shrink of each layer. */
function shrunk(courses: readonly Course[], step: number): number {
  return courses.reduce((sum, { layer: { outcome, card }, cure }) => {
    const gel = card.kinetics.a_gel;
    return sum + (outcome.thicknessM * card.set.shrink * Math.max(0, cure[Math.min(step, cure.length - 1)] - gel)) / (1 - gel);
  }, 0);
}

/**
 * Earliest bonding of a frame: the sheets' hours after the last session, hardly any shrink left to come in the next week, the back near the
 * shop's air; and the cure for it, where a card states one and the shop can reach it.
 * @param result a converged run of the plan
 */
export function earliestBacking(plan: SectionPlan, result: GrowthResult, cards: CardLibrary): BackingTime | null {
  const last = plan.sessions.at(-1);
  const segment = result.segments.at(-1);
  if (!last || segment?.sessionIndex !== plan.sessions.length - 1 || segment.field.frames === 0) return null;
  const { field } = segment;
  const laid = placeLayers(plan, result, cards);
  const hours = Math.max(...laid.map(({ card }) => card.limits.backingAfterH * colderFactor(card, meanAirC(plan.climate))));
  const fromS = last.startMin * 60;
  const endS = plan.demoldMin * 60;
  const courses = laid.map((layer) => courseOf(layer, field, plan, fromS));
  const settled = (step: number): boolean => {
    const inAWeek = shrunk(courses, step + AHEAD_S / STEP_S);
    return inAWeek > 0 && inAWeek - shrunk(courses, step) <= SHRINK_TO_COME * inAWeek;
  };
  const cured = (step: number): boolean =>
    courses.every(({ layer: { card }, cure }) => {
      const { backingCure } = card.limits;
      return backingCure === null || cure[step] >= Math.min(backingCure, OF_REACHABLE * maxCureAt(meanAirC(plan.climate), card.kinetics));
    });
  const cool = (atS: number): boolean =>
    atS > endS || sampleSegment(field, field.tempK, field.cells - 1, atS) <= airTempK(result.input.air, atS) + NEAR_AIR_K;
  let waitsFor: BackingTime['waitsFor'] = 'hours';
  const steps = Math.floor((endS + AFTER_S - fromS) / STEP_S);
  for (let step = Math.ceil((hours * 3600) / STEP_S); step <= steps; step++) {
    const atS = fromS + step * STEP_S;
    const missing = !settled(step) ? 'shrink' : !cured(step) ? 'cure' : !cool(atS) ? 'cooling' : null;
    if (missing === null) return { earliestS: atS, waitsFor, hours, beforeDemolding: atS <= endS };
    waitsFor = missing;
  }
  return { earliestS: null, waitsFor, hours, beforeDemolding: false };
}

/** Earliest bonding where a frame is planned at all; null: none, or the run did not end well. */
export function backingOf(plan: SectionPlan, result: GrowthResult, cards: CardLibrary): BackingTime | null {
  const framed = plan.design !== undefined && plan.design.backing.kind !== 'none';
  return framed && result.status === 'converged' ? earliestBacking(plan, result, cards) : null;
}

const WAITS: Record<BackingTime['waitsFor'], string> = {
  hours: 'its sheet’s hours are not over',
  shrink: 'it still shrinks',
  cure: 'it is not at its card’s cure',
  cooling: 'its back is still warm',
};

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
          ? `The shell does not settle within two weeks of demolding: ${WAITS[time.waitsFor]}.`
          : `The shell settles ${late.toFixed(0)} h later; until then ${WAITS[time.waitsFor]}: the frame prints through and pulls.`,
      remedy: time.beforeDemolding
        ? 'Bond it then, on soft strips; or warm the shop.'
        : 'That is after demolding: leave the shell on the plug until then, post-cure it, or warm the shop.',
    },
  ];
}
