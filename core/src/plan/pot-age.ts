import { USUAL_LEFT_PCT } from './parts/mix-plan.js';
import { cardSubstances } from '../cure/kinetic-card.js';
import { mixLayer } from '../heat/mixture.js';
import { prepareKinetics, type PreparedKinetics } from '../cure/kinetics.js';
import { inductionUsed, gelAfterS } from '../cure/pot-gel.js';
import type { ResinCard } from '../materials/resin-card.js';
import { cardOf, type CardLibrary } from './card-library.js';
import { orderOf, layingSeconds, pliesArrive, type Place } from './laying.js';
import { isInfused } from './infusion-fill.js';
import { laidResin } from './laid-resin.js';
import { DEFAULT_MIX } from './parts/mix-plan.js';
import { layerMasses } from './layer-masses.js';
import type { PlanLayer, PlanSession, SectionPlan } from './section-plan.js';

/** Weighing and stirring one pot (assumed) [min]. */
export const POT_MIN = 5;
/** Hardener is in the resin for so long before the first of a pot lies on the mold: two minutes of stirring and scraping (assumed) [s]. */
export const STIRRED_S = 120;
/** Air that was stirred in is drawn out before an infusion's hose opens (assumed) [s]. */
export const DEGASSED_S = 600;
/** What stays in pot and on tools (assumed). */
export const leftShare = ({ mix }: Pick<SectionPlan, 'mix'>): number => (mix?.leftPct ?? USUAL_LEFT_PCT) / 100;

/** What makes two layers of a session one pot's: the same resin, what is stirred into it, catalyst, hardener and way of putting it on. */
const potKey = ({ cardId, catalystPct, hardenerId, application, additions }: PlanLayer): string =>
  [
    cardId,
    catalystPct,
    hardenerId ?? '',
    application?.method ?? '',
    ...(additions ?? []).map((one) => `${one.cardId} ${String(one.partsPer100)}`),
  ].join(' ');

/** Layers of a session that are laid from the same pots, bottom first: one after the other, as with another resin between them a pot would stand. */
export function potGroups({ layers }: Pick<PlanSession, 'layers'>): PlanLayer[][] {
  const groups: PlanLayer[][] = [];
  for (const layer of layers) {
    const last = groups.at(-1);
    if (last && potKey(last[0]) === potKey(layer)) last.push(layer);
    else groups.push([layer]);
  }
  return groups;
}

/** Plies of one resin in the order they are laid: how long each takes, and how long a pot may last [s]. */
interface PotSpell {
  readonly takesS: readonly number[];
  readonly potS: number;
}

/**
 * How old the pot is as a ply begins and as it ends [s]. A crew mixes anew for a ply that the pot would not last for; for a ply that takes longer
 * than a pot lasts, several times, the first as it begins.
 */
export function agesInPots({ takesS, potS }: PotSpell): { readonly beginsS: number; readonly endsS: number }[] {
  let ageS = 0;
  return takesS.map((takes) => {
    if (ageS + takes > potS) ageS = 0;
    const beginsS = ageS;
    ageS += takes;
    if (ageS <= potS) return { beginsS, endsS: ageS };
    // Longer than a pot lasts: it ends with the last of several, and the next ply begins with a new one.
    ageS = Infinity;
    return { beginsS, endsS: takes / Math.ceil(takes / potS) };
  });
}

/**
 * How much of its induction each ply's pot has behind it as the ply arrives at a place, by layer [-]. A pot is as large as the largest container, and
 * used up within the plan's share of its life, begun at the shop's temperature and keeping its heat.
 * Nothing where the session says that all is laid at once.
 */
export function potAges(session: PlanSession, plan: SectionPlan, cards: CardLibrary, place: Place, tempK: number): number[][] {
  if (session.plyMin === 0) return session.layers.map(({ laminate }) => new Array<number>(laminate?.plies ?? 1).fill(0));
  const { field } = plan.zone ?? {};
  const whole = field?.sessions.find(({ id }) => id === session.id);
  if (!field || !whole) return agesAt(session, plan, cards, place, tempK).flatMap((group) => group.used);
  const groups = agesInField(whole, field, cards, place, tempK);
  const arrive = pliesArrive(session, plan, cards, place);
  return session.layers.map((layer, l) => {
    const at = whole.layers.findIndex(({ id }) => id === layer.id);
    const group = groups.find(({ from, used }) => at >= from && at < from + used.length);
    if (!group) return arrive[l].map(() => usedIn(kineticsOf(layer, cards), tempK, readyAfterS(layer, cards)));
    const known = group.used[at - group.from];
    const last = known.length - 1;
    // Plies that the zone has more follow from the same pot.
    return arrive[l].map((s, ply) =>
      ply <= last ? known[ply] : Math.min(1, known[last] + usedIn(group.kinetics, tempK, Math.min(s - arrive[l][last], group.potS))),
    );
  });
}

/** Induction behind a pot of some age [-]; a pot past it counts as at its end, cure that has begun in it is left out. */
const usedIn = (kinetics: PreparedKinetics, tempK: number, ageS: number): number => Math.min(1, inductionUsed(kinetics, tempK, ageS));

/** Gel of a full pot by its resin, catalyst and temperature: the same for every zone and place. */
const potGels = new WeakMap<ResinCard, Map<string, number>>();
const MOST_KEPT = 50;

function potGelS(layer: PlanLayer, kinetics: PreparedKinetics, tempK: number, cards: CardLibrary): number {
  const resin = laidResin(layer, cards);
  const known = potGels.get(resin) ?? new Map<string, number>();
  const key = `${String(layer.catalystPct)} ${String(tempK)}`;
  const gelS = known.get(key) ?? gelAfterS(kinetics, tempK, riseK(layer, cards));
  // A slider runs through many temperatures.
  if (known.size >= MOST_KEPT) known.clear();
  potGels.set(resin, known.set(key, gelS));
  return gelS;
}

const kineticsOf = (layer: PlanLayer, cards: CardLibrary): PreparedKinetics => prepareKinetics(laidResin(layer, cards).kinetics, layer.catalystPct);

/** From the hardener until the first of a pot is used [s]. */
const readyAfterS = (layer: PlanLayer, cards: CardLibrary): number =>
  STIRRED_S + (cardOf(cards, layer.cardId).family === 'infusion' && layer.laminate !== null ? DEGASSED_S : 0);

/** Temperature that a pot's full cure adds, none of it lost [K]. */
function riseK(layer: PlanLayer, cards: CardLibrary): number {
  const { kinetics } = laidResin(layer, cards);
  const { cp, reactiveW } = mixLayer({ ...cardSubstances(kinetics), glassW: 0 });
  return (kinetics.H * reactiveW) / cp;
}

interface GroupAges {
  /** Index of its first layer in the session */
  readonly from: number;
  readonly used: number[][];
  readonly kinetics: PreparedKinetics;
  readonly potS: number;
}

/** Of the field's sessions: every zone of it asks. */
const fieldAges = new WeakMap<PlanSession, { readonly field: SectionPlan; readonly cards: CardLibrary; readonly at: Map<string, GroupAges[]> }>();

function agesInField(session: PlanSession, field: SectionPlan, cards: CardLibrary, place: Place, tempK: number): GroupAges[] {
  const before = fieldAges.get(session);
  const known = before?.field === field && before.cards === cards ? before : { field, cards, at: new Map<string, GroupAges[]>() };
  fieldAges.set(session, known);
  const key = `${place} ${String(tempK)}`;
  const ages = known.at.get(key) ?? agesAt(session, field, cards, place, tempK);
  known.at.set(key, ages);
  return ages;
}

function agesAt(session: PlanSession, plan: SectionPlan, cards: CardLibrary, place: Place, tempK: number): GroupAges[] {
  const { containersG, fillShare, potShare } = plan.mix ?? DEFAULT_MIX;
  const largestKg = (Math.max(...containersG) * fillShare) / 1000;
  const { order, patchM2 } = orderOf(session, plan, cards);
  const share = patchM2 / plan.areaM2;
  const arrive = pliesArrive(session, plan, cards, 'first');
  const endS = layingSeconds(session, plan, cards) * share;
  let at = 0;
  return potGroups(session).map((layers): GroupAges => {
    const from = at;
    at += layers.length;
    const begins = arrive.slice(from, at).flat();
    const untilS = at < arrive.length ? arrive[at][0] : Math.max(endS, begins[begins.length - 1]);
    const kinetics = kineticsOf(layers[0], cards);
    const readyS = readyAfterS(layers[0], cards);
    const needKg = (layers.reduce((sum, layer) => sum + layerMasses(layer, plan.areaM2, cards).mixedKg, 0) / (1 - leftShare(plan))) * share;
    const filledS = ((untilS - begins[0]) * largestKg) / needKg;
    const potS = Math.max(1, Math.min(filledS, potShare * potGelS(layers[0], kinetics, tempK, cards)));
    const ages = agesInPots({ takesS: begins.map((s, i) => (begins[i + 1] ?? untilS) - s), potS });
    const atEnd = order === 'ply over all' && place === 'last';
    let ply = 0;
    const used = layers.map((layer, i) => {
      const own = ages.slice(ply, (ply += arrive[from + i].length));
      // One flow through all plies.
      const all = { beginsS: own[0].beginsS, endsS: own[own.length - 1].endsS };
      return own.map((one) => {
        const { beginsS, endsS } = isInfused(layer, cards) ? all : one;
        return usedIn(kinetics, tempK, readyS + (atEnd ? endsS : beginsS));
      });
    });
    return { from, used, kinetics, potS };
  });
}
