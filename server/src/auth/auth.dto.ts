import { ApiProperty } from '@nestjs/swagger';
import { PersonDto } from '../people/people.dto.js';
import { FlagField, IdField, PartField, TextField } from '../wire/fields.js';

export class SignInDto {
  @TextField(60) login: string;
  @TextField(200) password: string;
}

export class DemoSignInDto {
  @IdField() personId: string;
}

/** Who is signed in, and what the sign-in page should offer. */
export class WhoDto {
  @PartField(() => PersonDto, { nullable: true }) person: PersonDto | null;
  /** No accounts yet: the first person sets up the shop */
  @FlagField() needsSetup: boolean;
  /** People of the demo shop, one click each; empty outside the demo */
  @ApiProperty({ type: [PersonDto] }) demoPeople: PersonDto[];
}
