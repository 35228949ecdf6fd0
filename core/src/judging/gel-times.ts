import type { SectionPlan } from '../plan/section-plan.js';
import type { GreenSpan } from '../stack/edge-cut.js';
import type { PlanEvaluation } from './evaluate-plan.js';

/** Time from laying to gel of each layer that gels [s]. */
export function gelTimes(plan: SectionPlan, { result }: Pick<PlanEvaluation, 'result'>): Map<string, number> {
  const laid = result.layers.filter((layer) => !layer.plug);
  const starts = plan.sessions.flatMap(({ layers, startMin }) => layers.map(({ id }) => ({ id, startS: startMin * 60 })));
  return new Map(
    starts.flatMap(({ id, startS }, i) => {
      const gelS = laid.at(i)?.gelS ?? null;
      return gelS === null ? [] : [[id, gelS - startS] as const];
    }),
  );
}

/** While the edge of each session cuts green, by the session's id; without those that never do. */
export function greenSpans(plan: SectionPlan, { windows, trim }: Pick<PlanEvaluation, 'windows' | 'trim'>): Map<string, GreenSpan> {
  const last = plan.sessions.length - 1;
  return new Map(
    plan.sessions.flatMap(({ id }, i) => {
      const green = i === last ? trim : (windows.find(({ belowSession }) => belowSession === i)?.trim ?? null);
      return green ? [[id, green] as const] : [];
    }),
  );
}
