import type { UnitSystem } from '@pentimento/core/units';
import { ChoiceField, IdField, PatternField, TextField } from '../wire/fields.js';
import { ROLES, UNIT_SYSTEMS, type Person, type Role } from './person.entity.js';

export class PersonDto {
  @IdField() id: string;
  @TextField(80) name: string;
  @TextField(60) login: string;
  @ChoiceField(ROLES) role: Role;
  @ChoiceField(UNIT_SYSTEMS) unitSystem: UnitSystem;
}

export class NewPersonDto {
  @TextField(80) name: string;
  @PatternField(/^[a-z0-9][a-z0-9.-]{1,39}$/, 'sign-in name: 2 to 40 small letters, digits, dots or dashes') login: string;
  @TextField(200, { minLength: 10 }) password: string;
  @ChoiceField(ROLES) role: Role;
}

export class MySettingsDto {
  @ChoiceField(UNIT_SYSTEMS) unitSystem: UnitSystem;
}

export function toPersonDto({ id, name, login, role, unitSystem }: Person): PersonDto {
  return { id, name, login, role, unitSystem };
}
