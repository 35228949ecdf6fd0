import { DomainError } from '../errors/domain-error.js';
import { changedZones, extrasOf, hasPocket, moreZonesOf } from './zones.js';
import type { PlanDocument, PlanSection } from './plan-document.js';
import { DEFAULT_DESIGN, type MoldDesign } from './parts/mold-design.js';
import type { PlanLayer, PlanPostCure, PlanSession, SectionInView, SectionPlan } from './section-plan.js';

/** @throws DomainError when the plan has no such section */
export function sectionNamed({ sections }: PlanDocument, id: string): PlanSection {
  const section = sections.find((one) => one.id === id);
  if (section) return section;
  throw new DomainError({ code: 'bad-document', quantity: 'section', value: id, expected: `one of ${sections.map((one) => one.id).join(', ')}` });
}

/** Absent where it is undefined, so that a plan without a part stays without it. */
function said<K extends string, V>(key: K, value: V | undefined): Partial<Record<K, V>> {
  const part: Partial<Record<K, V>> = {};
  if (value !== undefined) part[key] = value;
  return part;
}

/** When a section comes off [min]; a plan that does not say so cannot be judged. */
function demoldOf({ demolds }: PlanDocument, { id, name }: PlanSection): number {
  const demold = demolds.find(({ sectionIds }) => sectionIds.includes(id));
  if (demold) return demold.atMin;
  throw new DomainError({ code: 'value-missing', quantity: `section "${name}", demolding`, value: undefined, expected: 'a time' });
}

function postCureOf({ postCures }: PlanDocument, id: string): PlanPostCure | null {
  const found = postCures.find(({ sectionIds }) => sectionIds.includes(id));
  if (!found) return null;
  const { startMin, rampKPerH, holdC, holdMin } = found;
  return { startMin, rampKPerH, holdC, holdMin };
}

function designOf({ mold, sections }: PlanDocument, { pull, backing }: PlanSection): MoldDesign | undefined {
  if (!mold.design && !pull && !backing) return undefined;
  return {
    ...DEFAULT_DESIGN,
    ...mold.design,
    sections: sections.map(({ id, name }) => ({ id, name })),
    faces: pull ?? [],
    backing: backing ?? DEFAULT_DESIGN.backing,
  };
}

/**
 * One section of a plan as the rules see it: its own stack and times, and what it shares with the mold.
 * @throws DomainError when the plan has no such section
 */
export function sectionOf(plan: PlanDocument, id: string): SectionPlan {
  const section = sectionNamed(plan, id);
  const { materialId, thicknessMm, heatLimitC, surfaces, seal } = section.face[0];
  const pockets = hasPocket(section);
  return {
    formatVersion: 1,
    startDate: plan.startDate,
    areaM2: section.areaM2,
    plug: { materialId, thicknessMm, heatLimitC, ...said('surfaces', surfaces), ...said('seal', seal) },
    climate: plan.assumed.climate,
    hours: plan.assumed.hours,
    sessions: section.sessions.map((session) => ({
      ...session,
      layers: session.layers.map((layer): PlanLayer => {
        const { extras: _own, ...rest } = layer;
        return { ...rest, ...said('extras', extrasOf(section, layer.id)) };
      }),
    })),
    demoldMin: demoldOf(plan, section),
    postCure: postCureOf(plan, id),
    ...said('infusion', section.infusion),
    ...said('shape', section.shape || pockets ? { panelMm: 1000, cornersDeg: [90, 90], ...section.shape, pockets } : undefined),
    ...said('intake', plan.mold.intake),
    ...said('patches', section.patches),
    ...said('design', designOf(plan, section)),
    ...said('release', section.release),
    ...said('mix', plan.mix),
    ...said('kit', plan.kit),
    ...said('cardVersions', plan.cardVersions),
    ...said('section', inViewOf(plan, section)),
    ...said('moreZones', moreZonesOf(section)),
  };
}

function inViewOf({ sections, mold }: PlanDocument, { id, name }: PlanSection): SectionInView | undefined {
  if (sections.filter(({ sessions }) => sessions.length > 0).length < 2) return undefined;
  const laidAgainst = (mold.design?.partings ?? []).filter(({ secondSectionId }) => secondSectionId === id).map((parting) => parting.id);
  return { id, name, laidAgainst };
}

/** A plan with one of its sections edited as a view: what the view shares with the mold is changed for all. */
export function withSection(plan: PlanDocument, id: string, view: SectionPlan): PlanDocument {
  const before = sectionNamed(plan, id);
  const { materialId, thicknessMm, heatLimitC, surfaces, seal } = view.plug;
  const [{ id: faceId, name, kind, sectionId }, ...others] = before.face;
  const first = { id: faceId, name, kind, ...said('sectionId', sectionId), materialId, thicknessMm, heatLimitC };
  const section: PlanSection = {
    id: before.id,
    name: before.name,
    ...said('after', before.after),
    areaM2: view.areaM2,
    face: [{ ...first, ...said('surfaces', surfaces), ...said('seal', seal) }, ...others],
    ...said('patches', view.patches),
    zones: changedZones(before, view),
    ...said('shape', view.shape && { panelMm: view.shape.panelMm, cornersDeg: view.shape.cornersDeg }),
    ...said('pull', view.design?.faces),
    ...said('backing', view.design?.backing),
    ...said('release', view.release),
    sessions: apart(view.sessions, id, plan).map((session) => ({
      ...session,
      layers: session.layers.map(({ extras: _extras, ...layer }): PlanLayer => layer),
    })),
    ...said('infusion', view.infusion),
  };
  return {
    ...plan,
    startDate: view.startDate,
    mold: { ...said('intake', view.intake), ...said('design', view.design ? moldDesignOf(view.design) : plan.mold.design) },
    assumed: { climate: view.climate, hours: view.hours },
    sections: plan.sections.map((one) => (one.id === id ? section : one)),
    postCures: withPostCureOf(plan, id, view.postCure ?? null),
    demolds: plan.demolds.map((demold) => (demold.sectionIds.includes(id) ? { ...demold, atMin: view.demoldMin } : demold)),
    ...said('mix', view.mix),
    ...said('kit', view.kit),
    ...said('cardVersions', view.cardVersions),
  };
}

/** Sessions with ids that no other section has: a school's are the same in every section. */
function apart(sessions: readonly PlanSession[], id: string, { sections }: PlanDocument): PlanSession[] {
  const others = sections.filter((section) => section.id !== id).flatMap((section) => section.sessions);
  const taken = new Set([...others.map((session) => session.id), ...others.flatMap(({ layers }) => layers.map((layer) => layer.id))]);
  const own = <T extends { id: string }>(one: T): T => (taken.has(one.id) ? { ...one, id: `${id}-${one.id}` } : one);
  return sessions.map((session) => own({ ...session, layers: session.layers.map(own) }));
}

function moldDesignOf({ sections: _s, faces: _f, backing: _b, ...design }: MoldDesign): PlanDocument['mold']['design'] {
  return design;
}

/** An oven that is planned at one section is for all that are on the plug; taken away, it is taken away for that section. */
function withPostCureOf({ postCures, sections }: PlanDocument, id: string, postCure: PlanPostCure | null): PlanDocument['postCures'] {
  const mine = postCures.find(({ sectionIds }) => sectionIds.includes(id));
  if (postCure === null) {
    return postCures
      .map((one) => ({ ...one, sectionIds: one.sectionIds.filter((other) => other !== id) }))
      .filter(({ sectionIds }) => sectionIds.length > 0);
  }
  if (mine) return postCures.map((one) => (one === mine ? { ...one, ...postCure } : one));
  return [...postCures, { id: `oven-${String(postCures.length + 1)}`, sectionIds: sections.map((one) => one.id), ...postCure }];
}
