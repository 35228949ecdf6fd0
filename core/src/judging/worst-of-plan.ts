import { backingOf } from '../design/backing.js';
import type { Sibling } from '../design/hand-guard.js';
import { mixObjections, mixSheet, potLookup } from '../mix/mix-sheet.js';
import type { CardLibrary } from '../plan/card-library.js';
import { worstFirst, type Objection } from '../plan/objection.js';
import type { SectionPlan } from '../plan/section-plan.js';
import type { Words } from '../units/amounts.js';
import { worstOf } from '../units/levels.js';
import { evaluatePlan } from './evaluate-plan.js';
import { gelTimes } from './gel-times.js';
import { planObjections } from './plan-objections.js';
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

/**
 * A plan simulated and held against every limit and rule.
 * @param siblings other builds and molds of its part
 * @returns null for a plan that cannot be simulated, or holds nothing to judge
 */
export function worstOfPlan(plan: SectionPlan, cards: CardLibrary, siblings: readonly Sibling[]): WorstOfPlan | null {
  const evaluation = evaluatePlan(plan, cards);
  const { result, verdicts } = evaluation;
  if (result.status !== 'converged') return null;
  const around = { siblings, gelS: gelTimes(plan, evaluation), backing: backingOf(plan, result, cards) };
  const objections = worstFirst([...planObjections(plan, cards, around), ...mixObjections(mixSheet(plan, cards, potLookup()))]);
  return verdicts.length === 0 && objections.length === 0 ? null : worstAmong(verdicts, objections);
}
