import {
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
} from '@pentimento/core/plan';
import { ChoiceField, FlagField, ListField, NumberField, PartField, TextField } from '../../wire/fields.js';

export class MoldSectionDto implements MoldSection {
  @TextField(60) id: string;
  @TextField(80) name: string;
}

export class PartingLineDto implements PartingLine {
  @TextField(60) id: string;
  @TextField(80) name: string;
  @TextField(60) firstSectionId: string;
  @TextField(60) secondSectionId: string;
  @NumberField(designRanges.partingMm) lengthMm: number;
}

export class FlangeDto {
  @ChoiceField(flangeKinds) kind: FlangeKind;
  @NumberField(designRanges.widthMm) widthMm: number;
  @NumberField(designRanges.filletMm) filletMm: number;
  @NumberField(designRanges.trimMm) trimMm: number;
  @NumberField(designRanges.boltMm) boltMm: number;
  @NumberField(designRanges.boltSpacingMm) boltSpacingMm: number;
}

export class PullFaceDto implements PullFace {
  @TextField(60) id: string;
  @TextField(80) name: string;
  @NumberField(designRanges.draftDeg) draftDeg: number;
  @NumberField(designRanges.depthMm) depthMm: number;
  @NumberField(designRanges.undercutMm) undercutMm: number;
  @NumberField(designRanges.radiusMm) radiusMm: number;
}

export class OffsetBuildDto implements OffsetBuild {
  @NumberField(designRanges.partMm) partMm: number;
  @NumberField(designRanges.clearanceMm) clearanceMm: number;
  @NumberField(designRanges.sheetMm) sheetMm: number;
}

export class BackingDto implements Backing {
  @ChoiceField(backingKinds) kind: BackingKind;
  @NumberField(designRanges.spacingMm) spacingMm: number;
  @FlagField() softStrips: boolean;
  @NumberField(designRanges.bondMin, { nullable: true }) bondMin: number | null;
}

export class MoldDesignDto implements MoldDesign {
  @FlagField() direct: boolean;
  @NumberField(designRanges.longestSideMm) longestSideMm: number;
  @NumberField(designRanges.targetMm) targetMm: number;
  @ListField(() => MoldSectionDto, designRanges.sections.max) sections: MoldSectionDto[];
  @ListField(() => PartingLineDto, designRanges.partings.max) partings: PartingLineDto[];
  @PartField(() => FlangeDto) flange: FlangeDto;
  @ListField(() => PullFaceDto, designRanges.faces.max) faces: PullFaceDto[];
  @PartField(() => OffsetBuildDto, { nullable: true }) offset: OffsetBuildDto | null;
  @PartField(() => BackingDto) backing: BackingDto;
  @NumberField(designRanges.loadKPa) loadKPa: number;
  @NumberField(designRanges.sagMm) sagMm: number;
  @FlagField() marked: boolean;
}
