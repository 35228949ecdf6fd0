import {
  edgeKinds,
  infusionRanges,
  kitRanges,
  measureWays,
  mixRanges,
  type EdgeKind,
  type InfusionPlan,
  type KitPlan,
  type MeasureWay,
  type MixPlan,
} from '@pentimento/core/plan';
import { ChoiceField, NumberField, NumberListField, TextField } from '../../wire/fields.js';

export class InfusionPlanDto implements InfusionPlan {
  @NumberField(infusionRanges.flowLengthMm) flowLengthMm: number;
  @NumberField(infusionRanges.deltaPKPa) deltaPKPa: number;
  @TextField(60, { nullable: true }) meshId: string | null;
  @NumberField(infusionRanges.fiberVolumeShare) fiberVolumeShare: number;
  @NumberField(infusionRanges.dropMbar, { nullable: true }) dropMbar: number | null;
  @TextField(60) hardenerId: string;
}

export class MixPlanDto implements MixPlan {
  @NumberField(mixRanges.people, { integer: true }) people: number;
  @NumberListField(mixRanges.containerG, mixRanges.containers.max) containersG: number[];
  @NumberField(mixRanges.fillShare) fillShare: number;
  @NumberField(mixRanges.potShare) potShare: number;
  @ChoiceField(measureWays) measure: MeasureWay;
  @NumberField(mixRanges.gunKgPerMin) gunKgPerMin: number;
}

export class KitPlanDto implements KitPlan {
  @NumberField(kitRanges.rollWidthMm, { nullable: true }) rollWidthMm: number | null;
  @NumberField(kitRanges.overlapMm) overlapMm: number;
  @NumberField(kitRanges.staggerMm) staggerMm: number;
  @ChoiceField(edgeKinds) edge: EdgeKind;
  @NumberField(kitRanges.longestPieceMm) longestPieceMm: number;
  @NumberField(kitRanges.wastePct) wastePct: number;
}
