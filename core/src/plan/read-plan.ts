import { DomainError } from '../errors/domain-error.js';
import { isPart } from './fields/check-part.js';
import { readPart, type ReadNote } from './fields/read-part.js';
import { assertPlan, FORMAT_VERSION, planFields, type PlanDocument } from './plan-document.js';

/** A stored, drafted or imported plan as this program knows plans. */
export interface ReadPlan {
  readonly plan: PlanDocument;
  /** What was filled in or dropped, each with its place */
  readonly notes: readonly ReadNote[];
}

type Json = Readonly<Record<string, unknown>>;

/** Lifts from one format to the next, by the format they start from. */
const LIFTS: Readonly<Record<number, (plan: Json) => Json>> = {};

/**
 * Reads a plan of any format this program has known: older formats are lifted, fields that did not exist yet are filled with what is
 * taken until somebody has said otherwise, unknown ones are dropped.
 * Whether its parts fit together is `checkPlan`'s question: a draft may be at odds with itself and must still open.
 * @throws DomainError for a format that is not known, or a field of no use
 */
export function readPlan(json: unknown): ReadPlan {
  if (!isPart(json)) throw new DomainError({ code: 'bad-document', quantity: 'plan', value: json, expected: 'a plan' });
  let lifted: Json = json;
  for (let format = json.formatVersion; format !== FORMAT_VERSION; format = lifted.formatVersion) {
    if (typeof format !== 'number' || !Object.hasOwn(LIFTS, format))
      throw new DomainError({
        code: 'bad-document',
        quantity: 'format of the plan',
        value: format,
        expected: `a format up to ${String(FORMAT_VERSION)}; a newer program wrote it, or it is no plan`,
      });
    lifted = LIFTS[format](lifted);
  }
  const notes: ReadNote[] = [];
  const plan: unknown = readPart(planFields, lifted, notes);
  assertPlan(plan);
  return { plan, notes };
}
