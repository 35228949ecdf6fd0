import { DomainError } from '../errors/domain-error.js';
import { checkIds, checkPart, entryName } from './fields/check-part.js';
import { checkPlan } from './check-plan.js';
import { checkPartings } from './parts/mold-design.js';
import { planFields, type PlanDocument, type PlanSection } from './plan-document.js';
import { sectionOf } from './section-view.js';

/**
 * Refuses a plan that cannot be simulated or makes no sense in the shop: each field on its own, each section as a whole, then what must fit together.
 * @throws DomainError naming section, session and layer, the value and what was expected
 */
export function checkDocument(plan: PlanDocument): void {
  checkPart(planFields, plan);
  checkDemolds(plan);
  plan.sections.forEach((section, i) => {
    try {
      checkPlan(sectionOf(plan, section.id));
    } catch (error) {
      if (!(error instanceof DomainError) || plan.sections.length === 1) throw error;
      throw new DomainError({
        code: error.code,
        quantity: `${entryName('section', i, section)}, ${error.quantity}`,
        value: error.value,
        expected: error.expected,
      });
    }
    checkReferences(plan, section, entryName('section', i, section));
  });
  const sessions = plan.sections.flatMap((section) => section.sessions);
  checkIds(sessions, 'session');
  checkIds(
    sessions.flatMap(({ layers }) => layers),
    'layer',
  );
  if (plan.mold.design) checkPartings({ partings: plan.mold.design.partings, sections: plan.sections });
  const partings = (plan.mold.design?.partings ?? []).map(({ id }) => id);
  plan.joints.forEach((joint, i) => {
    known(partings, joint.partingId, `${entryName('joint step', i, joint)}, parting line`);
  });
}

/** @throws DomainError where something refers to what is not there */
function known(ids: readonly string[], id: string, quantity: string): void {
  if (ids.includes(id)) return;
  throw new DomainError({
    code: 'bad-document',
    quantity,
    value: id,
    expected: ids.length === 0 ? 'nothing, there is none' : `one of ${ids.join(', ')}`,
  });
}

/** Every section comes off once; ovens and demolding act on sections that are there. */
function checkDemolds({ sections, demolds, postCures }: PlanDocument): void {
  const ids = sections.map(({ id }) => id);
  for (const [entry, list] of [
    ['demolding', demolds],
    ['post-cure', postCures],
  ] as const) {
    const acted = list.flatMap(({ sectionIds }) => sectionIds);
    for (const id of acted) known(ids, id, `${entry}, section`);
    const twice = acted.find((id, i) => acted.indexOf(id) !== i);
    if (twice !== undefined)
      throw new DomainError({ code: 'bad-document', quantity: `${entry}, section`, value: twice, expected: 'each section in one of them' });
  }
  const never = sections.find(({ id }) => !demolds.some(({ sectionIds }) => sectionIds.includes(id)));
  if (never) throw new DomainError({ code: 'value-missing', quantity: `section "${never.name}", demolding`, value: undefined, expected: 'a time' });
}

function checkReferences({ sections }: PlanDocument, { id, after, face, zones }: PlanSection, place: string): void {
  const others = sections.map((section) => section.id).filter((other) => other !== id);
  if (after !== undefined) known(others, after, `${place}, after`);
  face.forEach((one, i) => {
    if (one.kind === 'neighbor flange') known(others, one.sectionId ?? '', `${place}, ${entryName('face', i, one)}, of section`);
  });
  const faces = face.map((one) => one.id);
  zones.forEach((zone, i) => {
    if (zone.faceId !== undefined) known(faces, zone.faceId, `${place}, ${entryName('zone', i, zone)}, laid against`);
  });
}
