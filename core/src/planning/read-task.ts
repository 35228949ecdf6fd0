import { DomainError } from '../errors/domain-error.js';
import { checkDocument } from '../plan/check-document.js';
import { checkPart, isPart } from '../plan/fields/check-part.js';
import { readPart, type ReadNote } from '../plan/fields/read-part.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { readPlan } from '../plan/read-plan.js';
import { checkShop } from '../shop/shop-hours.js';
import { shopFields, type ShopCalendar } from '../shop/shop-calendar.js';
import { planTaskFields, type PlanTask } from './task.js';

/** What `npm run plan` reads besides small problems. */
export interface ReadTask {
  readonly plan: PlanDocument;
  readonly shop: ShopCalendar | null;
  readonly task: PlanTask;
}

/** A file that asks for a plan, not a small problem. */
export const asksForPlan = (json: unknown): boolean => isPart(json) && 'plan' in json;

/**
 * Reads a planning task (docs/formats.md): what is left out is taken as the fields say; what nobody knows is refused.
 * @throws DomainError naming the field
 */
export function readPlanTask(json: unknown): ReadTask {
  if (!isPart(json)) throw new DomainError({ code: 'bad-document', quantity: 'task', value: json, expected: 'an object with a plan' });
  const { plan: given, shop: open, cards: _cards, ...rest } = json;
  const { plan } = readPlan(given);
  checkDocument(plan);
  const notes: ReadNote[] = [];
  const task: unknown = readPart(planTaskFields, { vary: {}, ...rest }, notes);
  const unknown = notes.find(({ what }) => what === 'dropped');
  if (unknown)
    throw new DomainError({
      code: 'bad-document',
      quantity: unknown.where,
      value: undefined,
      expected: `one of ${Object.keys(planTaskFields).join(', ')}`,
    });
  assertTask(task);
  const shop: unknown = open === undefined || open === null ? null : readPart(shopFields, isPart(open) ? open : {}, []);
  if (shop === null) return { plan, shop: null, task };
  checkShop(shop);
  return { plan, shop, task };
}

function assertTask(value: unknown): asserts value is PlanTask {
  checkPart(planTaskFields, value);
}
