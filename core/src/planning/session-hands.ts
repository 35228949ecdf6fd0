import type { CardLibrary } from '../plan/card-library.js';
import { layingSeconds, peopleAt } from '../plan/laying.js';
import type { PlanDocument } from '../plan/plan-document.js';
import type { PlanSession, SectionPlan } from '../plan/section-plan.js';
import { sectionOf } from '../plan/section-view.js';
import type { Spell } from '../shop/shop-hours.js';
import { dryFromMin, drySpells, dryStacks, type LatestStart } from '../stack/dry-stack.js';
import { preparationOf } from '../stack/preparation.js';
import { POT_MIN } from '../plan/pot-age.js';
import { CLEAN_MIN, SET_UP_MIN } from '../steps/session-steps.js';

/** Hands at a session: setting up, pots and preparation before its start, laying and cleaning from it on. */
export interface SessionHands {
  readonly people: number;
  /** Before its start [min] */
  readonly beforeMin: number;
  /** From its start [min] */
  readonly layMin: number;
  readonly cleanMin: number;
}

/** @param isFirst nothing lies below that could be prepared */
export function sessionHands(session: PlanSession, view: SectionPlan, cards: CardLibrary, isFirst: boolean): SessionHands {
  const people = peopleAt(session, view);
  const preparation = isFirst ? null : preparationOf(session.layers.at(0));
  const prepareMin = preparation ? (preparation.minutesPerM2 * view.areaM2) / people : 0;
  return { people, beforeMin: SET_UP_MIN + POT_MIN + prepareMin, layMin: layingSeconds(session, view, cards) / 60, cleanMin: CLEAN_MIN };
}

/** When hands of a section are at its sessions, from setting up to clean tools [min on the plan's clock]. */
export function handsOf(plan: PlanDocument, sectionId: string, cards: CardLibrary): { readonly people: number; readonly spell: Spell }[] {
  const view = sectionOf(plan, sectionId);
  return view.sessions.map((session, i) => {
    const { people, beforeMin, layMin, cleanMin } = sessionHands(session, view, cards, i === 0);
    return { people, spell: [session.startMin - beforeMin, session.startMin + layMin + cleanMin] };
  });
}

/** When hands of a section are at the dry stacks of its infused sessions [min on the plan's clock]. */
export function dryHandsOf(
  plan: PlanDocument,
  sectionId: string,
  cards: CardLibrary,
): { readonly session: PlanSession; readonly people: number; readonly spell: Spell }[] {
  const view = sectionOf(plan, sectionId);
  return view.sessions.flatMap((session) =>
    drySpells(dryStacks(session, view, cards)).map(({ fromMin, toMin }) => ({
      session,
      people: peopleAt(session, view),
      spell: [fromMin, toMin] as const,
    })),
  );
}

/** Latest start of work inside spells; what is longer than any of them simply ends when it must. */
function latestIn(spells: readonly Spell[]): LatestStart {
  const longest = Math.max(0, ...spells.map(([from, to]) => to - from));
  return (untilMin, needMin) => {
    if (needMin > longest) return untilMin - needMin;
    const own = spells.findLast(([from, to]) => Math.min(to, untilMin) - needMin >= from);
    return own ? Math.min(own[1], untilMin) - needMin : -Infinity;
  };
}

/** When the dry stack of a session must be begun while hands are free in these spells; its start where it has none [min on the plan's clock]. */
export const dryBeginsMin = (session: PlanSession, view: SectionPlan, cards: CardLibrary, free: readonly Spell[]): number =>
  dryFromMin(dryStacks(session, view, cards, latestIn(free)), session);
