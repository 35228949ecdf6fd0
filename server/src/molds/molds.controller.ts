import { Body, Controller, Get, Param, ParseUUIDPipe, Post } from '@nestjs/common';
import { ApiCreatedResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { CurrentPerson } from '../auth/current-person.js';
import { Needs } from '../auth/needs.js';
import { Person } from '../people/person.entity.js';
import { MoldDto, NewPullDto, NewTreatmentDto, UndoDto } from './molds.dto.js';
import { MoldsService } from './molds.service.js';

@ApiTags('molds')
@Controller('molds')
export class MoldsController {
  constructor(private readonly molds: MoldsService) {}

  @Get()
  @Needs('look')
  @ApiOkResponse({ type: [MoldDto] })
  list(): Promise<MoldDto[]> {
    return this.molds.list();
  }

  @Get(':id')
  @Needs('look')
  @ApiOkResponse({ type: MoldDto })
  get(@Param('id', ParseUUIDPipe) id: string): Promise<MoldDto> {
    return this.molds.get(id);
  }

  @Post(':id/pulls')
  @Needs('log')
  @ApiCreatedResponse({ type: MoldDto })
  addPull(@Param('id', ParseUUIDPipe) id: string, @Body() body: NewPullDto, @CurrentPerson() person: Person): Promise<MoldDto> {
    return this.molds.addPull(id, body, person);
  }

  @Post(':id/pulls/:pullId/undo')
  @Needs('log')
  @ApiCreatedResponse({ type: MoldDto })
  undoPull(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('pullId', ParseUUIDPipe) pullId: string,
    @Body() body: UndoDto,
    @CurrentPerson() person: Person,
  ): Promise<MoldDto> {
    return this.molds.undoPull(id, pullId, body, person);
  }

  @Post(':id/treatments')
  @Needs('log')
  @ApiCreatedResponse({ type: MoldDto })
  addTreatment(@Param('id', ParseUUIDPipe) id: string, @Body() body: NewTreatmentDto, @CurrentPerson() person: Person): Promise<MoldDto> {
    return this.molds.addTreatment(id, body, person);
  }

  @Post(':id/treatments/:treatmentId/undo')
  @Needs('log')
  @ApiCreatedResponse({ type: MoldDto })
  undoTreatment(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('treatmentId', ParseUUIDPipe) treatmentId: string,
    @Body() body: UndoDto,
    @CurrentPerson() person: Person,
  ): Promise<MoldDto> {
    return this.molds.undoTreatment(id, treatmentId, body, person);
  }
}
