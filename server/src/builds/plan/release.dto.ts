import { plugReleasePrograms } from '@pentimento/core/materials';
import { releaseRanges, zoneStates, type PassedTest, type ReleasePlan, type ReleaseZone, type ZoneState } from '@pentimento/core/plan';
import { ChoiceField, FlagField, KeyField, ListField, NumberField, PartField, TextField } from '../../wire/fields.js';

export class ReleaseZoneDto implements ReleaseZone {
  @TextField(60) id: string;
  @TextField(80) name: string;
  @NumberField(releaseRanges.areaM2) areaM2: number;
  @KeyField(plugReleasePrograms.map(({ id }) => id)) programId: string;
  @ChoiceField(zoneStates) already: ZoneState;
}

export class PassedTestDto implements PassedTest {
  @TextField(80) id: string;
  @TextField(80) by: string;
}

export class GateOverrideDto {
  @TextField(80) by: string;
  @TextField(300) reason: string;
}

export class ReleasePlanDto implements ReleasePlan {
  @NumberField(releaseRanges.startMin) startMin: number;
  @FlagField() newSurface: boolean;
  @NumberField(releaseRanges.humidityPct) humidityPct: number;
  @ListField(() => ReleaseZoneDto, releaseRanges.zones.max) zones: ReleaseZoneDto[];
  @ListField(() => PassedTestDto, releaseRanges.passed.max) passed: PassedTestDto[];
  @PartField(() => GateOverrideDto, { nullable: true }) override: GateOverrideDto | null;
}
