import {
  applyMethods,
  lastSurfaces,
  layerRoles,
  layerStarts,
  patchRanges,
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
} from '@pentimento/core/plan';
import {
  ChoiceField,
  FlagField,
  ListField,
  NumberField,
  NumberListField,
  PartField,
  PatternField,
  RecordField,
  TextField,
  TextListField,
} from '../../wire/fields.js';
import { MoldDesignDto } from './design.dto.js';
import { PatchDto, PlugIntakeDto } from './plug.dto.js';
import { ReleasePlanDto } from './release.dto.js';
import { InfusionPlanDto, KitPlanDto, MixPlanDto } from './work.dto.js';

const MOST_LAYERS = 12;

export class PlanLaminateDto implements PlanLaminate {
  @NumberField(planRanges.plies, { integer: true }) plies: number;
  @NumberField(planRanges.glassGsm) glassGsm: number;
  @NumberField(planRanges.resinToGlass) resinToGlass: number;
}

export class LayerApplicationDto implements LayerApplication {
  @ChoiceField(applyMethods) method: ApplyMethod;
  @NumberField(planRanges.passes, { integer: true }) passes: number;
  @TextField(40, { minLength: 0 }) color: string;
}

export class LayerExtrasDto {
  @NumberField(planRanges.extraPlies, { integer: true }) flangePlies: number;
  @NumberField(planRanges.extraPlies, { integer: true }) cornerPlies: number;
}

/** A coat or a paste core; which range counts, the core decides by the layer's role. */
const ANY_FILM = { ...planRanges.wetFilmUm, max: planRanges.coreUm.max };

export class PlanLayerDto implements PlanLayer {
  @TextField(60) id: string;
  @TextField(80) name: string;
  @ChoiceField(layerRoles) role: LayerRole;
  @TextField(60) cardId: string;
  @NumberField(planRanges.catalystPct, { nullable: true }) catalystPct: number | null;
  @NumberField(ANY_FILM, { nullable: true }) wetFilmUm: number | null;
  @PartField(() => PlanLaminateDto, { nullable: true }) laminate: PlanLaminateDto | null;
  @TextField(60, { optional: true }) fabricId?: string;
  @PartField(() => LayerApplicationDto, { optional: true }) application?: LayerApplicationDto;
  @ChoiceField(layerStarts, { optional: true }) start?: LayerStart;
  @ChoiceField(lastSurfaces, { optional: true }) surface?: LastSurface;
  @PartField(() => LayerExtrasDto, { optional: true }) extras?: LayerExtrasDto;
}

export class PlanSessionDto implements PlanSession {
  @TextField(60) id: string;
  @TextField(80) name: string;
  @NumberField(planRanges.startMin, { integer: true }) startMin: number;
  @ListField(() => PlanLayerDto, MOST_LAYERS) layers: PlanLayerDto[];
}

export class PlanPlugDto implements PlanPlug {
  @TextField(60) materialId: string;
  @NumberField(planRanges.plugThicknessMm) thicknessMm: number;
  @NumberField(planRanges.heatLimitC) heatLimitC: number;
  @TextListField(60, planRanges.surfaces.max) surfaces?: string[];
}

export class PlanClimateDto implements PlanClimate {
  @NumberField(planRanges.meanC) meanC: number;
  @NumberField(planRanges.swingC) swingC: number;
  @NumberField(planRanges.warmestHour) warmestHour: number;
  @FlagField() fan: boolean;
}

export class PlanHoursDto implements PlanHours {
  @NumberField(planRanges.hour) opensHour: number;
  @NumberField(planRanges.hour) closesHour: number;
  @FlagField() weekends: boolean;
}

export class PlanPostCureDto implements PlanPostCure {
  @NumberField(planRanges.startMin, { integer: true }) startMin: number;
  @NumberField(planRanges.rampKPerH) rampKPerH: number;
  @NumberField(planRanges.holdC) holdC: number;
  @NumberField(planRanges.holdMin) holdMin: number;
}

export class PlanShapeDto implements PlanShape {
  @NumberField(planRanges.panelMm) panelMm: number;
  @NumberListField(planRanges.cornerDeg, planRanges.corners.max) cornersDeg: number[];
  @FlagField() pockets: boolean;
}

export class PlanDocumentDto implements PlanDocument {
  @ChoiceField([1]) formatVersion: 1;
  @PatternField(/^\d{4}-\d{2}-\d{2}$/, 'start date: YYYY-MM-DD') startDate: string;
  @NumberField(planRanges.areaM2) areaM2: number;
  @PartField(() => PlanPlugDto) plug: PlanPlugDto;
  @PartField(() => PlanClimateDto) climate: PlanClimateDto;
  @PartField(() => PlanHoursDto) hours: PlanHoursDto;
  @ListField(() => PlanSessionDto, planRanges.sessions.max) sessions: PlanSessionDto[];
  @NumberField(planRanges.startMin, { integer: true }) demoldMin: number;
  @RecordField(Number, { optional: true }) cardVersions?: Record<string, number>;
  @PartField(() => PlanPostCureDto, { optional: true, nullable: true }) postCure?: PlanPostCureDto | null;
  @PartField(() => PlanShapeDto, { optional: true }) shape?: PlanShapeDto;
  @PartField(() => PlugIntakeDto, { optional: true }) intake?: PlugIntakeDto;
  @ListField(() => PatchDto, patchRanges.patches.max, { optional: true }) patches?: PatchDto[];
  @PartField(() => MoldDesignDto, { optional: true }) design?: MoldDesignDto;
  @PartField(() => ReleasePlanDto, { optional: true }) release?: ReleasePlanDto;
  @PartField(() => InfusionPlanDto, { optional: true, nullable: true }) infusion?: InfusionPlanDto | null;
  @PartField(() => MixPlanDto, { optional: true }) mix?: MixPlanDto;
  @PartField(() => KitPlanDto, { optional: true }) kit?: KitPlanDto;
}
