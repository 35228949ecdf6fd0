import type { Words } from '../units/amounts.js';
import type { PlanStage } from '../plan/objection.js';
import { FIRST_SECTION } from '../plan/plan-document.js';
import type { SectionPlan } from '../plan/section-plan.js';

/** What is done at a step. */
export const stepKinds = [
  'check',
  'finish',
  'clean',
  'seal',
  'coat',
  'film',
  'gate',
  'prepare',
  'tack try',
  'leak test',
  'set up',
  'mix',
  'lay dry',
  'bag',
  'lay',
  'vacuum',
  'trim',
  'saw',
  'parting',
  'flange',
  'frame',
  'mark',
  'drill',
  'ramp',
  'hold',
  'cool',
  'demold',
  'wash',
  'inspect',
  'scribe',
  'label',
  'commission',
] as const;
export type StepKind = (typeof stepKinds)[number];

/** What is written down at a step. */
export type StepLog = 'done' | 'signature' | 'pot' | 'film' | 'tack' | 'leak' | 'temperature' | 'ease' | 'findings' | 'mass' | 'lot' | 'thickness';

/** Where it is done, where that is not the bench. */
export type StepPlace = 'bench' | 'oven';

/** A quantity of something that a step takes. */
export interface StepUse {
  readonly what: string;
  readonly amount: number;
  readonly unit: 'g' | 'm²' | 'pieces';
}

/** Minutes of the plan's clock between which something may be done; untilMin null: it never opens. */
export interface StepSpan {
  readonly untilMin: number | null;
  readonly closesMin: number;
}

/**
 * One thing that somebody does on a mold, with hands, place and time. Derived from a plan, never stored: the same plan gives the same ids,
 * so that what was done at a step stays with it when the plan changes around it.
 */
export interface Step {
  /** Of what it is about: "session:s3:lay:l4:p2" */
  readonly id: string;
  readonly kind: StepKind;
  readonly stage: PlanStage;
  readonly name: Words;
  /** What to do, as an order */
  readonly order: Words;
  /** Section it is about; null: the whole mold, or a mold of one stack */
  readonly sectionId: string | null;
  readonly sessionId: string | null;
  readonly layerId: string | null;
  /** Planned, from 00:00 of day 1 [min] */
  readonly startMin: number;
  readonly endMin: number;
  /** Who stands at it, and their minutes together; 0: nobody has to */
  readonly people: number;
  /** Names of those who may do it; empty: nobody is named */
  readonly who: readonly string[];
  readonly handsMin: number;
  /** From its end until what comes next may begin [min] */
  readonly waitMin: number;
  /** Steps that must be done before */
  readonly after: readonly string[];
  /** What it waits for besides other steps; null: nothing */
  readonly waitsFor: {
    readonly what: 'gate' | 'window' | 'cure' | 'temperature' | 'hours';
    readonly untilMin: number;
    /** Too late from then on; null: it keeps */
    readonly closesMin: number | null;
    /** A window at the places laid first and last, where they differ by minutes that count */
    readonly places?: readonly [first: StepSpan, last: StepSpan];
  } | null;
  readonly place: StepPlace;
  readonly uses: readonly StepUse[];
  readonly logs: readonly StepLog[];
  readonly caution: string | null;
}

/** What stands at the end of the ids of a section's own steps: nothing in a mold of one stack, or for the section it began with, so that a log keeps its steps. */
export function sectionTag({ section }: Pick<SectionPlan, 'section'>): string {
  return section ? tagOfSection(section.id) : '';
}

export const tagOfSection = (sectionId: string): string => (sectionId === FIRST_SECTION ? '' : `@${sectionId}`);

type Said = Pick<Step, 'id' | 'kind' | 'stage' | 'name' | 'order' | 'startMin' | 'endMin'> & Partial<Step>;

/** A step with what is not said left at nothing. */
export function stepOf(said: Said): Step {
  return {
    sectionId: null,
    sessionId: null,
    layerId: null,
    people: 0,
    who: [],
    handsMin: 0,
    waitMin: 0,
    after: [],
    waitsFor: null,
    place: 'bench',
    uses: [],
    logs: ['done'],
    caution: null,
    ...said,
  };
}
