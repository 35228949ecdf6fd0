import { Body, Controller, Get, Header, Param, Post, Req, Res } from '@nestjs/common';
import { ApiCreatedResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { cardFileSchema } from '@pentimento/core/formats';
import type { VersionedCard } from '@pentimento/core/materials';
import { CurrentPerson } from '../auth/current-person.js';
import { Needs } from '../auth/needs.js';
import { Person } from '../people/person.entity.js';
import type { Request, Response } from 'express';
import { hasEdition } from '../wire/edition.js';
import { SameWhileUnchanged } from '../wire/same-answer.js';
import { VersionPipe } from '../wire/version.pipe.js';
import { CardHistoryDto, ImportCardsDto, NewCardDto, NewCardVersionDto, VersionedCardDto } from './cards.dto.js';
import { CardsService } from './cards.service.js';

@ApiTags('cards')
@Controller('cards')
export class CardsController {
  constructor(private readonly cards: CardsService) {}

  @Get()
  @Needs('look')
  @SameWhileUnchanged()
  @ApiOkResponse({ type: [VersionedCardDto] })
  @Header('content-type', 'application/json; charset=utf-8')
  async list(@Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<string | undefined> {
    if (hasEdition(request, response, [await this.cards.edition()])) return void response.status(304);
    return this.cards.listJson();
  }

  /** JSON Schema of a file of cards. */
  @Get('schema')
  @Needs('look')
  @ApiOkResponse({ schema: { type: 'object' } })
  schema(): object {
    return cardFileSchema();
  }

  @Post()
  @Needs('cards')
  @ApiCreatedResponse({ type: VersionedCardDto })
  create(@Body() body: NewCardDto, @CurrentPerson() person: Person): Promise<VersionedCard> {
    return this.cards.create(body, person);
  }

  @Post('import')
  @Needs('cards')
  @ApiCreatedResponse({ type: [VersionedCardDto] })
  import(@Body() body: ImportCardsDto, @CurrentPerson() person: Person): Promise<VersionedCard[]> {
    return this.cards.import(body, person);
  }

  @Get(':id/versions')
  @Needs('look')
  @SameWhileUnchanged()
  @ApiOkResponse({ type: [CardHistoryDto] })
  history(@Param('id') id: string): Promise<CardHistoryDto[]> {
    return this.cards.history(id);
  }

  @Get(':id/versions/:version')
  @Needs('look')
  @SameWhileUnchanged()
  @ApiOkResponse({ type: VersionedCardDto })
  version(@Param('id') id: string, @Param('version', VersionPipe) version: number): Promise<VersionedCard> {
    return this.cards.version(id, version);
  }

  @Post(':id/versions')
  @Needs('cards')
  @ApiCreatedResponse({ type: VersionedCardDto })
  addVersion(@Param('id') id: string, @Body() body: NewCardVersionDto, @CurrentPerson() person: Person): Promise<VersionedCard> {
    return this.cards.addVersion(id, body, person);
  }
}
