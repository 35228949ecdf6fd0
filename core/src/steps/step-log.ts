import { counted, isState, NO_STEP, opensLaying, type EntryKind, type StateKind, type StepEntry } from '../log/entry.js';
import { gateOpen } from '../plan/parts/release-plan.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { laidSections } from '../joints/joint-schedule.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { sectionTag, type Step } from './step.js';

export type StepState = 'open' | StateKind;

/** A step's last line that counts, and where it leaves the step. */
export type Standing = StepEntry & { readonly state: StateKind };

/** Where each step of a log stands: by its last line that was not taken back. Steps without a line are open; readings change nothing. */
export function stepStates(entries: readonly StepEntry[]): ReadonlyMap<string, Standing> {
  return new Map(
    counted(entries)
      .filter(isState)
      .map((entry) => [entry.stepId, { ...entry, state: entry.kind }]),
  );
}

/** Somebody is at it. */
export const isRunning = (state: StepState): boolean => state === 'started' || state === 'handed over';

/** Lines about steps that the plan no longer has: they are kept, and shown. */
export function goneEntries(entries: readonly StepEntry[], steps: readonly Step[]): StepEntry[] {
  const known = new Set(steps.map(({ id }) => id));
  return entries.filter(({ stepId, kind }) => kind !== 'taken back' && stepId !== NO_STEP && !known.has(stepId));
}

/** Steps that must be done before this one and are not. */
export function missingBefore(step: Step, steps: readonly Step[], states: ReturnType<typeof stepStates>): Step[] {
  const over = (id: string): boolean => ['done', 'skipped'].includes(states.get(id)?.state ?? 'open');
  return steps.filter(({ id }) => step.after.includes(id) && !over(id));
}

/** A step with which laying begins: from here on a build is under way, and its gates count. */
export const opensBuild = (stepId: string): boolean => stepId.startsWith('session:') && !stepId.endsWith(':setup');

/** Lines with which laying begins wherever in a session they are written. */
export const LAYING: readonly EntryKind[] = ['pot', 'film'];

/** Whether laying begins with a line: tools laid out begin nothing, a pot that is mixed meanwhile does. */
export const beginsLaying = (kind: EntryKind, stepId: string): boolean =>
  opensLaying(kind) && stepId.startsWith('session:') && (opensBuild(stepId) || LAYING.includes(kind));

/** What the id of a session's step says; null: it is no such step. */
export function stepParts(
  stepId: string,
): { readonly sessionId: string; readonly what: string; readonly layerId?: string; readonly ply?: number } | null {
  const parts = stepId.split(':');
  if (parts[0] !== 'session' || parts.length < 3) return null;
  const [, sessionId, what] = parts;
  return { sessionId, what, ...(parts.length > 3 ? { layerId: parts[3] } : {}), ...(parts.length > 4 ? { ply: Number(parts[4].slice(1)) } : {}) };
}

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
