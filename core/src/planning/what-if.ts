import { warmerShop } from '../plan/shop-air.js';
import { evaluateMold, type SectionEvaluation } from '../judging/evaluate-mold.js';
import { verdictLine } from '../judging/verdicts/verdict-line.js';
import type { VerdictLevel } from '../judging/verdicts/verdict.js';
import type { CardLibrary } from '../plan/card-library.js';
import { peopleAt } from '../plan/laying.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { sectionOf } from '../plan/section-view.js';
import { byLevel, worstOf } from '../units/levels.js';
import { amount, words, type Words } from '../units/amounts.js';

/** Something that may come otherwise. */
export interface WhatIf {
  readonly id: string;
  readonly words: Words;
  readonly plan: PlanDocument;
  readonly cards: CardLibrary;
}

/** A limit before and after. */
export interface ChangedLimit {
  readonly id: string;
  readonly line: string;
  readonly section: string;
  readonly before: VerdictLevel;
  readonly after: VerdictLevel;
}

const COLDER_K = 4;
const HOTTER_K = 4;
/** Resin near the end of its life: slower to start, slower to cure (assumed). */
const OLD_RATE = 0.8;

/** The shop colder or hotter, somebody ill, resin near the end of its life. */
export function whatIfs(plan: PlanDocument, cards: CardLibrary): WhatIf[] {
  const { climate } = plan.assumed;
  const inAir = (byK: number): PlanDocument => ({
    ...plan,
    assumed: { ...plan.assumed, climate: warmerShop(climate, byK) },
  });
  const fewer: PlanDocument = {
    ...plan,
    sections: plan.sections.map((section) => ({
      ...section,
      sessions: section.sessions.map((session) => {
        const { who, ...rest } = session;
        return {
          ...rest,
          ...(who ? { who: who.slice(0, Math.max(1, who.length - 1)) } : {}),
          people: Math.max(1, peopleAt(session, sectionOf(plan, section.id)) - 1),
        };
      }),
    })),
  };
  return [
    { id: 'colder', words: words`The shop ${amount('temperatureDifference', COLDER_K)} colder`, plan: inAir(-COLDER_K), cards },
    { id: 'hotter', words: words`The shop ${amount('temperatureDifference', HOTTER_K)} hotter`, plan: inAir(HOTTER_K), cards },
    { id: 'ill', words: 'One person fewer at every session', plan: fewer, cards },
    { id: 'old', words: 'Resin near the end of its life, a fifth slower', plan, cards: slower(cards) },
  ];
}

function slower(cards: CardLibrary): CardLibrary {
  const resins = new Map(
    [...cards.resins].map(([id, card]) => {
      const { kinetics } = card;
      const { t_ind_min } = kinetics;
      const old = {
        ...kinetics,
        k1: kinetics.k1 * OLD_RATE,
        k2: kinetics.k2 * OLD_RATE,
        ...(t_ind_min === undefined ? {} : { t_ind_min: t_ind_min / OLD_RATE }),
      };
      return [id, { ...card, kinetics: old }] as const;
    }),
  );
  return { ...cards, resins };
}

/** Limits whose level becomes another one; worst afterwards first. */
export function changedLimits(before: readonly SectionEvaluation[], after: readonly SectionEvaluation[]): ChangedLimit[] {
  return after
    .flatMap((section) => {
      const was = before.find(({ id }) => id === section.id);
      return section.verdicts.flatMap((verdict): ChangedLimit[] => {
        const old = was?.verdicts.find(({ id }) => id === verdict.id);
        // Some limits are only spoken of where they are near.
        const before = old?.level ?? 'ok';
        if (before === verdict.level) return [];
        const line = verdictLine(old && byLevel(verdict.level, before) > 0 ? old : verdict);
        return [{ id: verdict.id, line, section: section.name, before, after: verdict.level }];
      });
    })
    .sort((a, b) => byLevel(a.after, b.after));
}

/** What comes of a what-if: the worst level, and what changed. */
export function tryWhatIf(
  { plan, cards }: WhatIf,
  before: readonly SectionEvaluation[],
): { readonly level: VerdictLevel; readonly changed: readonly ChangedLimit[] } {
  const after = evaluateMold(plan, cards);
  const level = worstOf(after.flatMap(({ verdicts }) => verdicts.map((one) => one.level))) ?? 'ok';
  return { level, changed: changedLimits(before, after) };
}
