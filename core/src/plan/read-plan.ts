import { DomainError } from '../errors/domain-error.js';
import { checkPart, isPart } from './fields/check-part.js';
import { readPart, type ReadNote } from './fields/read-part.js';
import { planOf } from './lift-plan.js';
import { assertPlan, FORMAT_VERSION, planFields, type PlanDocument } from './plan-document.js';
import { sectionPlanFields, type SectionPlan } from './section-plan.js';

/** A stored, drafted or imported plan as this program knows plans. */
export interface ReadPlan {
  readonly plan: PlanDocument;
  /** What was filled in or dropped, each with its place */
  readonly notes: readonly ReadNote[];
}

function assertSectionPlan(value: unknown): asserts value is SectionPlan {
  checkPart(sectionPlanFields, value);
}

/**
 * Reads a plan of any format this program has known: older formats are lifted, fields that did not exist yet are filled with what is
 * taken until somebody has said otherwise, unknown ones are dropped.
 * Whether its parts fit together is `checkDocument`'s question: a draft may be at odds with itself and must still open.
 * @throws DomainError for a format that is not known, or a field of no use
 */
export function readPlan(json: unknown): ReadPlan {
  if (!isPart(json)) throw new DomainError({ code: 'bad-document', quantity: 'plan', value: json, expected: 'a plan' });
  const notes: ReadNote[] = [];
  if (json.formatVersion === 1) {
    const view: unknown = readPart(sectionPlanFields, json, notes);
    assertSectionPlan(view);
    return { plan: planOf(view), notes };
  }
  if (json.formatVersion !== FORMAT_VERSION)
    throw new DomainError({
      code: 'bad-document',
      quantity: 'format of the plan',
      value: json.formatVersion,
      expected: `a format up to ${String(FORMAT_VERSION)}; a newer program wrote it, or it is no plan`,
    });
  const plan: unknown = readPart(planFields, json, notes);
  assertPlan(plan);
  return { plan, notes };
}
