import type { Sibling } from '@pentimento/core/design';
import type { CardLibrary, Objection, SectionPlan } from '@pentimento/core/plan';
import type { Build, Card } from '../../api/api';
import type { Mix } from '../simulation/use-mix';
import type { Simulation } from '../simulation/use-simulation';

/** What every stage of a build works on. */
export interface StageProps {
  readonly build: Build;
  readonly plan: SectionPlan;
  readonly cards: readonly Card[];
  readonly library: CardLibrary;
  readonly readOnly: boolean;
  readonly onEdit: (plan: SectionPlan) => void;
  /** Of this stage */
  readonly objections: readonly Objection[];
  /** Other builds and molds of the same part */
  readonly siblings: readonly Sibling[];
  readonly simulation: Simulation;
  readonly mix: Mix;
  /** Who is at the screen */
  readonly person: string;
}
