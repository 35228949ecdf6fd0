import { prepareKinetics } from '../cure/kinetics.js';
import { inductionUsed, isothermalGelS } from '../cure/isothermal-gel.js';
import type { CardLibrary } from './card-library.js';
import { layingSeconds, pliesArrive, type Place } from './laying.js';
import { laidResin } from './laid-resin.js';
import { DEFAULT_MIX } from './parts/mix-plan.js';
import { layerMasses } from './layer-masses.js';
import type { PlanLayer, PlanSession, SectionPlan } from './section-plan.js';

/** Hardener is in the resin for so long before the first of a pot lies on the mold: stirring, scraping, walking (assumed) [s]. */
export const STIRRED_S = 180;
/** What stays in pot and on tools (assumed). */
export const LEFT_IN_POT_SHARE = 0.03;

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

/**
 * How much of its induction each ply's pot has behind it as the ply arrives at a place, by layer [-]. Pots of a resin follow each other; each is
 * used up within the plan's share of its life at the shop's temperature (without its own heat, so at most a little older than it will be), and is as
 * large as the largest container. Nothing where the session says that all is laid at once.
 */
export function potAges(session: PlanSession, plan: SectionPlan, cards: CardLibrary, place: Place, tempK: number): number[][] {
  const arrive = pliesArrive(session, plan, cards, place);
  if (session.plyMin === 0) return arrive.map((plies) => plies.map(() => 0));
  const { containersG, fillShare, potShare } = plan.mix ?? DEFAULT_MIX;
  const largestKg = (Math.max(...containersG) * fillShare) / 1000;
  const endS = layingSeconds(session, plan.zone?.field ?? plan, cards);
  let at = 0;
  return potGroups(session).flatMap((layers) => {
    const from = at;
    at += layers.length;
    const beginsS = arrive[from][0];
    const untilS = at < arrive.length ? arrive[at][0] : Math.max(endS, beginsS);
    const kinetics = prepareKinetics(laidResin(layers[0], cards).kinetics, layers[0].catalystPct);
    const needKg = layers.reduce((sum, layer) => sum + layerMasses(layer, plan.areaM2, cards).mixedKg, 0) / (1 - LEFT_IN_POT_SHARE);
    const spellS = untilS - beginsS;
    const pots = Math.max(1, Math.ceil(needKg / largestKg), Math.ceil(spellS / (potShare * isothermalGelS(kinetics, tempK))));
    const potS = spellS / pots;
    return layers.map((_, i) => arrive[from + i].map((s) => inductionUsed(kinetics, tempK, STIRRED_S + (potS > 0 ? (s - beginsS) % potS : 0))));
  });
}
