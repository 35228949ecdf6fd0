import { Body, Controller, Get, Param, ParseIntPipe, Post } from '@nestjs/common';
import { ApiCreatedResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { cardFileSchema } from '@pentimento/core/formats';
import type { VersionedCard } from '@pentimento/core/materials';
import { CurrentPerson } from '../auth/current-person.js';
import { Person } from '../people/person.entity.js';
import { CardHistoryDto, ImportCardsDto, NewCardDto, NewCardVersionDto, VersionedCardDto } from './cards.dto.js';
import { CardsService } from './cards.service.js';

@ApiTags('cards')
@Controller('cards')
export class CardsController {
  constructor(private readonly cards: CardsService) {}

  @Get()
  @ApiOkResponse({ type: [VersionedCardDto] })
  list(): Promise<VersionedCard[]> {
    return this.cards.list();
  }

  /** JSON Schema of a file of cards. */
  @Get('schema')
  @ApiOkResponse({ schema: { type: 'object' } })
  schema(): object {
    return cardFileSchema();
  }

  @Post()
  @ApiCreatedResponse({ type: VersionedCardDto })
  create(@Body() body: NewCardDto, @CurrentPerson() person: Person): Promise<VersionedCard> {
    return this.cards.create(body, person);
  }

  @Post('import')
  @ApiCreatedResponse({ type: [VersionedCardDto] })
  import(@Body() body: ImportCardsDto, @CurrentPerson() person: Person): Promise<VersionedCard[]> {
    return this.cards.import(body, person);
  }

  @Get(':id/versions')
  @ApiOkResponse({ type: [CardHistoryDto] })
  history(@Param('id') id: string): Promise<CardHistoryDto[]> {
    return this.cards.history(id);
  }

  @Get(':id/versions/:version')
  @ApiOkResponse({ type: VersionedCardDto })
  version(@Param('id') id: string, @Param('version', ParseIntPipe) version: number): Promise<VersionedCard> {
    return this.cards.version(id, version);
  }

  @Post(':id/versions')
  @ApiCreatedResponse({ type: VersionedCardDto })
  addVersion(@Param('id') id: string, @Body() body: NewCardVersionDto, @CurrentPerson() person: Person): Promise<VersionedCard> {
    return this.cards.addVersion(id, body, person);
  }
}
