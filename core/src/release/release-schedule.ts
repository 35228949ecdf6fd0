import type { CardLibrary } from '../plan/card-library.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { nextOpenMin } from '../shop-time/shop-clock.js';
import type { ReleasePlan, ReleaseZone } from '../plan/parts/release-plan.js';
import type { ReleaseStep } from '../materials/release-steps.js';
import { programOf } from './release-program.js';

/** One coat on one zone, with its clocks [min on the plan's clock]. */
export interface ReleaseTimer {
  readonly zone: ReleaseZone;
  readonly step: ReleaseStep;
  /** 1-based, of `coats` */
  readonly coat: number;
  readonly coats: number;
  readonly startMin: number;
  /** Put on; haze until; buffed; the next thing may go on */
  readonly appliedMin: number;
  readonly hazedMin: number;
  readonly buffedMin: number;
  readonly freeMin: number;
}

/** A zone that is a neighbor's flange: plug for a later section. */
export function isFlangeZone(zoneId: string): boolean {
  return zoneId.startsWith('flange-');
}

/** Whether a zone is a flange that this plan's own sessions make first: it can be released only after them. Against a neighbor's one a later section is laid. */
export function isOwnFlange({ section }: Pick<SectionPlan, 'section'>, zoneId: string): boolean {
  return isFlangeZone(zoneId) && !section?.laidAgainst.some((id) => zoneId === `flange-${id}`);
}

/** A neighbor's flange has cured and been trimmed a day after its last session [min]. */
const FLANGE_AFTER_MIN = 1440;

export interface ReleaseSchedule {
  readonly timers: readonly ReleaseTimer[];
  /** When gel coat may begin at the earliest [min] */
  readonly gateMin: number;
  /** Time with hands on the plug [min] */
  readonly handsOnMin: number;
}

interface Coat {
  readonly step: ReleaseStep;
  readonly coat: number;
  readonly coats: number;
}

function coatsOf({ programId }: ReleaseZone, newSurface: boolean, cards: CardLibrary): Coat[] {
  return (programOf(programId, cards)?.steps ?? []).flatMap((step) => {
    const coats = newSurface ? step.coatsNew : step.coatsUsed;
    return Array.from({ length: coats }, (_, i): Coat => ({ step, coat: i + 1, coats }));
  });
}

/**
 * Timers of all zones with one pair of hands: whoever is free takes the zone that is ready first. Hands work in shop hours, waits run through the night.
 * The neighbor's coat goes on while this one hazes. A neighbor's flange is not there yet: it comes after the last session and holds up no gel coat.
 */
export function releaseSchedule(
  plan: Pick<SectionPlan, 'startDate' | 'hours' | 'sessions' | 'section'>,
  release: ReleasePlan,
  cards: CardLibrary,
): ReleaseSchedule {
  const flangeMin = (plan.sessions.at(-1)?.startMin ?? release.startMin) + FLANGE_AFTER_MIN;
  const queues = release.zones.map((zone) => ({
    zone,
    coats: coatsOf(zone, release.newSurface, cards),
    readyMin: isOwnFlange(plan, zone.id) ? flangeMin : release.startMin,
  }));
  const timers: ReleaseTimer[] = [];
  let handsFreeMin = release.startMin;
  let handsOnMin = 0;
  for (;;) {
    const waiting = queues.filter(({ coats }) => coats.length > 0);
    if (waiting.length === 0) break;
    const next = waiting.reduce((first, one) => (one.readyMin < first.readyMin ? one : first));
    const [{ step, coat, coats }] = next.coats;
    next.coats = next.coats.slice(1);
    const applyMin = Math.max(2, step.applyMinPerM2 * next.zone.areaM2);
    const buffMin = step.buffMinPerM2 * next.zone.areaM2;
    const startMin = nextOpenMin(plan, Math.max(next.readyMin, handsFreeMin), applyMin + step.hazeMin + buffMin);
    const appliedMin = startMin + applyMin;
    const hazedMin = appliedMin + step.hazeMin;
    const buffedMin = hazedMin + buffMin;
    const freeMin = buffedMin + (coat === coats ? step.finalMin : step.betweenMin);
    timers.push({ zone: next.zone, step, coat, coats, startMin, appliedMin, hazedMin, buffedMin, freeMin });
    next.readyMin = freeMin;
    handsFreeMin = buffedMin;
    handsOnMin += applyMin + buffMin;
  }
  const before = timers.filter(({ zone }) => !isOwnFlange(plan, zone.id));
  return { timers, gateMin: before.reduce((latest, { freeMin }) => Math.max(latest, freeMin), release.startMin), handsOnMin };
}

/** Agent used per program step over all zones. */
export interface AgentUse {
  readonly cardId: string;
  readonly coatM2: number;
}

/** Square meters of coat by agent's card: area × coats. */
export function releaseUse(release: ReleasePlan, cards: CardLibrary): AgentUse[] {
  const use = new Map<string, number>();
  for (const zone of release.zones)
    for (const { step } of coatsOf(zone, release.newSurface, cards))
      if (step.cardId !== null) use.set(step.cardId, (use.get(step.cardId) ?? 0) + zone.areaM2);
  return [...use].map(([cardId, coatM2]) => ({ cardId, coatM2 }));
}
