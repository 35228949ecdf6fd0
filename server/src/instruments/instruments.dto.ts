import { ApiProperty } from '@nestjs/swagger';
import { instrumentKinds, MOST_CHANNELS, type InstrumentKind, type LatestReading } from '@pentimento/core/instruments';
import { IsISO8601 } from 'class-validator';
import { ChoiceField, FlagField, IdField, NumberField, ListField, TextField } from '../wire/fields.js';
import type { Instrument, InstrumentWatch } from './instrument.entity.js';

const CHANNEL = { min: 0, max: MOST_CHANNELS, unit: '' };
const EVERY = { min: 1, max: 240, unit: 'min' };

/** The newest that one channel of an instrument said; what it does not measure is null. */
export class LatestDto implements LatestReading {
  @IdField() instrumentId: string;
  /** Of a logger; 0 of others */
  @NumberField(CHANNEL, { integer: true }) channel: number;
  @NumberField({ min: -100_000, max: 1_000_000, unit: 'g' }, { nullable: true }) g: number | null;
  /** Of a scale: it stands still */
  @FlagField() steady: boolean;
  @NumberField({ min: -40, max: 400, unit: '°C' }, { nullable: true }) tempC: number | null;
  @NumberField({ min: 0, max: 100, unit: '%' }, { nullable: true }) humidityPct: number | null;
  @ApiProperty({ format: 'date-time' }) at: string;
}

export class InstrumentDto {
  @IdField() id: string;
  @TextField(60) name: string;
  @ChoiceField(instrumentKinds) kind: InstrumentKind;
  @TextField(80) madeBy: string;
  @ApiProperty({ format: 'date-time' }) madeAt: string;
  @ListField(() => LatestDto, 64) latest: LatestDto[];
}

export class NewInstrumentDto {
  @IdField() id: string;
  @TextField(60) name: string;
  @ChoiceField(instrumentKinds) kind: InstrumentKind;
}

/** The one time that its key is shown. */
export class InstrumentKeyDto {
  @IdField() id: string;
  @TextField(60) key: string;
}

export class NewWatchDto {
  @IdField() id: string;
  @IdField() buildId: string;
  @TextField(200) stepId: string;
  @NumberField(CHANNEL, { integer: true }) channel: number;
  @TextField(60, { nullable: true }) layerId: string | null;
  @NumberField({ min: 0, max: 1, unit: '' }, { nullable: true }) frac: number | null;
  @NumberField(EVERY) everyMin: number;
  /** From when on it is written down */
  @ApiProperty({ format: 'date-time' }) @IsISO8601({ strict: true }) fromAt: string;
}

export class WatchDto extends NewWatchDto {
  @IdField() instrumentId: string;
  @TextField(60) instrument: string;
  @TextField(80) madeBy: string;
}

export const toInstrumentDto = ({ id, name, kind, madeBy, madeAt }: Instrument, latest: LatestReading[]): InstrumentDto => ({
  id,
  name,
  kind,
  madeBy: madeBy.name,
  madeAt: madeAt.toISOString(),
  latest,
});

export const toWatchDto = ({ instrument, madeBy, fromAt, ...watch }: InstrumentWatch): WatchDto => ({
  id: watch.id,
  buildId: watch.buildId,
  stepId: watch.stepId,
  channel: watch.channel,
  layerId: watch.layerId,
  frac: watch.frac,
  everyMin: watch.everyMin,
  fromAt: fromAt.toISOString(),
  instrumentId: watch.instrumentId,
  instrument: instrument.name,
  madeBy: madeBy.name,
});
