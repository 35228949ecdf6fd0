import type { CardLimits, KineticCard, ResinCard, ResinFamily, ThermalMaterial, ValueOrigin } from '@pentimento/core';
import { ChoiceField, FlagField, NumberField, PartField, TextField } from '../wire/fields.js';

const TEMPERATURE = { min: -20, max: 250, unit: '°C' };
const SHARE = { min: 0, max: 1, unit: '' };
const ORIGINS: readonly ValueOrigin[] = ['data sheet', 'own test', 'literature', 'assumed'];

export class CatalystRangeDto {
  @NumberField({ min: 0.1, max: 5, unit: '%' }) minPct: number;
  @NumberField({ min: 0.1, max: 5, unit: '%' }) maxPct: number;
  @NumberField({ min: 0.1, max: 5, unit: '%' }) typicalPct: number;
}

export class CardLimitsDto implements CardLimits {
  @PartField(() => CatalystRangeDto, { nullable: true }) catalyst: CatalystRangeDto | null;
  @NumberField(TEMPERATURE) shopMinC: number;
  @NumberField(TEMPERATURE) maxLaminateC: number;
  @NumberField(TEMPERATURE, { nullable: true }) activationC: number | null;
  @NumberField(SHARE) overlayOpensCure: number;
  @NumberField(TEMPERATURE, { nullable: true }) restartBelowC: number | null;
  @NumberField({ min: 0.1, max: 240, unit: 'h' }) bondClosesH: number;
  @FlagField() wetOnWet: boolean;
  @NumberField(SHARE) demoldCure: number;
}

const ANY_NUMBER = { min: -1e13, max: 1e13, unit: '' };
const FAMILIES: readonly ResinFamily[] = [
  'gel coat',
  'skin',
  'laminating',
  'low-profile tooling',
  'epoxy laminating',
  'epoxy surface',
  'polyurethane',
];

export class ThermalMaterialDto implements ThermalMaterial {
  @NumberField(ANY_NUMBER) rho: number;
  @NumberField(ANY_NUMBER) cp: number;
  @NumberField(ANY_NUMBER) k: number;
}

/** Kinetic numbers with the keys of docs/formats.md; their ranges are the core's. */
export class KineticsDto implements KineticCard {
  @TextField(80) name: string;
  @NumberField(ANY_NUMBER) rho_r: number;
  @NumberField(ANY_NUMBER) cp_r: number;
  @NumberField(ANY_NUMBER) k_r: number;
  @NumberField(ANY_NUMBER) H: number;
  @NumberField(ANY_NUMBER) k1: number;
  @NumberField(ANY_NUMBER) k2: number;
  @NumberField(ANY_NUMBER) E1: number;
  @NumberField(ANY_NUMBER) E2: number;
  @NumberField(ANY_NUMBER) m: number;
  @NumberField(ANY_NUMBER) n: number;
  @NumberField(ANY_NUMBER, { nullable: true }) c_ref: number | null;
  @NumberField(ANY_NUMBER, { optional: true }) t_ind_min?: number;
  @NumberField(ANY_NUMBER, { optional: true }) Ez?: number;
  @NumberField(ANY_NUMBER, { optional: true }) p?: number;
  @NumberField(ANY_NUMBER) q: number;
  @NumberField(ANY_NUMBER) Tg0: number;
  @NumberField(ANY_NUMBER) Tg1: number;
  @NumberField(ANY_NUMBER) lam: number;
  @NumberField(ANY_NUMBER) dTv: number;
  @NumberField(ANY_NUMBER) a_gel: number;
  @NumberField(ANY_NUMBER, { optional: true }) filler_w?: number;
  @PartField(() => ThermalMaterialDto, { optional: true }) filler?: ThermalMaterialDto;
}

/** A resin card as the shop uses it: the built-in one (version 0) or its own newest version. */
export class ResinCardDto implements ResinCard {
  @TextField(60) id: string;
  @TextField(80) name: string;
  @ChoiceField(FAMILIES) family: ResinFamily;
  @ChoiceField(ORIGINS) origin: ValueOrigin;
  @PartField(() => KineticsDto) kinetics: KineticsDto;
  @PartField(() => CardLimitsDto) limits: CardLimitsDto;
  @NumberField(SHARE) transfer: number;
  @NumberField({ min: 0, max: 1e6, unit: '' }) version: number;
}

export class NewCardVersionDto {
  @NumberField({ min: 0, max: 1e6, unit: '' }, { integer: true }) baseVersion: number;
  @TextField(80) name: string;
  @ChoiceField(ORIGINS) origin: ValueOrigin;
  @TextField(300, { minLength: 0 }) note: string;
  @PartField(() => CardLimitsDto) limits: CardLimitsDto;
}
