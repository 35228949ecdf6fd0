import { Body, Controller, Get, HttpCode, Inject, Param, ParseUUIDPipe, Post, Req, Res } from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiOkResponse, ApiProduces, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { CurrentPerson } from '../auth/current-person.js';
import { Needs } from '../auth/needs.js';
import { SERVER_CONFIG, type ServerConfig } from '../config.js';
import type { Person } from '../people/person.entity.js';
import { originOf, sendFile } from '../wire/send-file.js';
import type { CalendarFeed } from './calendar-feed.entity.js';
import { FeedDto, MadeFeedDto, NewFeedDto } from './feeds.dto.js';
import { FeedsService } from './feeds.service.js';

const toDto = ({ id, kind, ofWhom, madeBy, madeById, madeAt, readAt }: CalendarFeed, me: Person): FeedDto => ({
  id,
  kind,
  ofWhom,
  madeBy: madeBy.name,
  mine: madeById === me.id,
  madeAt: madeAt.toISOString(),
  readAt: readAt?.toISOString() ?? null,
});

@ApiTags('feeds')
@Controller('feeds')
export class FeedsController {
  constructor(
    private readonly feeds: FeedsService,
    @Inject(SERVER_CONFIG) private readonly config: ServerConfig,
  ) {}

  /** One's own addresses; an owner sees everybody's. */
  @Get()
  @Needs('look')
  @ApiOkResponse({ type: [FeedDto] })
  async list(@CurrentPerson() person: Person): Promise<FeedDto[]> {
    return (await this.feeds.list(person)).map((feed) => toDto(feed, person));
  }

  /** A secret address; it is said in this answer and never again. */
  @Post()
  @Needs('account')
  @ApiCreatedResponse({ type: MadeFeedDto })
  async make(@Body() body: NewFeedDto, @CurrentPerson() person: Person, @Req() request: Request): Promise<MadeFeedDto> {
    const { feed, token } = await this.feeds.make(body, person);
    return { ...toDto(feed, person), address: `${originOf(request, this.config)}/api/feeds/${token}.ics` };
  }

  @Post(':id/withdraw')
  @Needs('account')
  @HttpCode(204)
  @ApiNoContentResponse()
  async withdraw(@Param('id', ParseUUIDPipe) id: string, @CurrentPerson() person: Person): Promise<void> {
    await this.feeds.withdraw(id, person);
  }

  /** What a calendar asks by itself; the secret in the address is all it has. */
  @Get(':token.ics')
  @Needs('nothing')
  @ApiProduces('text/calendar')
  @ApiOkResponse({ schema: { type: 'string' } })
  async read(@Param('token') token: string, @Req() request: Request, @Res() response: Response): Promise<void> {
    sendFile(response, 'text/calendar; charset=utf-8', 'pentimento.ics', await this.feeds.read(token, originOf(request, this.config)));
  }
}
