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
  readonly title: string;
  /** The reason, one line */
  readonly why: string;
  readonly remedy: string;
}

export function objection(stage: PlanStage, level: ObjectionLevel, id: string, title: string, why: string, remedy: string): Objection {
  return { id, stage, level, title, why, remedy };
}

const RANK: Record<ObjectionLevel, number> = { stop: 0, care: 1, note: 2 };

/** Worst first; what is equally bad keeps the trade's order. */
export function worstFirst(objections: readonly Objection[]): Objection[] {
  const place = ({ stage }: Objection): number => planStages.indexOf(stage);
  return [...objections].sort((a, b) => RANK[a.level] - RANK[b.level] || place(a) - place(b));
}

/** The worst level; null: nothing objects. */
export function worstObjection(objections: readonly Objection[]): ObjectionLevel | null {
  return objections.reduce<ObjectionLevel | null>((worst, { level }) => (worst !== null && RANK[worst] <= RANK[level] ? worst : level), null);
}
