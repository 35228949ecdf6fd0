import type { PlyArrival } from '../growth/growth-case.js';
import { cardNumber } from '../materials/material-card.js';
import type { CardLibrary } from './card-library.js';
import { fillSeconds, isInfused } from './infusion-fill.js';
import { USUAL_PACE } from './parts/mix-plan.js';
import { sumAreas } from './parts/patch-area.js';
import type { SectionPlan, PlanLayer, PlanSession, ZoneInView } from './section-plan.js';

/** Share of extra area that the flange's and corners' own plies cover, by the patches; without patches a tenth each (assumed). */
const ASSUMED_EXTRA_SHARE = 0.1;

/** Area over which one ply more is laid on flange and in corners [m²]. */
export function extraAreas({ patches, areaM2 }: SectionPlan): { flangeM2: number; cornerM2: number; assumed: boolean } {
  if (!patches || patches.length === 0) return { flangeM2: ASSUMED_EXTRA_SHARE * areaM2, cornerM2: ASSUMED_EXTRA_SHARE * areaM2, assumed: true };
  const sum = sumAreas(patches);
  return { flangeM2: sum.flangeM2, cornerM2: sum.byPlace['inside corner'] + sum.byPlace['outside corner'], assumed: false };
}

/** Area a layer's plies cover in all, its extras counted as shares of one ply [m²·ply ÷ plies]. */
export function laidAreaM2(layer: PlanLayer, plan: SectionPlan): number {
  const { laminate, extras } = layer;
  if (!laminate) return plan.areaM2;
  const { flangeM2, cornerM2 } = extraAreas(plan);
  const more = (plan.moreZones ?? []).reduce((sum, { plies, areaM2 }) => sum + (plies.get(layer.id) ?? 0) * areaM2, 0);
  const extra = extras ? extras.flangePlies * flangeM2 + extras.cornerPlies * cornerM2 : 0;
  return plan.areaM2 + (extra + more) / laminate.plies;
}

/** What one practised pair lays [m²/h] (docs/references.md#laying-rates), where no card says. */
const GEL_M2H = 6;
const PLY_M2H = 4;
const PASTE_M2H = 1.1;
/** A gun against a brush. */
const GUN_FACTOR = 3;
/** How much more a third and fourth person add: they stand in each other's way. */
const CROWD = 0.7;

type Application = NonNullable<PlanLayer['application']>;

export const isSprayed = ({ method }: Pick<Application, 'method'>): boolean => method === 'cup gun' || method === 'high-pressure gun';
const gunned = ({ application }: PlanLayer): boolean => application !== undefined && isSprayed(application);

/** Between two sprayed passes, where the plan does not say (assumed) [min]. */
const FLASH_MIN = 4;
export const flashMinOf = ({ flashMin }: Application): number => flashMin ?? FLASH_MIN;

/** Rate of a number of people against that of a pair. */
export function peopleFactor(people: number): number {
  if (people <= 2) return people / 2;
  return 1 + ((people - 2) / 2) * CROWD;
}

/** What the people present lay of a layer, one ply or one coat [m²/h]. */
export function layRateM2h(layer: PlanLayer, cards: CardLibrary, people: number): number {
  const fabric = layer.fabricId === undefined ? undefined : cards.sheets.get(layer.fabricId);
  const pair =
    layer.laminate !== null ? ((fabric ? cardNumber(fabric, 'layRateM2h') : null) ?? PLY_M2H) : layer.role === 'core' ? PASTE_M2H : GEL_M2H;
  return pair * peopleFactor(people) * (gunned(layer) ? GUN_FACTOR : 1);
}

/** However small the mold: wetting out, laying and rolling one ply, or one coat with its gauge readings, takes this long (assumed) [min]. */
const LEAST_PLY_MIN = 6;
const LEAST_COAT_MIN = 4;

/** How long the people present are at a layer [h]. */
export function layHours(layer: PlanLayer, plan: SectionPlan, cards: CardLibrary, people: number): number {
  const passes = layer.laminate?.plies ?? layer.application?.passes ?? 1;
  const onceH = laidAreaM2(layer, plan) / layRateM2h(layer, cards, people);
  const flashH = layer.application && gunned(layer) ? ((passes - 1) * flashMinOf(layer.application)) / 60 : 0;
  return passes * Math.max(onceH, (layer.laminate ? LEAST_PLY_MIN : LEAST_COAT_MIN) / 60) * (plan.mix?.pace ?? USUAL_PACE) + flashH;
}

/** People at a session: its own number, as many as are named for it, else the shop's for this plan. */
export function peopleAt({ people, who }: PlanSession, { mix }: Pick<SectionPlan, 'mix'>): number {
  return people ?? (who && who.length > 0 ? who.length : (mix?.people ?? 2));
}

/** Up to this area each ply goes over all before the next [m²]. */
export const OVER_ALL_M2 = 1.5;
const PATCH_M2 = 1;

/** In which order a session is laid, and over what at a time [m²]. */
export function layingOrder(session: PlanSession, plan: SectionPlan): { order: 'ply over all' | 'patch by patch'; patchM2: number } {
  const order = session.order ?? (plan.areaM2 <= OVER_ALL_M2 ? 'ply over all' : 'patch by patch');
  return { order, patchM2: order === 'ply over all' ? plan.areaM2 : Math.min(session.patchM2 ?? PATCH_M2, plan.areaM2) };
}

/** The same as it is done: a dry stack fills all at once, from its feed to its vacuum line. */
export function orderOf(session: PlanSession, plan: SectionPlan, cards: CardLibrary): ReturnType<typeof layingOrder> {
  const infused = session.layers.some((layer) => isInfused(layer, cards));
  return infused ? { order: 'ply over all', patchM2: plan.areaM2 } : layingOrder(session, plan);
}

/** How often the crew goes over the mold for a layer: once a ply; once for all plies of one that is infused. */
export const goesOf = (layer: PlanLayer, cards: CardLibrary): number => (isInfused(layer, cards) ? 1 : (layer.laminate?.plies ?? 1));

/**
 * Time of one ply or coat of a layer over the whole area, or of an infused layer's fill [s]; said for the session, else from the labor table and the
 * flow of its resin.
 */
function plySeconds(layer: PlanLayer, session: PlanSession, plan: SectionPlan, cards: CardLibrary): number {
  if (session.plyMin !== undefined) return session.plyMin * 60;
  if (isInfused(layer, cards)) return fillSeconds(layer, session, plan, cards);
  const passes = layer.laminate?.plies ?? 1;
  return (layHours(layer, plan, cards, peopleAt(session, plan)) / passes) * 3600;
}

/** The place a session is laid first, and the one it is laid last. */
export type Place = 'first' | 'last';

/**
 * When each ply of a session arrives at a place [s after its start], by layer, bottom first.
 * Ply over all: each ply sweeps from the first-laid place to the last. Patch by patch: at a place plies follow each other at the time of one
 * ply over one patch, and the first and the last patch are the whole session apart. Resin that is let into a dry stack is at all its plies at once,
 * at the feed as it is let in, at the vacuum line when it has filled.
 */
export function pliesArrive(session: PlanSession, plan: SectionPlan, cards: CardLibrary, place: Place): number[][] {
  if (plan.zone) return arriveInZone(session, plan.zone, cards, place);
  const { order, patchM2 } = orderOf(session, plan, cards);
  const share = patchM2 / plan.areaM2;
  const perPatch = session.layers.map((layer) => ({
    plies: layer.laminate?.plies ?? 1,
    goes: goesOf(layer, cards),
    s: plySeconds(layer, session, plan, cards) * share,
  }));
  const wholePatchS = perPatch.reduce((sum, { goes, s }) => sum + goes * s, 0);
  // The last patch begins when all others are laid.
  let atS = order === 'patch by patch' && place === 'last' ? wholePatchS / share - wholePatchS : 0;
  return perPatch.map(({ plies, goes, s }) => {
    const arrive = Array.from({ length: goes }, () => {
      const arrivesS = order === 'ply over all' && place === 'last' ? atS + s : atS;
      atS += s;
      return arrivesS;
    });
    return goes === plies ? arrive : new Array<number>(plies).fill(arrive[0]);
  });
}

/**
 * In a zone: the crew lays ply k everywhere, then k + 1. Plies that the zone has more follow the field's last one, each at the time of the zone's area;
 * of plies that it has fewer the last ones are missing.
 */
function arriveInZone(session: PlanSession, { field, areaShare }: ZoneInView, cards: CardLibrary, place: Place): number[][] {
  const inField = field.sessions.find(({ id }) => id === session.id);
  if (!inField) return session.layers.map((layer) => Array.from({ length: layer.laminate?.plies ?? 1 }, () => 0));
  const arrive = pliesArrive(inField, field, cards, place);
  return session.layers.map((layer) => {
    const index = inField.layers.findIndex(({ id }) => id === layer.id);
    const there = index < 0 ? [0] : arrive[index];
    const moreS = index < 0 || isInfused(layer, cards) ? 0 : plySeconds(inField.layers[index], inField, field, cards) * areaShare;
    const last = there[there.length - 1];
    return Array.from({ length: layer.laminate?.plies ?? 1 }, (_, ply) =>
      ply < there.length ? there[ply] : last + (ply - there.length + 1) * moreS,
    );
  });
}

/** From the arrival of a session's first ply at the place laid first to its arrival at the one laid last [s]. */
export function placesApartSeconds(session: PlanSession, plan: SectionPlan, cards: CardLibrary): number {
  const [first, last] = (['first', 'last'] as const).map((place) => pliesArrive(session, plan, cards, place)[0][0]);
  return last - first;
}

/** From a session's start until the last of it is laid [s]. */
export function layingSeconds(session: PlanSession, plan: SectionPlan, cards: CardLibrary): number {
  return session.layers.reduce((sum, layer) => sum + goesOf(layer, cards) * plySeconds(layer, session, plan, cards), 0);
}

/** When the laying of each of a session's layers begins at the place laid first, and when it ends at the one laid last [s after its start]. */
export function layerSpans(session: PlanSession, plan: SectionPlan, cards: CardLibrary): { readonly fromS: number; readonly toS: number }[] {
  const arrive = pliesArrive(session, plan, cards, 'first');
  const endS = layingSeconds(session, plan.zone?.field ?? plan, cards);
  return arrive.map(([fromS], i) => ({ fromS, toS: i + 1 < arrive.length ? arrive[i + 1][0] : Math.max(fromS, endS) }));
}

/** A layer's plies with their times, thicknesses and used shares of induction; undefined where all is there at once, freshly mixed. */
export function arrivals(arriveS: readonly number[], thicknessM: number, inductionUsed: readonly number[]): readonly PlyArrival[] | undefined {
  if (arriveS.every((s) => s === 0) && inductionUsed.every((used) => used === 0)) return undefined;
  return arriveS.map((afterS, ply) => ({ afterS, thicknessM: thicknessM / arriveS.length, inductionUsed: inductionUsed[ply] }));
}
