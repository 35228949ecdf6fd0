import { amount, words, type Words } from '../units/amounts.js';
import type { ResinCard } from '../materials/resin-card.js';
import { cardOf, type CardLibrary } from '../plan/card-library.js';
import type { Objection, ObjectionLevel } from '../plan/objection.js';
import type { SectionPlan, PlanLayer, PlanSession } from '../plan/section-plan.js';
import { layerBuild } from '../plan/layer-masses.js';

/** A rule of a sheet broken by more than this share is broken, not stretched. */
const STRETCHED = 0.25;
/** Rounding of what a hand can lay or weigh [-]. */
const SAME = 1e-6;

interface Broken {
  readonly id: string;
  readonly title: Words;
  readonly why: Words;
  readonly remedy: Words;
  /** How far off, as a share of the limit [-] */
  readonly off: number;
}

/**
 * What the resins' sheets say of one session in their own words: least and most plies, thickness, resin to glass, hours between sessions.
 * These stand beside what the simulation says, which knows this plan's temperatures and not the maker's experience.
 */
export function sheetObjections(plan: SectionPlan, cards: CardLibrary): Objection[] {
  return plan.sessions.flatMap((session, index) => [
    ...atOnceObjections(session, cards),
    ...session.layers.flatMap((layer) => leanLayers(layer, cardOf(cards, layer.cardId))),
    ...(index === 0 ? [] : waits(plan.sessions[index - 1], session, cards)),
  ]);
}

/** What the sheets say of what one session lays at once, whenever that is. */
export const atOnceObjections = (session: PlanSession, cards: CardLibrary): Objection[] =>
  operations(session, cards).flatMap((operation) => operationRules(session, operation));

/** So soon after a session begins nothing may follow, by the sheet of what it ends with: sooner is not only stretched [min]. */
export function leastBetweenMin({ layers }: PlanSession, cards: CardLibrary): number {
  const top = layers.at(-1);
  return (top ? (cardOf(cards, top.cardId).limits.sheet.betweenSessionsH ?? 0) : 0) * 60 * (1 - STRETCHED);
}

/** What one session lays of one resin: laminate and paste, not coats. */
interface Operation {
  readonly card: ResinCard;
  readonly plies: number;
  readonly thicknessM: number;
}

function operations(session: PlanSession, cards: CardLibrary): Operation[] {
  const bodies = session.layers.filter(({ laminate, role }) => laminate !== null || role === 'core');
  const byCard = new Map<string, PlanLayer[]>();
  for (const layer of bodies) byCard.set(layer.cardId, [...(byCard.get(layer.cardId) ?? []), layer]);
  return [...byCard.entries()].map(([cardId, layers]) => ({
    card: cardOf(cards, cardId),
    plies: layers.reduce((sum, { laminate }) => sum + (laminate?.plies ?? 0), 0),
    thicknessM: layers.reduce((sum, layer) => sum + layerBuild(layer, cards).thicknessM, 0),
  }));
}

function operationRules(session: PlanSession, { card, plies, thicknessM }: Operation): Objection[] {
  const { plies: range, mostThicknessM } = card.limits.sheet;
  const found: Broken[] = [];
  if (plies > 0 && range.least !== null && plies < range.least)
    found.push({
      id: `few-plies-${session.id}`,
      title: `${session.name}: ${String(plies)} of at least ${String(range.least)} plies`,
      why: `${card.name} needs its own heat: its sheet asks for so many in one operation.`,
      remedy: 'Lay them in one session, wet on wet.',
      off: 1 - plies / range.least,
    });
  if (range.most !== null && plies > range.most)
    found.push({
      id: `many-plies-${session.id}`,
      title: `${session.name}: ${String(plies)} of at most ${String(range.most)} plies`,
      why: `${card.name}’s sheet caps what is laid in one operation.`,
      remedy: 'Lay the rest in another session, once this one has cooled.',
      off: plies / range.most - 1,
    });
  if (mostThicknessM !== null && thicknessM > mostThicknessM * (1 + SAME))
    found.push({
      id: `thick-session-${session.id}`,
      title: words`${session.name}: ${amount('thickness', thicknessM * 1000)} at once`,
      why: words`${card.name}’s sheet allows ${amount('thickness', mostThicknessM * 1000)} in one operation.`,
      remedy: 'Lay the rest in another session, once this one has cooled.',
      off: thicknessM / mostThicknessM - 1,
    });
  return found.map((one) => objection(one, 'stack'));
}

function leanLayers(layer: PlanLayer, card: ResinCard): Objection[] {
  const least = card.limits.sheet.leastResinToGlass;
  const ratio = layer.laminate?.resinToGlass;
  if (least === null || ratio === undefined || ratio >= least - SAME) return [];
  const broken: Broken = {
    id: `lean-${layer.id}`,
    title: `${layer.name}: ${ratio.toFixed(1)} : 1`,
    why: `${card.name} asks for at least ${least.toFixed(1)} : 1: with less it neither wets the glass nor makes its heat.`,
    remedy: `Wet out at ${least.toFixed(1)} : 1 or more.`,
    off: 1 - ratio / least,
  };
  return [objection(broken, 'stack')];
}

function waits(below: PlanSession, session: PlanSession, cards: CardLibrary): Objection[] {
  const top = below.layers.at(-1);
  const card = top ? cardOf(cards, top.cardId) : null;
  const least = card?.limits.sheet.betweenSessionsH ?? null;
  const hours = (session.startMin - below.startMin) / 60;
  if (!card || least === null || hours >= least - SAME) return [];
  const broken: Broken = {
    id: `soon-${session.id}`,
    title: `${session.name} ${hours.toFixed(1)} h after ${below.name}`,
    why: `${card.name}’s sheet asks for ${least.toFixed(1)} h between sessions.`,
    remedy: 'Start it later, or hold it against the sheet.',
    off: 1 - hours / least,
  };
  return [objection(broken, 'sequence')];
}

function objection({ off, ...said }: Broken, stage: Objection['stage']): Objection {
  const level: ObjectionLevel = off > STRETCHED ? 'stop' : 'care';
  return { stage, level, ...said };
}
