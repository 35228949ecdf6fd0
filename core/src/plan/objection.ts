import type { Words } from '../units/amounts.js';
import { byLevel, worstOf } from '../units/levels.js';

/** How bad it is that a rule objects. */
export type ObjectionLevel = 'stop' | 'care' | 'note';

/** The stages of a build, in the trade's order. */
export const planStages = ['plug', 'split', 'release', 'stack', 'sequence', 'mix', 'kit', 'traveler'] as const;
export type PlanStage = (typeof planStages)[number];

/** A rule that objects to a plan: what, why, and what to do about it. */
export interface Objection {
  readonly id: string;
  readonly stage: PlanStage;
  readonly level: ObjectionLevel;
  /** What it is about, in a few words */
  readonly title: Words;
  /** The reason, one line */
  readonly why: Words;
  readonly remedy: Words;
  /** Section it is about, in a mold of several stacks; left out: the whole mold */
  readonly section?: { readonly id: string; readonly name: string };
}

/** Worst first; what is equally bad keeps the trade's order. */
export function worstFirst(objections: readonly Objection[]): Objection[] {
  const place = ({ stage }: Objection): number => planStages.indexOf(stage);
  return [...objections].sort((a, b) => byLevel(a.level, b.level) || place(a) - place(b));
}

/** The worst level; null: nothing objects. */
export function worstObjection(objections: readonly Objection[]): ObjectionLevel | null {
  return worstOf(objections.map(({ level }) => level));
}
