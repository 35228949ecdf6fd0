import { gateOpen } from '../plan/parts/release-plan.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { laidSections } from '../joints/joint-schedule.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { sectionTag, type Step } from './step.js';

/** What is written about a step. */
export const entryKinds = ['started', 'done', 'skipped', 'taken back'] as const;
export type EntryKind = (typeof entryKinds)[number];

/** One line of a build's log; lines are only added, and a mistake is taken back by another line. */
export interface StepEntry {
  readonly id: string;
  readonly stepId: string;
  readonly kind: EntryKind;
  /** ISO date-time */
  readonly at: string;
  readonly note: string;
  /** The line that this one takes back; null: it takes none back */
  readonly reverses: string | null;
  readonly madeBy: string;
}

export type StepState = 'open' | 'started' | 'done' | 'skipped';

/** Where each step of a log stands: by its last line that was not taken back. Steps without a line are open. */
export function stepStates(entries: readonly StepEntry[]): ReadonlyMap<string, StepEntry & { readonly state: Exclude<StepState, 'open'> }> {
  const reversed = new Set(entries.flatMap(({ reverses }) => reverses ?? []));
  const states = new Map<string, StepEntry & { readonly state: Exclude<StepState, 'open'> }>();
  for (const entry of [...entries].sort((a, b) => a.at.localeCompare(b.at))) {
    if (entry.kind === 'taken back' || reversed.has(entry.id)) continue;
    states.set(entry.stepId, { ...entry, state: entry.kind });
  }
  return states;
}

/** Lines about steps that the plan no longer has: they are kept, and shown. */
export function goneEntries(entries: readonly StepEntry[], steps: readonly Step[]): StepEntry[] {
  const known = new Set(steps.map(({ id }) => id));
  return entries.filter(({ stepId, kind }) => kind !== 'taken back' && !known.has(stepId));
}

/** Steps that must be done before this one and are not. */
export function missingBefore(step: Step, steps: readonly Step[], states: ReturnType<typeof stepStates>): Step[] {
  const over = (id: string): boolean => ['done', 'skipped'].includes(states.get(id)?.state ?? 'open');
  return steps.filter(({ id }) => step.after.includes(id) && !over(id));
}

/** A step with which laying begins: from here on a build is under way, and its gates count. */
export const opensBuild = (stepId: string): boolean => stepId.startsWith('session:') && !stepId.endsWith(':setup');

/** The section that a step of laying belongs to. */
export function sectionOfStep({ sections }: PlanDocument, stepId: string): PlanDocument['sections'][number] | undefined {
  return sections.find(({ sessions }) => sessions.some(({ id }) => stepId.startsWith(`session:${id}:`)));
}

/** What is ticked in a plan of several sections: checks of the plug once, and the gate of each section. */
export function tickedInMold(plan: PlanDocument): TickedStep[] {
  const all = laidSections(plan).flatMap(({ plan: section }) => tickedInPlan(section));
  return all.filter(({ stepId }, i) => all.findIndex((one) => one.stepId === stepId) === i);
}

/** What is ticked in the plan itself: checks of the plug, and the gate once it is open. These lines are the plan's, not the log's. */
export interface TickedStep {
  readonly stepId: string;
  readonly by: string;
}

export function tickedInPlan({ intake, release, section }: Pick<SectionPlan, 'intake' | 'release' | 'section'>): TickedStep[] {
  const checks = (intake?.done ?? []).map(({ id, by }): TickedStep => ({ stepId: `plug:${id}`, by }));
  if (!release || !gateOpen(release)) return checks;
  return [...checks, { stepId: `release:gate${sectionTag({ section })}`, by: release.override?.by ?? release.passed.at(-1)?.by ?? '' }];
}
