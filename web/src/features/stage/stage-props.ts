import type { Sibling } from '@pentimento/core/design';
import type { CardLibrary, Objection, PlanDocument, PlanSection, SectionPlan } from '@pentimento/core/plan';
import type { Build, Card } from '../../api/api';
import type { SectionChoice } from '../plan/section-choice';
import type { Mold } from '../simulation/use-mold';
import type { Simulation } from '../simulation/use-simulation';

/** What every stage of a build works on. */
export interface StageProps {
  readonly build: Build;
  /** The section that is looked at */
  readonly plan: SectionPlan;
  /** The plan that it is of, as it stands */
  readonly document: PlanDocument;
  /** The section with the checks and gates that were signed at the bench */
  readonly signed: SectionPlan;
  readonly section: PlanSection;
  readonly choice: SectionChoice;
  readonly cards: readonly Card[];
  readonly library: CardLibrary;
  readonly readOnly: boolean;
  /** The section changed; what it shares with its mold changes for all */
  readonly onEdit: (plan: SectionPlan) => void;
  readonly onEditPlan: (plan: PlanDocument) => void;
  /** Of this stage */
  readonly objections: readonly Objection[];
  /** Other builds and molds of the same part */
  readonly siblings: readonly Sibling[];
  readonly simulation: Simulation;
  readonly mold: Mold;
  /** Who is at the screen */
  readonly person: string;
}
