import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Patch, Post, Put, Req } from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Request } from 'express';
import { CurrentPerson } from '../auth/current-person.js';
import { Needs } from '../auth/needs.js';
import { AccountsService } from './accounts.service.js';
import {
  MySettingsDto,
  NewCodeDto,
  NewPasswordDto,
  NewPersonDto,
  OneTimeWordDto,
  PersonChangeDto,
  PersonDto,
  RightsChangeDto,
  toPersonDto,
  toRightsChangeDto,
} from './people.dto.js';
import { PeopleService } from './people.service.js';
import { Person } from './person.entity.js';
import { SameWhileUnchanged } from '../wire/same-answer.js';

@ApiTags('people')
@Controller('people')
export class PeopleController {
  constructor(
    private readonly people: PeopleService,
    private readonly accounts: AccountsService,
  ) {}

  @Get()
  @Needs('look')
  @SameWhileUnchanged()
  @ApiOkResponse({ type: [PersonDto] })
  async list(): Promise<PersonDto[]> {
    return (await this.people.list()).map(toPersonDto);
  }

  @Post()
  @Needs('people')
  @ApiCreatedResponse({ type: PersonDto })
  async add(@Body() body: NewPersonDto, @CurrentPerson() person: Person): Promise<PersonDto> {
    return toPersonDto(await this.people.add(body, person));
  }

  /** Who changed which right, newest first. */
  @Get('changes')
  @Needs('people')
  @ApiOkResponse({ type: [RightsChangeDto] })
  async changes(): Promise<RightsChangeDto[]> {
    return (await this.accounts.changes()).map(toRightsChangeDto);
  }

  @Patch('me')
  @Needs('account')
  @ApiOkResponse({ type: PersonDto })
  async settings(@Body() body: MySettingsDto, @CurrentPerson() person: Person): Promise<PersonDto> {
    return toPersonDto(await this.people.setUnits(person.id, body.unitSystem));
  }

  /** Other sessions of this person end; this one goes on. */
  @Put('me/password')
  @Needs('account')
  @ApiOkResponse({ type: PersonDto })
  async password(@Body() body: NewPasswordDto, @CurrentPerson() person: Person, @Req() request: Request): Promise<PersonDto> {
    const changed = await this.accounts.changePassword(person, body);
    request.session.round = changed.sessionRound;
    return toPersonDto(changed);
  }

  @Put('me/code')
  @Needs('account')
  @HttpCode(204)
  @ApiNoContentResponse()
  async code(@Body() body: NewCodeDto, @CurrentPerson() person: Person): Promise<void> {
    await this.accounts.setCode(person, body);
  }

  @Post('me/sign-out-everywhere')
  @Needs('account')
  @HttpCode(204)
  @ApiNoContentResponse()
  async signOutEverywhere(@CurrentPerson() person: Person): Promise<void> {
    await this.accounts.signOutEverywhere(person);
  }

  @Patch(':id')
  @Needs('people')
  @ApiOkResponse({ type: PersonDto })
  async change(@Param('id', ParseUUIDPipe) id: string, @Body() body: PersonChangeDto, @CurrentPerson() person: Person): Promise<PersonDto> {
    return toPersonDto(await this.accounts.change(id, body, person));
  }

  @Post(':id/one-time-word')
  @Needs('people')
  @ApiCreatedResponse({ type: OneTimeWordDto })
  oneTimeWord(@Param('id', ParseUUIDPipe) id: string, @CurrentPerson() person: Person): Promise<OneTimeWordDto> {
    return this.accounts.oneTimeWord(id, person);
  }
}
