import { ApiProperty } from '@nestjs/swagger';
import { PASSWORD_MAX, PASSWORD_MIN, roles, type Role } from '@pentimento/core/rights';
import type { UnitSystem } from '@pentimento/core/units';
import { ChoiceField, FlagField, IdField, PatternField, TextField } from '../wire/fields.js';
import { UNIT_SYSTEMS, type Person } from './person.entity.js';
import { RIGHTS_CHANGES, type RightsChange, type RightsChangeKind } from './rights-change.entity.js';

export class PersonDto {
  @IdField() id: string;
  @TextField(80) name: string;
  @TextField(60) login: string;
  @ChoiceField(roles) role: Role;
  @ChoiceField(UNIT_SYSTEMS) unitSystem: UnitSystem;
  /** Closed accounts stay, since their records do */
  @FlagField() active: boolean;
  /** Has a one-time word and must choose a password first */
  @FlagField() mustChange: boolean;
}

export class NewPersonDto {
  @TextField(80) name: string;
  @PatternField(/^[a-z0-9][a-z0-9.-]{1,39}$/, 'sign-in name: 2 to 40 small letters, digits, dots or dashes') login: string;
  @TextField(PASSWORD_MAX, { minLength: PASSWORD_MIN }) password: string;
  @ChoiceField(roles) role: Role;
}

export class MySettingsDto {
  @ChoiceField(UNIT_SYSTEMS) unitSystem: UnitSystem;
}

export class PersonChangeDto {
  @ChoiceField(roles, { optional: true }) role?: Role;
  @ChoiceField(['open', 'closed'], { optional: true }) account?: 'open' | 'closed';
}

export class NewPasswordDto {
  /** Not asked while a one-time word is to be replaced */
  @TextField(PASSWORD_MAX, { nullable: true }) current: string | null;
  @TextField(PASSWORD_MAX) next: string;
}

export class NewCodeDto {
  @TextField(PASSWORD_MAX) password: string;
  /** 4 to 6 digits; null takes the code away */
  @TextField(6, { nullable: true }) code: string | null;
}

/** Told once, to the owner who asked for it. */
export class OneTimeWordDto {
  @TextField(60) word: string;
  @ApiProperty({ type: String, format: 'date-time' }) until: string;
}

export class RightsChangeDto {
  @IdField() id: string;
  @ApiProperty({ type: String, format: 'date-time' }) at: string;
  /** null: the first person, who set the shop up */
  @TextField(80, { nullable: true }) by: string | null;
  @TextField(80, { nullable: true }) person: string | null;
  @ChoiceField(RIGHTS_CHANGES) what: RightsChangeKind;
  @TextField(200, { minLength: 0 }) detail: string;
}

export function toPersonDto({ id, name, login, role, unitSystem, active, wordUntil }: Person): PersonDto {
  return { id, name, login, role, unitSystem, active, mustChange: wordUntil !== null };
}

export function toRightsChangeDto({ id, at, by, person, what, detail }: RightsChange): RightsChangeDto {
  return { id, at: at.toISOString(), by: by?.name ?? null, person: person?.name ?? null, what, detail };
}
