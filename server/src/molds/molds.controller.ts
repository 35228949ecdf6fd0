import { Body, Controller, Get, Param, ParseUUIDPipe, Post, Query, Req, Res } from '@nestjs/common';
import { ApiCreatedResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { CurrentPerson } from '../auth/current-person.js';
import { Needs } from '../auth/needs.js';
import { Person } from '../people/person.entity.js';
import { hasEdition } from '../wire/edition.js';
import { SameWhileUnchanged } from '../wire/same-answer.js';
import { ForecastDto, LikelyDto } from './forecast.dto.js';
import { ForecastsService } from './forecasts.service.js';
import { LogbookDto, LogbookQueryDto, MoldDto, MoldHeadDto, NewPullDto, NewTreatmentDto, RackDto, RackQueryDto, UndoDto } from './molds.dto.js';
import { MoldsService } from './molds.service.js';

@ApiTags('molds')
@Controller('molds')
export class MoldsController {
  constructor(
    private readonly molds: MoldsService,
    private readonly forecasts: ForecastsService,
  ) {}

  @Get()
  @Needs('look')
  @SameWhileUnchanged()
  @ApiOkResponse({ type: RackDto })
  async rack(@Query() query: RackQueryDto, @Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<RackDto | undefined> {
    if (hasEdition(request, response, await this.molds.edition())) return void response.status(304);
    return this.molds.rack(query);
  }

  /** Molds whose next pull is likely to fight, as of the last change, or of the one before while that is worked out. */
  @Get('likely-to-fight')
  @Needs('look')
  @ApiOkResponse({ type: LikelyDto })
  likely(): Promise<LikelyDto> {
    return this.forecasts.likely();
  }

  /** When a mold will stick, by its own record and those of its program. */
  @Get(':id/forecast')
  @Needs('look')
  @ApiOkResponse({ type: ForecastDto })
  forecast(@Param('id', ParseUUIDPipe) id: string): Promise<ForecastDto> {
    return this.forecasts.of(id);
  }

  @Get(':id')
  @Needs('look')
  @SameWhileUnchanged()
  @ApiOkResponse({ type: MoldDto })
  get(@Param('id', ParseUUIDPipe) id: string): Promise<MoldDto> {
    return this.molds.get(id);
  }

  @Get(':id/records')
  @Needs('look')
  @SameWhileUnchanged()
  @ApiOkResponse({ type: LogbookDto })
  logbook(@Param('id', ParseUUIDPipe) id: string, @Query() { after }: LogbookQueryDto): Promise<LogbookDto> {
    return this.molds.logbook(id, after);
  }

  @Post(':id/pulls')
  @Needs('log')
  @ApiCreatedResponse({ type: MoldHeadDto })
  addPull(@Param('id', ParseUUIDPipe) id: string, @Body() body: NewPullDto, @CurrentPerson() person: Person): Promise<MoldHeadDto> {
    return this.molds.addPull(id, body, person);
  }

  @Post(':id/pulls/:pullId/undo')
  @Needs('log')
  @ApiCreatedResponse({ type: MoldHeadDto })
  undoPull(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('pullId', ParseUUIDPipe) pullId: string,
    @Body() body: UndoDto,
    @CurrentPerson() person: Person,
  ): Promise<MoldHeadDto> {
    return this.molds.undoPull(id, pullId, body, person);
  }

  @Post(':id/treatments')
  @Needs('log')
  @ApiCreatedResponse({ type: MoldHeadDto })
  addTreatment(@Param('id', ParseUUIDPipe) id: string, @Body() body: NewTreatmentDto, @CurrentPerson() person: Person): Promise<MoldHeadDto> {
    return this.molds.addTreatment(id, body, person);
  }

  @Post(':id/treatments/:treatmentId/undo')
  @Needs('log')
  @ApiCreatedResponse({ type: MoldHeadDto })
  undoTreatment(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('treatmentId', ParseUUIDPipe) treatmentId: string,
    @Body() body: UndoDto,
    @CurrentPerson() person: Person,
  ): Promise<MoldHeadDto> {
    return this.molds.undoTreatment(id, treatmentId, body, person);
  }
}
