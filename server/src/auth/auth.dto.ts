import { ApiProperty } from '@nestjs/swagger';
import { CODE_PATTERN, PASSWORD_MAX } from '@pentimento/core/rights';
import { PersonDto } from '../people/people.dto.js';
import { FlagField, IdField, PartField, PatternField, TextField } from '../wire/fields.js';

export class SignInDto {
  @TextField(60) login: string;
  @TextField(PASSWORD_MAX) password: string;
}

export class DemoSignInDto {
  @IdField() personId: string;
}

/** Another person takes over a shared device. */
export class SwitchDto {
  @IdField() personId: string;
  @PatternField(CODE_PATTERN, 'a code is 4 to 6 digits') code: string;
}

/** Somebody who can switch by code here. */
export class SwitchableDto {
  @IdField() id: string;
  @TextField(80) name: string;
}

/** Who is signed in, and what the sign-in page should offer. */
export class WhoDto {
  @PartField(() => PersonDto, { nullable: true }) person: PersonDto | null;
  /** Signed in by a code of a few digits, which opens less */
  @FlagField() byCode: boolean;
  /** No accounts yet: the first person sets up the shop */
  @FlagField() needsSetup: boolean;
  /** People of the demo shop, one click each; empty outside the demo */
  @ApiProperty({ type: [PersonDto] }) demoPeople: PersonDto[];
  /** Name of this device where it is trusted; null: it is not */
  @TextField(60, { nullable: true }) device: string | null;
  /** On a trusted device: who can switch by code */
  @ApiProperty({ type: [SwitchableDto] }) switchable: SwitchableDto[];
}
