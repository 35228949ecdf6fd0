import { Body, Controller, Get, HttpCode, Inject, Post, Req, UseGuards } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Request } from 'express';
import { SERVER_CONFIG, type ServerConfig } from '../config.js';
import { ProblemException } from '../errors/problem.js';
import { NewPersonDto, toPersonDto } from '../people/people.dto.js';
import { PeopleService } from '../people/people.service.js';
import type { Person } from '../people/person.entity.js';
import { DemoSignInDto, SignInDto, WhoDto } from './auth.dto.js';
import { Public } from './current-person.js';
import { PgThrottlerStorage } from './pg-throttler-storage.js';
import { SignInThrottlerGuard, triesKey } from './sign-in-throttler.guard.js';

@ApiTags('auth')
@Controller('auth')
@Public()
export class AuthController {
  constructor(
    private readonly people: PeopleService,
    private readonly tries: PgThrottlerStorage,
    @Inject(SERVER_CONFIG) private readonly config: ServerConfig,
  ) {}

  @Get('who')
  @ApiOkResponse({ type: WhoDto })
  async who(@Req() request: Request): Promise<WhoDto> {
    const person = request.session.personId ? await this.people.find(request.session.personId) : null;
    return this.whoDto(person);
  }

  @Post('sign-in')
  @HttpCode(200)
  @UseGuards(SignInThrottlerGuard)
  @ApiOkResponse({ type: WhoDto })
  async signIn(@Body() body: SignInDto, @Req() request: Request): Promise<WhoDto> {
    const person = await this.people.verify(body.login, body.password);
    if (!person) throw new ProblemException(401, 'wrong-sign-in', 'Name or password is wrong. Check both and try again.');
    await this.tries.forget(triesKey(request));
    return this.start(request, person);
  }

  @Post('demo-sign-in')
  @HttpCode(200)
  @ApiOkResponse({ type: WhoDto })
  async demoSignIn(@Body() body: DemoSignInDto, @Req() request: Request): Promise<WhoDto> {
    const person = this.config.demo ? await this.people.find(body.personId) : null;
    if (!person?.demo) throw new ProblemException(403, 'not-a-demo', 'One-click sign-in is for the demo’s made-up people only.');
    return this.start(request, person);
  }

  @Post('setup')
  @HttpCode(200)
  @UseGuards(SignInThrottlerGuard)
  @ApiOkResponse({ type: WhoDto })
  async setup(@Body() body: NewPersonDto, @Req() request: Request): Promise<WhoDto> {
    const owner = (await this.people.anyone()) ? null : await this.people.addFirst(body);
    if (!owner) throw new ProblemException(403, 'already-set-up', 'This shop has accounts. Sign in, or ask an owner to add you.');
    return this.start(request, owner);
  }

  @Post('sign-out')
  @HttpCode(200)
  @ApiOkResponse({ type: WhoDto })
  async signOut(@Req() request: Request): Promise<WhoDto> {
    await settle((done) => request.session.destroy(done));
    return this.whoDto(null);
  }

  private async start(request: Request, person: Person): Promise<WhoDto> {
    if (this.config.secureCookies && !request.secure)
      throw new ProblemException(
        400,
        'needs-https',
        'This shop is signed in to over https only. Open its https address; behind a proxy, set TRUST_PROXY (see DEVELOPING.md).',
      );
    // A new session id at sign-in, so that one planted before is worth nothing.
    await settle((done) => request.session.regenerate(done));
    request.session.personId = person.id;
    await settle((done) => request.session.save(done));
    return this.whoDto(person);
  }

  private async whoDto(person: Person | null): Promise<WhoDto> {
    return {
      person: person ? toPersonDto(person) : null,
      needsSetup: !(await this.people.anyone()),
      demoPeople: this.config.demo && !person ? (await this.people.demoPeople()).map(toPersonDto) : [],
    };
  }
}

function settle(act: (done: (error: unknown) => void) => unknown): Promise<void> {
  return new Promise((resolve, reject) => {
    act((error) => {
      if (error) reject(error instanceof Error ? error : new Error('session store failed'));
      else resolve();
    });
  });
}
