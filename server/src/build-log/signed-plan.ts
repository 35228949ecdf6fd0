import { isStepEntry, type StepEntry } from '@pentimento/core/log';
import type { PlanDocument } from '@pentimento/core/plan';
import { withSigned } from '@pentimento/core/steps';
import { differenceInMinutes, parseISO } from 'date-fns';
import { Like, type EntityManager } from 'typeorm';
import { StepLogEntry } from './step-entry.entity.js';

/** A build's plan as it stands with the checks and gates that were signed at the bench. */
export async function signedPlan(tx: EntityManager, buildId: string, plan: PlanDocument): Promise<PlanDocument> {
  const rows = await tx.find(StepLogEntry, {
    where: ['plug:%', 'release:%'].map((like) => ({ buildId, stepId: Like(like) })),
    relations: { madeBy: true },
    order: { at: 'ASC', keptAt: 'ASC' },
  });
  const lines = rows.map((row) => ({ ...row, at: row.at.toISOString(), madeBy: row.madeBy.name }));
  const entries = lines.flatMap((line): StepEntry[] => (isStepEntry(line) ? [line] : []));
  return withSigned(plan, entries, (iso) => differenceInMinutes(parseISO(iso), parseISO(plan.startDate)));
}
