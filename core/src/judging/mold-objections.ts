import { jointObjections } from '../joints/joint-objections.js';
import { laidSections, type TimesBySection } from '../joints/joint-schedule.js';
import type { Sibling } from '../design/hand-guard.js';
import { mixObjections, type MixRow } from '../mix/mix-sheet.js';
import type { CardLibrary } from '../plan/card-library.js';
import { worstFirst, type Objection, type PlanStage } from '../plan/objection.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { sectionNamed, sectionOf } from '../plan/section-view.js';
import { ALONE, planObjections, type AroundPlan } from './plan-objections.js';
import { zoneObjections } from './zone-objections.js';

/** What is known around a mold: other builds and molds of its part, and what was simulated of each section. */
export interface AroundMold {
  readonly siblings: readonly Sibling[];
  readonly sections: ReadonlyMap<string, Omit<AroundPlan, 'siblings'>>;
  readonly times: TimesBySection;
  /** Pots of each section */
  readonly mix: ReadonlyMap<string, readonly MixRow[]>;
}

/** Stages that are about the whole mold: what two sections say alike is said once. */
const OF_MOLD: readonly PlanStage[] = ['plug', 'split'];

const same = (a: Objection, b: Objection): boolean => a.id === b.id && a.title === b.title && a.why === b.why;

/** What is said of each section: of the mold's own stages once, of others with the section's name where there is more than one. */
export function saidOnce(
  sections: readonly { readonly id: string; readonly name: string; readonly objections: readonly Objection[] }[],
): Objection[] {
  const found: Objection[] = [];
  for (const { id, name, objections } of sections) {
    for (const objection of objections) {
      const ofMold = OF_MOLD.includes(objection.stage);
      if (ofMold && found.some((one) => same(one, objection))) continue;
      found.push(ofMold || sections.length === 1 ? objection : { ...objection, section: { id, name } });
    }
  }
  return found;
}

/** Every rule that objects to a mold besides its simulated limits, worst first. */
export function moldObjections(plan: PlanDocument, cards: CardLibrary, { siblings, sections, times, mix }: AroundMold): Objection[] {
  const laid = laidSections(plan);
  const views = laid.length > 0 ? laid : plan.sections.slice(0, 1).map(({ id, name }) => ({ id, name, plan: sectionOf(plan, id) }));
  const found = saidOnce(
    views.map(({ id, name, plan: view }) => {
      const known = sections.get(id) ?? ALONE;
      const zones = zoneObjections(plan, sectionNamed(plan, id), cards);
      return { id, name, objections: [...planObjections(view, cards, { siblings, ...known }), ...zones, ...mixObjections(mix.get(id) ?? [])] };
    }),
  );
  return worstFirst([...found, ...jointObjections(plan, times)]);
}
