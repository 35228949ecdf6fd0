import { jointSchedule, type TimesBySection } from '../joints/joint-schedule.js';
import { sectionTimes, type SectionEvaluation } from '../judging/evaluate-mold.js';
import type { CardLibrary } from '../plan/card-library.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { sectionNamed, sectionOf } from '../plan/section-view.js';
import { releaseSchedule } from '../release/release-schedule.js';

/** When a section's release may begin and its first session after it [min on the plan's clock]. */
export interface Beginning {
  /** null: as planned, or there is none */
  readonly releaseMin: number | null;
  readonly fromMin: number;
}

/** A section that has to wait is released as soon as it may be; one that has not, as planned. Gel coat comes when the release is through. */
function beginningAfter(plan: PlanDocument, id: string, freeMin: number, cards: CardLibrary): Beginning {
  const view = sectionOf(plan, id);
  const { release } = view;
  if (!release) return { releaseMin: null, fromMin: freeMin };
  const releaseMin = freeMin > 0 ? Math.ceil(freeMin) : null;
  const { gateMin } = releaseSchedule(view, releaseMin === null ? release : { ...release, startMin: releaseMin }, cards);
  return { releaseMin, fromMin: Math.max(freeMin, gateMin) };
}

/** When a section may begin: what it comes after is laid, the flange it lies against is hard, cleaned and released. Never earlier for later times. */
export function beginningBy(plan: PlanDocument, id: string, times: TimesBySection, cards: CardLibrary): Beginning {
  const section = sectionNamed(plan, id);
  const after = section.after === undefined ? undefined : times.get(section.after);
  const there = { ...plan, sections: plan.sections.filter((one) => one.id === id || times.has(one.id)) };
  const flange = jointSchedule(there, times)
    .filter(({ joint, second }) => joint.kind === 'flange released' && second.id === id)
    .map(({ endMin }) => endMin);
  return beginningAfter(plan, id, Math.max(0, after?.laidMin ?? 0, ...flange), cards);
}

/** The same after sections that are planned. */
export const beginningOf = (plan: PlanDocument, id: string, done: readonly SectionEvaluation[], cards: CardLibrary): Beginning =>
  beginningBy(plan, id, sectionTimes(done, cards), cards);
