import { Body, Controller, Get, Param, Post } from '@nestjs/common';
import { ApiCreatedResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { CurrentPerson } from '../auth/current-person.js';
import { Person } from '../people/person.entity.js';
import { NewCardVersionDto, ResinCardDto } from './cards.dto.js';
import { CardsService } from './cards.service.js';

@ApiTags('cards')
@Controller('cards')
export class CardsController {
  constructor(private readonly cards: CardsService) {}

  @Get()
  @ApiOkResponse({ type: [ResinCardDto] })
  list(): Promise<ResinCardDto[]> {
    return this.cards.list();
  }

  @Post(':id/versions')
  @ApiCreatedResponse({ type: ResinCardDto })
  addVersion(@Param('id') id: string, @Body() body: NewCardVersionDto, @CurrentPerson() person: Person): Promise<ResinCardDto> {
    return this.cards.addVersion(id, body, person);
  }
}
