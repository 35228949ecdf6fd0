import type { CardLibrary } from '../plan/card-library.js';
import { gateOpen, openTests } from '../plan/parts/release-plan.js';
import type { PlanDocument } from '../plan/plan-document.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { sectionOf } from '../plan/section-view.js';
import { readyAtMin } from '../plug/readiness.js';

/** Shortest reason that overrules what is open [characters]. */
export const LEAST_REASON = 10;

/** What is open before a section may be laid or become a mold, a sentence each; none: nothing. A direct mold has no plug to get ready or let go of. */
export function finishBlocks(plan: SectionPlan, cards: CardLibrary): string[] {
  return [...plugBlocks(plan, cards), ...releaseBlocks(plan)];
}

function plugBlocks(plan: SectionPlan, cards: CardLibrary): string[] {
  if (plan.design?.direct) return [];
  const { open } = readyAtMin(plan, cards);
  return open > 0 ? [`${String(open)} ${open === 1 ? 'check' : 'checks'} of the plug not done`] : [];
}

function releaseBlocks({ design, release }: SectionPlan): string[] {
  if (design?.direct) return [];
  if (!release) return ['no release planned'];
  return gateOpen(release) ? [] : [`gate before gel coat not signed (${String(openTests(release))} tests open)`];
}

/** The same for a mold: what the plug lacks once, and the release of each section that has a stack. */
export function moldBlocks(plan: PlanDocument, cards: CardLibrary): string[] {
  const laid = plan.sections.filter(({ sessions }) => sessions.length > 0).map(({ id }) => sectionOf(plan, id));
  const named = ({ section }: SectionPlan, block: string): string => (section ? `${section.name}: ${block}` : block);
  return [
    ...new Set(laid.flatMap((section) => plugBlocks(section, cards))),
    ...laid.flatMap((section) => releaseBlocks(section).map((block) => named(section, block))),
  ];
}
