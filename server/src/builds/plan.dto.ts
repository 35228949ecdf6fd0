import {
  planRanges,
  type LayerRole,
  type PlanClimate,
  type PlanDocument,
  type PlanHours,
  type PlanLaminate,
  type PlanLayer,
  type PlanPlug,
  type PlanPostCure,
  type PlanSession,
  type PlanShape,
} from '@pentimento/core';
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
} from '../wire/fields.js';

const ROLES: readonly LayerRole[] = ['gelcoat', 'barrier', 'skin', 'bulk'];
const MOST_LAYERS = 12;

export class PlanLaminateDto implements PlanLaminate {
  @NumberField(planRanges.plies, { integer: true }) plies: number;
  @NumberField(planRanges.glassGsm) glassGsm: number;
  @NumberField(planRanges.resinToGlass) resinToGlass: number;
}

export class PlanLayerDto implements PlanLayer {
  @TextField(60) id: string;
  @TextField(80) name: string;
  @ChoiceField(ROLES) role: LayerRole;
  @TextField(60) cardId: string;
  @NumberField(planRanges.catalystPct, { nullable: true }) catalystPct: number | null;
  @NumberField(planRanges.wetFilmUm, { nullable: true }) wetFilmUm: number | null;
  @PartField(() => PlanLaminateDto, { nullable: true }) laminate: PlanLaminateDto | null;
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
}
