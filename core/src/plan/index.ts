export {
  cardLibrary,
  cardOf,
  keepCardVersions,
  outdatedCards,
  usedCardIds,
  withNewestCard,
  type CardLibrary,
  type OutdatedCard,
} from './card-library.js';
export { checkPlan } from './check-plan.js';
export { SNAP_MIN, addLayer, addSession, changeLayer, moveSession, removeLayer, snapMinutes, withPatches, withRole } from './edit-plan.js';
export { objection, planStages, worstFirst, worstObjection, type Objection, type ObjectionLevel, type PlanStage } from './objection.js';
export { DEFAULT_INFUSION, MOST_DROP_MBAR, infusionRanges, type InfusionPlan } from './parts/infusion.js';
export { DEFAULT_KIT, edgeKinds, kitRanges, type EdgeKind, type KitPlan } from './parts/kit-plan.js';
export { DEFAULT_MIX, measureWays, mixRanges, type MeasureWay, type MixPlan } from './parts/mix-plan.js';
export {
  DEFAULT_DESIGN,
  backingKinds,
  designRanges,
  flangeKinds,
  type Backing,
  type BackingKind,
  type FlangeKind,
  type MoldDesign,
  type MoldSection,
  type OffsetBuild,
  type PartingLine,
  type PullFace,
} from './parts/mold-design.js';
export {
  patchAreaM2,
  patchRanges,
  patchShapes,
  patchSizeNames,
  patchSizes,
  placeKinds,
  sumAreas,
  type Patch,
  type PatchForm,
  type PatchShape,
  type PatchSize,
  type PlaceKind,
} from './parts/patch-area.js';
export {
  DEFAULT_INTAKE,
  backStates,
  finishIsLess,
  hands,
  intakeRanges,
  moldUses,
  type BackState,
  type DoneCheck,
  type Hand,
  type MoldUse,
  type PlugIntake,
} from './parts/plug-intake.js';
export {
  defaultRelease,
  gateOpen,
  gateTests,
  releaseRanges,
  zoneStates,
  type PassedTest,
  type ReleasePlan,
  type ReleaseZone,
  type ZoneState,
} from './parts/release-plan.js';
export { wantedFinishes, type WantedFinish } from './parts/wanted-finish.js';
export {
  DEFAULT_SHAPE,
  applyMethods,
  lastSurfaces,
  layerRoles,
  layerStarts,
  planRanges,
  type ApplyMethod,
  type LastSurface,
  type LayerApplication,
  type LayerRole,
  type LayerStart,
  type PlanClimate,
  type PlanDocument,
  type PlanHours,
  type PlanLaminate,
  type PlanLayer,
  type PlanPlug,
  type PlanPostCure,
  type PlanSession,
  type PlanShape,
} from './plan-document.js';
export { METHOD_TRANSFER, layerBuild, planToCase } from './plan-to-case.js';
export { planFromTemplate, stackTemplates, withSchool } from './stack-templates.js';
