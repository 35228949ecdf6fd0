import type { CardLibrary } from '../plan/card-library.js';
import { gateOpen, gateTests } from '../plan/parts/release-plan.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { readyAtMin } from '../plug/readiness.js';

/** Shortest reason that overrules what is open [characters]. */
export const LEAST_REASON = 10;

/** What is open before a plan may become a mold, a sentence each; none: nothing. A direct mold has no plug to get ready or let go of. */
export function finishBlocks(plan: SectionPlan, cards: CardLibrary): string[] {
  if (plan.design?.direct) return [];
  const { open } = readyAtMin(plan, cards);
  const { release } = plan;
  return [
    ...(open > 0 ? [`${String(open)} ${open === 1 ? 'check' : 'checks'} of the plug not done`] : []),
    ...(release ? (gateOpen(release) ? [] : [`gate before gel coat not signed (${String(openTests(release))} tests open)`]) : ['no release planned']),
  ];
}

function openTests(release: NonNullable<SectionPlan['release']>): number {
  return gateTests(release).filter(({ id }) => !release.passed.some((test) => test.id === id)).length;
}
