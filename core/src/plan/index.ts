export { headOf, stackOf, type BuildHead } from './build-head.js';
export { cardLibrary } from './built-in-library.js';
export {
  cardOf,
  keepCardVersions,
  libraryOf,
  outdatedCards,
  usedCardIds,
  withNewestCard,
  type CardLibrary,
  type OutdatedCard,
} from './card-library.js';
export {
  SNAP_MIN,
  addLayer,
  addSession,
  changeLayer,
  earliestDemoldMin,
  moveSession,
  removeLayer,
  snapMinutes,
  withPatches,
  withPostCure,
  withRole,
} from './edit-plan.js';
export { mostOf, rangeOf, type Field, type FieldShape, type FieldTable, type NumberShape, type PartOf } from './fields/field.js';
export { initialPart } from './fields/initial.js';
export { planStages, worstFirst, worstObjection, type Objection, type ObjectionLevel, type PlanStage } from './objection.js';
export { DEFAULT_INFUSION, MOST_DROP_MBAR, infusionFields, type InfusionPlan } from './parts/infusion.js';
export { DEFAULT_KIT, kitFields, type KitPlan } from './parts/kit-plan.js';
export { DEFAULT_MIX, USUAL_LEFT_PCT, USUAL_PACE, mixFields, type MeasureWay, type MixPlan } from './parts/mix-plan.js';
export {
  DEFAULT_DESIGN,
  backingFields,
  designFields,
  faceFields,
  flangeFields,
  offsetFields,
  partingFields,
  sectionFields,
  type MoldDesign,
  type MoldSection,
  type PartingLine,
  type PullFace,
} from './parts/mold-design.js';
export {
  patchAreaM2,
  patchFields,
  patchFormFields,
  patchShapes,
  patchSizes,
  placeKinds,
  sumAreas,
  type Patch,
  type PatchForm,
  type PatchShape,
  type PatchSize,
} from './parts/patch-area.js';
export { DEFAULT_INTAKE, finishIsLess, intakeFields, type DoneCheck, type Hand, type PlugIntake } from './parts/plug-intake.js';
export { defaultRelease, gateOpen, gateTests, releaseFields, releaseZoneFields, type ReleasePlan, type ReleaseZone } from './parts/release-plan.js';
export {
  DEFAULT_SHAPE,
  additionFields,
  applicationFields,
  applyMethods,
  airPointFields,
  climateFields,
  heatingFields,
  extrasFields,
  filmRange,
  judgedPanelMm,
  laminateFields,
  layerFields,
  layerRole,
  plugFields,
  postCureFields,
  sealFields,
  sectionPlanFields,
  sessionFields,
  shapeFields,
  type ApplyMethod,
  type SectionPlan,
  type LayerAddition,
  type PlanLayer,
  type PlanPlug,
  type PlanPostCure,
  type PlanSession,
  type PlanShape,
} from './section-plan.js';
export { METHOD_TRANSFER, layerBuild } from './layer-masses.js';
export { flashMinOf, isSprayed, layerSpans, peopleAt } from './laying.js';
export { FILL_BAND, infusedAtC, infusedLayers, infusionOutcome, isInfused } from './infusion-fill.js';
export { planToCase } from './plan-to-case.js';
export { laidResin } from './laid-resin.js';
export { readPlan, type ReadPlan } from './read-plan.js';
export { planFromTemplate, stackTemplates, withSchool } from './stack-templates.js';
export { goesOf, laidAreaM2, layingOrder, layingSeconds, OVER_ALL_M2, placesApartSeconds, type Place } from './laying.js';
export {
  FIRST_SECTION,
  assertPlan,
  facePartFields,
  planFields,
  planSchema,
  sectionFields2,
  type PlanDemold,
  type PlanDocument,
  type PlanFace,
  type PlanSection,
  type PlanTreatment,
} from './plan-document.js';
export { checkDocument } from './check-document.js';
export { jointsOf, planOf } from './lift-plan.js';
export { jointFields, jointKinds, type JointKind, type PlanJoint } from './parts/joint.js';
export { zoneFields, zoneKinds, zoneLayerFields, type PlanZone, type ZoneKind, type ZoneLayer } from './parts/zone.js';
export { sectionNamed, sectionOf, withSection } from './section-view.js';
export { fieldOf, zoneOf, type NeighborFlange } from './zone-view.js';
export { newZone, withZoneLayer, zoneAreaM2, zoneLayer } from './zones.js';
export {
  changeSection,
  firstRelease,
  mirroredText,
  mirroredTwin,
  planLike,
  withNewSection,
  withParting,
  withSectionAt,
  withSectionEarlier,
  withoutParting,
  withoutSection,
  type NewId,
} from './edit-document.js';
export { airAt, beginningOn, knownSpells, meanAirC, planAir, warmerShop, type AirAt } from './shop-air.js';
