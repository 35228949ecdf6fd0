import { changeSection, withNewSection, withParting } from '../plan/edit-document.js';
import { planOf } from '../plan/lift-plan.js';
import { DEFAULT_DESIGN } from '../plan/parts/mold-design.js';
import { defaultRelease } from '../plan/parts/release-plan.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { planFromTemplate } from '../plan/stack-templates.js';

/** A mold of two halves by a school: a and b, each released, the second against the first one’s flange, joined at a keel of a meter. */
export function twoHalves(school = 'staged', plug = { materialId: 'mdf', thicknessMm: 18, heatLimitC: 80 }): PlanDocument {
  const view = planFromTemplate(school, { startDate: '2026-11-30', areaM2: 1, plug });
  let made = 0;
  const released = {
    ...view,
    design: { ...DEFAULT_DESIGN, sections: [{ id: 'a', name: 'Left' }] },
    release: { ...defaultRelease(1), startMin: -2 * 1440 + 480 },
  };
  const both = withNewSection(planOf(released), () => `b${String(++made)}`);
  const [, { id }] = both.sections;
  const named = changeSection(both, id, (section) => ({ ...section, name: 'Right' }));
  return withParting(named, { id: 'keel', name: 'Keel', firstSectionId: 'a', secondSectionId: id, lengthMm: 1000 });
}
