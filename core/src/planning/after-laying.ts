import type { PlanDemold, PlanDocument } from '../plan/plan-document.js';
import { postCureTimes } from '../plan/surroundings.js';

/** The oven comes no sooner after the last ply than this [min]. */
const LEAST_TO_OVEN_MIN = 60;
const GRID_MIN = 15;

/** Demolding of a mold with that of one section's moved; sections that come off together move together. */
export function demoldedAt({ demolds }: Pick<PlanDocument, 'demolds'>, sectionId: string, atMin: number): PlanDemold[] {
  return demolds.map((demold) => (demold.sectionIds.includes(sectionId) ? { ...demold, atMin } : demold));
}

/** A plan whose ovens begin as long after what is laid as they were planned to, and when the last of them for a section is cold [min]; 0: none. */
export function ovenAfter(
  plan: PlanDocument,
  sectionId: string,
  { laidMin, byMin }: { readonly laidMin: number; readonly byMin: number },
): { readonly plan: PlanDocument; readonly endMin: number } {
  let endMin = 0;
  const postCures = plan.postCures.map((oven) => {
    if (!oven.sectionIds.includes(sectionId)) return oven;
    const startMin = Math.ceil(Math.max(oven.startMin + byMin, laidMin + LEAST_TO_OVEN_MIN) / GRID_MIN) * GRID_MIN;
    const moved = { ...oven, startMin };
    endMin = Math.max(endMin, postCureTimes({ climate: plan.assumed.climate, postCure: moved })?.endMin ?? 0);
    return moved;
  });
  return { plan: { ...plan, postCures }, endMin };
}

/** What is said of a mold let go at some moment, and, where it may be, what was worked out of it; later: it would have to stay on longer. */
export type End<T> = ({ readonly answer: 'yes' } & T) | { readonly answer: 'later' | 'no' };

/** First of some moments at which a mold may come off, if what has to wait only has to wait; null: none. Every moment is asked once. */
export function firstOf<T extends object>(count: number, ask: (i: number) => End<T>): (T & { readonly at: number }) | null {
  const asked = new Map<number, End<T>>();
  const endAt = (i: number): End<T> => {
    const end = asked.get(i) ?? ask(i);
    asked.set(i, end);
    return end;
  };
  let [below, above, step] = [-1, 0, 1];
  let end = endAt(above);
  while (end.answer !== 'yes') {
    if (end.answer === 'no' || above === count - 1) return null;
    below = above;
    above = Math.min(count - 1, above + step);
    step *= 2;
    end = endAt(above);
  }
  while (above - below > 1) {
    const middle = Math.floor((above + below) / 2);
    const between = endAt(middle);
    if (between.answer === 'yes') [above, end] = [middle, between];
    else below = middle;
  }
  return { ...end, at: above };
}
