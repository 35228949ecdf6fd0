import { backingOf } from '../design/backing.js';
import type { Sibling } from '../design/hand-guard.js';
import { mixSheet, potLookup, type PotLookup } from '../mix/mix-sheet.js';
import type { CardLibrary } from '../plan/card-library.js';
import type { Objection } from '../plan/objection.js';
import type { PlanDocument } from '../plan/plan-document.js';
import type { Words } from '../units/amounts.js';
import { byLevel, worstOf } from '../units/levels.js';
import { sectionTimes, type SectionEvaluation } from './evaluate-mold.js';
import { gelTimes, greenSpans } from './gel-times.js';
import { moldObjections, type AroundMold } from './mold-objections.js';
import { verdictLine } from './verdicts/verdict-line.js';
import type { Verdict, VerdictLevel } from './verdicts/verdict.js';

/** The worst that speaks against a plan, in one line. */
export interface WorstOfPlan {
  readonly level: VerdictLevel;
  readonly line: Words;
}

/**
 * The worst among limits and rules; of what is equally bad a rule comes first, for it is what to put right first. Notes are no objection.
 * Board and build page both ask here.
 */
export function worstAmong(verdicts: readonly Verdict[], objections: readonly Objection[]): WorstOfPlan {
  const rules = objections.filter(({ level }) => level !== 'note');
  const levels = [...rules, ...verdicts].flatMap((one): VerdictLevel[] => (one.level === 'note' ? [] : [one.level]));
  const level = worstOf(levels) ?? 'ok';
  if (level === 'ok') return { level, line: 'every limit kept' };
  const rule = rules.find((one) => one.level === level);
  if (rule) return { level, line: rule.title };
  const verdict = verdicts.find((one) => one.level === level);
  return { level, line: verdict ? verdictLine(verdict) : '' };
}

/** What is known of a mold once it is simulated. */
export function aroundMold(
  sections: readonly SectionEvaluation[],
  cards: CardLibrary,
  siblings: readonly Sibling[],
  pots: PotLookup = potLookup(),
): AroundMold {
  return {
    siblings,
    sections: new Map(
      sections.map(({ id, plan, zones: [field] }) => [
        id,
        {
          gelS: gelTimes(plan, field.evaluation),
          green: greenSpans(plan, field.evaluation),
          backing: backingOf(plan, field.evaluation.result, cards),
        },
      ]),
    ),
    times: sectionTimes(sections, cards),
    mix: new Map(sections.map(({ id, plan }) => [id, mixSheet(plan, cards, pots)])),
  };
}

/**
 * The worst of a plan whose sections were simulated, held against every limit and rule, in every zone of every section.
 * @param around what is known around the mold, by these sections
 * @returns null for a plan that cannot be simulated, or holds nothing to judge
 */
export function worstOfSections(
  plan: PlanDocument,
  cards: CardLibrary,
  sections: readonly SectionEvaluation[],
  around: AroundMold,
): WorstOfPlan | null {
  if (sections.some(({ zones }) => zones.some(({ evaluation }) => evaluation.result.status !== 'converged'))) return null;
  const verdicts = sections.flatMap((section) => section.verdicts).sort((a, b) => byLevel(a.level, b.level));
  const objections = moldObjections(plan, cards, around);
  return verdicts.length === 0 && objections.length === 0 ? null : worstAmong(verdicts, objections);
}
