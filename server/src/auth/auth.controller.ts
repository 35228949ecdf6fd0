import { Body, Controller, Get, Header, HttpCode, Inject, Post, Req } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Request } from 'express';
import { SERVER_CONFIG, type ServerConfig } from '../config.js';
import { DevicesService } from '../devices/devices.service.js';
import { ProblemException } from '../errors/problem.js';
import { NewPersonDto, toPersonDto } from '../people/people.dto.js';
import { PeopleService } from '../people/people.service.js';
import type { Person } from '../people/person.entity.js';
import { DemoSignInDto, SignInDto, SwitchDto, WhoDto } from './auth.dto.js';
import { cookieOptions, deviceToken, rememberHere, SESSION_COOKIE } from './cookies.js';
import { Needs } from './needs.js';
import { endSession, isOver, startSession, type SignInWay } from './sessions.js';
import { SignInService } from './sign-in.service.js';

@ApiTags('auth')
@Controller('auth')
export class AuthController {
  constructor(
    private readonly people: PeopleService,
    private readonly devices: DevicesService,
    private readonly signIns: SignInService,
    @Inject(SERVER_CONFIG) private readonly config: ServerConfig,
  ) {}

  @Get('who')
  @Needs('nothing')
  @ApiOkResponse({ type: WhoDto })
  who(@Req() request: Request): Promise<WhoDto> {
    const person = this.people.letIn(request.door)?.person;
    return this.whoDto(request, person && !isOver(request.session, person, new Date()) ? person : null);
  }

  @Post('sign-in')
  @Needs('nothing')
  @HttpCode(200)
  @ApiOkResponse({ type: WhoDto })
  async signIn(@Body() body: SignInDto, @Req() request: Request): Promise<WhoDto> {
    this.refuseOpenWire(request);
    return this.start(request, await this.signIns.byPassword(body, request), 'password');
  }

  @Post('demo-sign-in')
  @Needs('nothing')
  @HttpCode(200)
  @ApiOkResponse({ type: WhoDto })
  async demoSignIn(@Body() body: DemoSignInDto, @Req() request: Request): Promise<WhoDto> {
    const person = this.config.demo ? await this.people.find(body.personId) : null;
    if (!person?.demo) throw new ProblemException(403, 'not-a-demo', 'One-click sign-in is for the demo’s made-up people only.');
    return this.start(request, person, 'click');
  }

  /** Another person takes over a trusted device by a code. */
  @Post('switch')
  @Needs('nothing')
  @HttpCode(200)
  @ApiOkResponse({ type: WhoDto })
  async switch(@Body() body: SwitchDto, @Req() request: Request): Promise<WhoDto> {
    this.refuseOpenWire(request);
    return this.start(request, await this.signIns.byCode(body, request), 'code');
  }

  @Post('setup')
  @Needs('nothing')
  @HttpCode(200)
  @ApiOkResponse({ type: WhoDto })
  async setup(@Body() body: NewPersonDto, @Req() request: Request): Promise<WhoDto> {
    this.refuseOpenWire(request);
    await this.signIns.countSetup(request);
    const owner = (await this.people.anyone()) ? null : await this.people.addFirst(body);
    if (!owner) throw new ProblemException(403, 'already-set-up', 'This shop has accounts. Sign in, or ask an owner to add you.');
    return this.start(request, owner, 'password');
  }

  @Post('sign-out')
  @Needs('nothing')
  @HttpCode(200)
  @Header('clear-site-data', '"cache"')
  @ApiOkResponse({ type: WhoDto })
  async signOut(@Req() request: Request): Promise<WhoDto> {
    await endSession(request);
    request.res?.clearCookie(SESSION_COOKIE, cookieOptions(this.config));
    return this.whoDto(request, null);
  }

  /** A cookie for https only would not come back over plain http: the sign-in would seem to succeed and be lost. */
  private refuseOpenWire(request: Request): void {
    if (this.config.secureCookies && !request.secure)
      throw new ProblemException(
        400,
        'needs-https',
        'This shop is signed in to over https only. Open its https address; behind a proxy, set TRUST_PROXY (see DEVELOPING.md).',
      );
  }

  private async start(request: Request, person: Person, way: SignInWay): Promise<WhoDto> {
    this.refuseOpenWire(request);
    await startSession(request, person, way);
    if (way === 'password') rememberHere(request, person.id, this.config);
    return this.whoDto(request, person);
  }

  private async whoDto(request: Request, person: Person | null): Promise<WhoDto> {
    const device = await this.devices.ofToken(deviceToken(request));
    return {
      person: person ? toPersonDto(person) : null,
      byCode: person !== null && request.session.way === 'code',
      needsSetup: person === null && !(await this.people.anyone()),
      demoPeople: this.config.demo && !person ? (await this.people.demoPeople()).map(toPersonDto) : [],
      device: device?.name ?? null,
      switchable: device ? (await this.people.withCode()).map(({ id, name }) => ({ id, name })) : [],
    };
  }
}
