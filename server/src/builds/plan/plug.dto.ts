import {
  backStates,
  hands,
  intakeRanges,
  moldUses,
  patchRanges,
  patchShapes,
  placeKinds,
  wantedFinishes,
  type BackState,
  type DoneCheck,
  type Hand,
  type MoldUse,
  type Patch,
  type PatchForm,
  type PatchShape,
  type PlaceKind,
  type PlugIntake,
  type WantedFinish,
} from '@pentimento/core/plan';
import { ChoiceField, ListField, NumberField, PartField, TextField } from '../../wire/fields.js';

export class DoneCheckDto implements DoneCheck {
  @TextField(80) id: string;
  @NumberField(intakeRanges.doneMin) doneMin: number;
  @TextField(80) by: string;
}

export class PlugIntakeDto implements PlugIntake {
  @ChoiceField(backStates) back: BackState;
  @NumberField(intakeRanges.holes, { integer: true }) holes: number;
  @TextField(200, { minLength: 0 }) hardware: string;
  @ChoiceField(Object.keys(wantedFinishes)) finish: WantedFinish;
  @NumberField(intakeRanges.coarsestGrit) coarsestGrit: number;
  @NumberField(intakeRanges.shapeFactor) shapeFactor: number;
  @NumberField(intakeRanges.shopFactor) shopFactor: number;
  @NumberField(intakeRanges.accuracyMm) accuracyMm: number;
  @ChoiceField(moldUses) use: MoldUse;
  @NumberField(intakeRanges.heatedToC, { nullable: true }) heatedToC: number | null;
  @NumberField(intakeRanges.pullsExpected, { integer: true }) pullsExpected: number;
  @NumberField(intakeRanges.partThicknessMm) partThicknessMm: number;
  @ChoiceField(hands) hand: Hand;
  @TextField(120, { minLength: 0 }) mirrorOf: string;
  @ListField(() => DoneCheckDto, intakeRanges.done.max) done: DoneCheckDto[];
}

export class PatchFormDto implements PatchForm {
  @ChoiceField(patchShapes) shape: PatchShape;
  @NumberField(patchRanges.lengthMm, { optional: true }) lengthMm?: number;
  @NumberField(patchRanges.widthMm, { optional: true }) widthMm?: number;
  @NumberField(patchRanges.radiusMm, { optional: true }) radiusMm?: number;
  @NumberField(patchRanges.topRadiusMm, { optional: true }) topRadiusMm?: number;
  @NumberField(patchRanges.heightMm, { optional: true }) heightMm?: number;
  @NumberField(patchRanges.arcDeg, { optional: true }) arcDeg?: number;
}

export class PatchDto implements Patch {
  @TextField(60) id: string;
  @TextField(80) name: string;
  @ChoiceField(placeKinds) place: PlaceKind;
  @NumberField(patchRanges.count, { integer: true }) count: number;
  @PartField(() => PatchFormDto) form: PatchFormDto;
}
