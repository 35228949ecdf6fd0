import { planStages, type PlanStage } from '@pentimento/core/plan';

export const STAGE_NAMES: Record<PlanStage, string> = {
  plug: 'Plug',
  split: 'Split',
  release: 'Release',
  stack: 'Stack',
  sequence: 'Sequence',
  mix: 'Mix',
  kit: 'Kit',
  traveler: 'Traveler',
};

/** The stage an address names; the growth chart where it names none, null where there is no such stage. */
export function stageOf(param: string | undefined): PlanStage | null {
  if (param === undefined) return 'sequence';
  return planStages.find((stage) => stage === param) ?? null;
}
