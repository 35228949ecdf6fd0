import { counted, type StepEntry } from '../log/entry.js';
import { rangeOf, type Field } from '../plan/fields/field.js';
import { gateTests, releaseFields, type ReleasePlan } from '../plan/parts/release-plan.js';
import { DEFAULT_INTAKE, doneCheckFields } from '../plan/parts/plug-intake.js';
import { FIRST_SECTION, type PlanDocument, type PlanSection } from '../plan/plan-document.js';
import { stepStates } from './step-log.js';
import { tagOfSection } from './step.js';

const CHECK = 'plug:';
const GATE = 'release:gate';

/** A step whose lines a plan is read with: checks of the plug, coats of release, gates. */
export const isReadWithPlan = (stepId: string): boolean => stepId.startsWith(CHECK) || stepId.startsWith('release:');

/** The gate before gel coat of some section. */
export const isGate = (stepId: string): boolean => stepId === GATE || stepId.startsWith(`${GATE}@`);

/**
 * A plan as it stands with what was signed at the bench: checks of the plug and gates before gel coat count as if they were ticked in it. What is ticked
 * there already stays as it is. A release that was begun begins then. The same plan where nothing of this was logged.
 * @param minuteOf minute of the plan's clock of a moment
 */
export function withSigned(plan: PlanDocument, entries: readonly StepEntry[], minuteOf: (iso: string) => number): PlanDocument {
  const done = [...stepStates(entries).values()].filter(({ state }) => state === 'done');
  const ticked = new Set(plan.mold.intake?.done.map(({ id }) => id));
  const checks = done.flatMap(({ stepId, at, madeBy }) => {
    const id = stepId.slice(CHECK.length);
    return stepId.startsWith(CHECK) && !ticked.has(id) ? [{ id, doneMin: within(doneCheckFields.doneMin, minuteOf(at)), by: madeBy }] : [];
  });
  const sections = plan.sections.map((section) => {
    const gate = done.find(({ stepId }) => stepId === `${GATE}${tagOfSection(section.id)}`);
    const release = section.release && begunAt(section.release, begunMin(section, entries, minuteOf));
    const signed = gate && release ? passedBy(release, gate.madeBy) : release;
    return signed === section.release ? section : { ...section, release: signed };
  });
  if (checks.length === 0 && sections.every((section, i) => section === plan.sections[i])) return plan;
  const intake = plan.mold.intake ?? DEFAULT_INTAKE;
  return { ...plan, sections, mold: checks.length === 0 ? plan.mold : { ...plan.mold, intake: { ...intake, done: [...intake.done, ...checks] } } };
}

/** When the first coat of a section's release was begun at the bench; null: none was [min]. */
function begunMin({ id }: PlanSection, entries: readonly StepEntry[], minuteOf: (iso: string) => number): number | null {
  const isCoat = ({ stepId, kind }: StepEntry): boolean => {
    const [step, sectionId = FIRST_SECTION] = stepId.split('@');
    return step.startsWith('release:') && step !== GATE && sectionId === id && (kind === 'started' || kind === 'done');
  };
  const first = counted(entries).find(isCoat);
  return first ? within(releaseFields.startMin, minuteOf(first.at)) : null;
}

/** A whole minute that a plan may say: one that is built long before or after its days still makes sense. */
function within(field: Field, minute: number): number {
  const { min, max } = rangeOf(field);
  return Math.min(max, Math.max(min, Math.round(minute)));
}

const begunAt = (release: ReleasePlan, startMin: number | null): ReleasePlan =>
  startMin === null || startMin === release.startMin ? release : { ...release, startMin };

/** Every test that nobody has signed yet, signed by one. */
function passedBy(release: ReleasePlan, by: string): ReleasePlan {
  const missing = gateTests(release).filter(({ id }) => !release.passed.some((test) => test.id === id));
  return missing.length === 0 ? release : { ...release, passed: [...release.passed, ...missing.map(({ id }) => ({ id, by }))] };
}
