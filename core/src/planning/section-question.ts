import type { SectionEvaluation } from '../judging/evaluate-mold.js';
import type { CardLibrary } from '../plan/card-library.js';
import type { PlanDocument } from '../plan/plan-document.js';
import type { Spell } from '../shop/shop-hours.js';
import type { Clearance } from './limits.js';
import type { ScenarioSet } from './robust.js';
import type { Way } from './section-items.js';
import type { LimitClass, Weights } from './task.js';

/** What is said of a finished plan; later: the mold would have to stay on longer. */
export type Accepted = 'yes' | 'later' | 'no';

/** What a search over one section is given. */
export interface SectionQuestion {
  /** Its other sections are as they are */
  readonly plan: PlanDocument;
  readonly cards: CardLibrary;
  readonly sectionId: string;
  /** Sections that are planned, whose flanges it may be laid against */
  readonly done: readonly SectionEvaluation[];
  /** When so many people, and those who are named, are there and free [min] */
  readonly spells: (people: number, who: readonly string[]) => readonly Spell[];
  /** Nothing begins before [min] */
  readonly fromMin: number;
  /** Its release begins then; null: as planned */
  readonly releaseMin: number | null;
  readonly horizonMin: number;
  readonly gridMin: number;
  readonly pliesMayMove: boolean;
  /** Sessions that stay where they are */
  readonly locked: ReadonlySet<string>;
  readonly ways: readonly Way[];
  readonly weights: Weights;
  /** What its cost is: as weighed, or only when the next section may go on its flange */
  readonly ends: 'demolding' | 'hard';
  readonly clear: Clearance;
  /** Limits that are not asked, to find out which ones clash */
  readonly lifted: ReadonlySet<LimitClass>;
  /** What it must be kept in, in most; null: only as planned */
  readonly scenarios: ScenarioSet | null;
  /** Asked of a finished plan last of all */
  readonly accept: (plan: PlanDocument, section: SectionEvaluation) => Accepted;
}
