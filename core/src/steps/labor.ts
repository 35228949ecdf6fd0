import type { Step, StepKind } from './step.js';

/** Kinds of work that hours are counted by, in the order of a build. */
export const laborGroups = ['plug', 'release', 'set up and clean', 'mix', 'lay', 'joints and trim', 'split and frame', 'off the plug'] as const;
export type LaborGroup = (typeof laborGroups)[number];

const LAYING: Partial<Readonly<Record<StepKind, LaborGroup>>> = {
  'set up': 'set up and clean',
  clean: 'set up and clean',
  mix: 'mix',
  'lay dry': 'lay',
  bag: 'lay',
  lay: 'lay',
  vacuum: 'lay',
  'tack try': 'joints and trim',
  prepare: 'joints and trim',
  trim: 'joints and trim',
  saw: 'joints and trim',
  'leak test': 'joints and trim',
};

/** Which work a step is. */
export function laborGroupOf({ id, kind, stage, sessionId }: Pick<Step, 'id' | 'kind' | 'stage' | 'sessionId'>): LaborGroup {
  if (sessionId !== null) return LAYING[kind] ?? 'lay';
  if (stage === 'plug') return 'plug';
  if (stage === 'release' || id.startsWith('release:')) return 'release';
  return stage === 'split' ? 'split and frame' : 'off the plug';
}

/** Hands at each kind of work [person-hours]; together they are the minutes of all steps. */
export function laborOf(steps: readonly Step[]): ReadonlyMap<LaborGroup, number> {
  const hours = new Map<LaborGroup, number>(laborGroups.map((group) => [group, 0]));
  for (const step of steps) hours.set(laborGroupOf(step), (hours.get(laborGroupOf(step)) ?? 0) + step.handsMin / 60);
  return hours;
}

/** Hands on the laminate: sessions with all that belongs to them [person-hours]. */
export function laminatingHours(steps: readonly Step[]): number {
  return steps.filter(({ sessionId }) => sessionId !== null).reduce((sum, { handsMin }) => sum + handsMin, 0) / 60;
}
