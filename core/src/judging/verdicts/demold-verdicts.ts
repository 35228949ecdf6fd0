import { meanAirC } from '../../plan/shop-air.js';
import { cureOnwards } from '../../cure/follow-cure.js';
import { prepareKinetics } from '../../cure/kinetics.js';
import { glassTransitionC, maxCureAt } from '../../cure/vitrification.js';
import { airTempK } from '../../heat/air.js';
import { sampleSegment, type FieldSegment } from '../../growth/field-history.js';
import type { GrowthResult } from '../../growth/growth-result.js';
import { DEFAULT_INTAKE } from '../../plan/parts/plug-intake.js';
import type { SectionPlan } from '../../plan/section-plan.js';
import type { PlacedLayer } from '../../plan/placed-layer.js';
import { KELVIN } from '../../units/kelvin.js';
import { demoldingCure } from '../../windows/card-thresholds.js';
import { CARE, levelOf, type Verdict } from './verdict.js';

/** A layer of a mold that goes warm is let go only this far below its glass transition [K]; assumed. */
export const COOL_BELOW_TG_K = 15;
/** Of the cure that the shop's temperature can reach, this share is all that can be waited for. */
const OF_REACHABLE = 0.95;
/** Warmer than the air by more, the mold is not cool yet [K]; general practice. */
export const NEAR_AIR_K = 5;
/** Of the sheet's hours, at the least: for a layer that got warmer than the sheet's temperature by so much [K]; all of them up to the first. */
const LEAST_SHARE_OF_HOURS = 0.5;
const WARMER_K = { from: 5, to: 25 };
/** The same cure, as surely as a card knows it [-]. */
const SAME_CURE = 0.01;
/** How far a cure that is not there at demolding is followed on [s]. */
const FOLLOW_S = 30 * 86400;
const FOLLOW_STEP_S = 1800;

const reachable = (plan: SectionPlan, { kinetics }: PlacedLayer['card']): number => OF_REACHABLE * maxCureAt(meanAirC(plan.climate), kinetics);

/** The card's cure, or most of what the shop's temperature can reach where that is less. */
export function demoldCure(layer: PlacedLayer, plan: SectionPlan): Verdict {
  const { planLayer, outcome, card, baseM } = layer;
  const limit = Math.min(card.limits.demoldCure, reachable(plan, card));
  const margin = outcome.cureMin - limit;
  return {
    id: `demold-${planLayer.id}`,
    kind: 'demold-cure',
    aboutId: planLayer.id,
    subject: planLayer.name,
    level: levelOf(margin, CARE.cure),
    quantity: 'cure',
    value: outcome.cureMin,
    limit,
    margin,
    sense: 'at least',
    timeS: plan.demoldMin * 60,
    heightM: baseM + outcome.thicknessM / 2,
    remedy: 'Leave it on the plug longer or warm it before demolding.',
  };
}

/**
 * The sheet's hours: reached when the layer is as far as those hours at the sheet's temperature would bring it; not before the hours where it
 * never got warmer, and never before half of them.
 * One verdict, about the layer that has to wait longest.
 */
export function demoldHours(placed: readonly PlacedLayer[], plan: SectionPlan, result: GrowthResult): Verdict[] {
  const field = result.segments.at(-1)?.field;
  if (!field || field.frames === 0) return [];
  const waits = placed.flatMap((layer) => {
    const { demoldAfter } = layer.card.limits;
    if (demoldAfter === null) return [];
    const laidS = layer.outcome.pieces.at(-1)?.laidS ?? 0;
    const target = demoldingCure(layer.card) * colderShare(plan, layer.card, demoldAfter.atC) - SAME_CURE;
    const atS = Math.max(cureReachedS(layer, field, target, plan), laidS + hoursShare(layer, demoldAfter.atC) * demoldAfter.hours * 3600);
    return [{ layer, atS, demoldAfter }];
  });
  const longest = waits.reduce<(typeof waits)[number] | null>((most, one) => (most && most.atS >= one.atS ? most : one), null);
  if (!longest) return [];
  const { layer, atS, demoldAfter } = longest;
  const margin = Number.isFinite(atS) ? plan.demoldMin / 60 - atS / 3600 : -99;
  return [
    {
      id: 'demold-hours',
      kind: 'demold-hours',
      aboutId: layer.planLayer.id,
      subject: `${layer.planLayer.name}, hours on the plug`,
      level: levelOf(margin, CARE.hours),
      quantity: 'clock',
      value: plan.demoldMin / 60,
      limit: plan.demoldMin / 60 - margin,
      margin,
      sense: 'at least',
      timeS: plan.demoldMin * 60,
      heightM: null,
      remedy: `Its sheet says ${String(demoldAfter.hours)} h at ${demoldAfter.atC.toFixed(0)} °C: demold later, or keep it warmer.`,
    },
  ];
}

/** When the least cured place of a layer reaches a degree of cure; after demolding followed on at the shop's temperature. Infinity: never. */
function cureReachedS({ planLayer, outcome, card }: PlacedLayer, field: FieldSegment, target: number, plan: SectionPlan): number {
  const at = (f: number, i: number): number => field.cure[f * field.cells + i];
  const last = field.frames - 1;
  let slowest = outcome.start;
  for (let i = outcome.start + 1; i < outcome.end; i++) if (at(last, i) < at(last, slowest)) slowest = i;
  for (let f = 0; f <= last; f++) if (at(f, slowest) >= target) return field.timeS[f];
  const kinetics = prepareKinetics(card.kinetics, card.kinetics.c_ref === null ? null : planLayer.catalystPct);
  const later = cureOnwards(kinetics, at(last, slowest), meanAirC(plan.climate) + KELVIN, { spanS: FOLLOW_S, stepS: FOLLOW_STEP_S });
  const steps = later.findIndex((cure) => cure >= target);
  return steps < 0 ? Infinity : field.timeS[last] + (steps + 1) * FOLLOW_STEP_S;
}

/** In a shop colder than the sheet's temperature less can be reached: the same share of it is asked for. */
function colderShare({ climate }: SectionPlan, { kinetics }: PlacedLayer['card'], atC: number): number {
  return Math.min(1, maxCureAt(meanAirC(climate), kinetics) / maxCureAt(atC, kinetics));
}

function hoursShare({ outcome }: PlacedLayer, atC: number): number {
  const warmer = outcome.coolestPeakK - KELVIN - atC;
  const along = Math.min(1, Math.max(0, (warmer - WARMER_K.from) / (WARMER_K.to - WARMER_K.from)));
  return 1 - (1 - LEAST_SHARE_OF_HOURS) * along;
}

interface Warmest {
  readonly layer: PlacedLayer;
  readonly tempC: number;
  readonly limitC: number;
}

/** Temperature at demolding, layer by layer: near the shop's air; and where the mold goes warm, well below its glass transition. */
export function demoldTemperature(placed: readonly PlacedLayer[], plan: SectionPlan, result: GrowthResult): Verdict[] {
  const field = result.segments.at(-1)?.field;
  if (!field || field.frames === 0 || placed.length === 0) return [];
  const demoldS = plan.demoldMin * 60;
  const temperatures = placed.map((layer) => {
    let warmestK = 0;
    for (let i = layer.outcome.start; i < layer.outcome.end; i++) warmestK = Math.max(warmestK, sampleSegment(field, field.tempK, i, demoldS));
    return { layer, tempC: warmestK - KELVIN };
  });
  const airC = airTempK(result.input.air, demoldS) - KELVIN;
  const cool = tightest(temperatures.map((one) => ({ ...one, limitC: airC + NEAR_AIR_K })));
  const goesWarm = Boolean(plan.postCure) || (plan.intake ?? DEFAULT_INTAKE).use === 'heated';
  const glass = goesWarm
    ? tightest(
        temperatures.map((one) => ({ ...one, limitC: glassTransitionC(one.layer.outcome.cureMin, one.layer.card.kinetics) - COOL_BELOW_TG_K })),
      )
    : null;
  return [
    verdictOf(cool, demoldS, {
      kind: 'demold-warm',
      care: 1,
      remedy: 'Let it come to the shop’s temperature on the plug: what is let go warm cools out of shape.',
    }),
    ...(glass
      ? [
          verdictOf(glass, demoldS, {
            kind: 'demold-tg',
            care: CARE.temperatureC,
            remedy: 'Let it cool on the plug, or cure it further: near its glass transition it bends as it is pulled.',
          }),
        ]
      : []),
  ];
}

function tightest(all: readonly Warmest[]): Warmest {
  return all.reduce((least, one) => (least.limitC - least.tempC <= one.limitC - one.tempC ? least : one));
}

interface WarmLimit {
  readonly kind: 'demold-warm' | 'demold-tg';
  readonly care: number;
  readonly remedy: string;
}

function verdictOf({ layer, tempC, limitC }: Warmest, timeS: number, { kind, care, remedy }: WarmLimit): Verdict {
  return {
    id: kind,
    kind,
    aboutId: layer.planLayer.id,
    subject: layer.planLayer.name,
    level: levelOf(limitC - tempC, care),
    quantity: 'temperature',
    value: tempC,
    limit: limitC,
    margin: limitC - tempC,
    sense: 'at most',
    timeS,
    heightM: layer.baseM + layer.outcome.thicknessM / 2,
    remedy,
  };
}
