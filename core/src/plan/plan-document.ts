import { choice, day, id, list, name, number, optional, orNull, part, record, text, type PartOf, type Value } from './fields/field.js';
import { checkPart } from './fields/check-part.js';
import { initialPart } from './fields/initial.js';
import { partSchema, type JsonSchema } from './fields/json-schema.js';
import { infusionFields } from './parts/infusion.js';
import { jointFields } from './parts/joint.js';
import { kitFields } from './parts/kit-plan.js';
import { mixFields } from './parts/mix-plan.js';
import { backingFields, designFields, faceFields } from './parts/mold-design.js';
import { patchFields } from './parts/patch-area.js';
import { intakeFields } from './parts/plug-intake.js';
import { releaseFields } from './parts/release-plan.js';
import { zoneFields } from './parts/zone.js';
import { climateFields, hoursFields, plugFields, postCureFields, sectionPlanFields, sessionFields, shapeFields } from './section-plan.js';

export const FORMAT_VERSION = 2;

/** The section that every mold began with; its steps have no section in their ids. */
export const FIRST_SECTION = 'a';

const { direct, longestSideMm, targetMm, partings, flange, offset, loadKPa, sagMm, marked } = designFields;
/** Of the design what the whole mold has in common; faces and frame are the sections'. */
export const moldDesignFields = { direct, longestSideMm, targetMm, partings, flange, offset, loadKPa, sagMm, marked };

/** What is taken until somebody has said otherwise. */
export const DEFAULT_MOLD_DESIGN: PartOf<typeof moldDesignFields> = initialPart(moldDesignFields);

export const moldFields = {
  intake: optional(part('Intake', intakeFields)),
  design: optional(part('Whole design', moldDesignFields)),
};

export const assumedFields = {
  climate: part('Climate', climateFields),
  hours: part('Hours', hoursFields),
};

const faceKind = choice('It is', ['plug', 'parting board', 'sheet wax', 'neighbor flange'], 'plug', { 'neighbor flange': 'the neighbor’s flange' });
export type FaceKind = Value<typeof faceKind>;

export const facePartFields = {
  id,
  name,
  kind: faceKind,
  /** Whose flange; left out: none */
  sectionId: optional(text('Of section', 60)),
  ...plugFields,
};
/** What a section is laid against at one of its places; the first one is the field's. */
export type PlanFace = PartOf<typeof facePartFields>;

/** Bow and corners; pockets are zones. */
const { panelMm, cornersDeg } = shapeFields;

export const sectionFields2 = {
  id,
  name,
  /** Section that must be there before; left out: none */
  after: optional(text('After', 60)),
  areaM2: number('Area', 'm²', [0.01, 500], { quantity: 'area' }),
  face: list('Laid against', part('Laid against', facePartFields), { entry: 'face', least: 1, most: 12 }),
  patches: optional(list('Patches', part('Patch', patchFields), { entry: 'patch', most: 60 })),
  zones: list('Zones', part('Place', zoneFields), { entry: 'zone', most: 12 }),
  shape: optional(part('Bow and corners', { panelMm, cornersDeg })),
  /** Faces as measured along the pull */
  pull: optional(list('Faces', part('Face', faceFields), { entry: 'face', most: 40 })),
  backing: optional(part('Frame', backingFields)),
  release: optional(part('Release', releaseFields)),
  sessions: list('Sessions', part('Session', sessionFields), { entry: 'session', most: 40 }),
  infusion: optional(orNull(part('Infusion', infusionFields))),
};
/** One part of a mold with everything that is its own. */
export type PlanSection = PartOf<typeof sectionFields2>;

const sections = list('Sections', text('Section', 60), { entry: 'section', least: 1, most: 12 });

export const treatmentFields = { id, sectionIds: sections, ...postCureFields };
/** An oven for some of the sections together. */
export type PlanTreatment = PartOf<typeof treatmentFields>;

export const demoldFields = {
  id,
  /** In the order in which they come off */
  sectionIds: sections,
  atMin: sectionPlanFields.demoldMin,
};
export type PlanDemold = PartOf<typeof demoldFields>;

export const planFields = {
  formatVersion: choice('Format', [FORMAT_VERSION], FORMAT_VERSION),
  /** Shop time */
  startDate: day('Date of day 1'),
  mold: part('Mold', moldFields),
  /** Until the shop's calendar gives it */
  assumed: part('Assumed', assumedFields),
  /** In the order in which they are laid */
  sections: list('Sections', part('Mold section', sectionFields2), { entry: 'section', least: 1, most: 12 }),
  joints: list('Joint steps', part('Joint step', jointFields), { entry: 'joint step', most: 80 }),
  /** Ovens, each said once for the sections in it */
  postCures: list('Post-cures', part('Oven', treatmentFields), { entry: 'post-cure', most: 12 }),
  /** Demolding, said once for the sections that come off together */
  demolds: list('Demolding', part('Demolding', demoldFields), { entry: 'demolding', least: 1, most: 12 }),
  mix: optional(part('Mix', mixFields)),
  kit: optional(part('Kit', kitFields)),
  /** Version of each card the plan was made with, by card id; a card that is missing counts as the newest */
  cardVersions: optional(record('Card versions', number('Version', '', [0, 1e6], { whole: true }))),
};

/** Everything that a plan of a build says; versioned as a whole. */
export type PlanDocument = PartOf<typeof planFields>;

/**
 * Holds a value of unknown making against the fields of a plan.
 * @throws DomainError naming place and field, the value and what was expected
 */
export function assertPlan(value: unknown): asserts value is PlanDocument {
  checkPart(planFields, value);
}

/** JSON Schema of a plan, as docs/plan.schema.json holds it. */
export function planSchema(): JsonSchema {
  return { $schema: 'https://json-schema.org/draft/2020-12/schema', title: 'Plan of a build', ...partSchema(planFields) };
}
