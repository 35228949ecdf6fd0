import { Body, Controller, Get, Inject, Param, ParseArrayPipe, ParseEnumPipe, ParseUUIDPipe, Post, Query, Req, Res } from '@nestjs/common';
import { ApiCreatedResponse, ApiOkResponse, ApiProduces, ApiQuery, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { isUUID } from 'class-validator';
import { ProblemException } from '../errors/problem.js';
import { CurrentPerson } from '../auth/current-person.js';
import { Needs } from '../auth/needs.js';
import { Person } from '../people/person.entity.js';
import { SERVER_CONFIG, type ServerConfig } from '../config.js';
import { hasEdition } from '../wire/edition.js';
import { originOf, PAPER, sendFile } from '../wire/send-file.js';
import { SameWhileUnchanged } from '../wire/same-answer.js';
import { ForecastDto, LikelyDto } from './forecast.dto.js';
import { ForecastsService } from './forecasts.service.js';
import { ExperienceService } from './experience.service.js';
import { LabelsService } from './labels.service.js';
import { MoldBookService } from './mold-book.service.js';
import { TreatmentsDueService } from './treatments-due.service.js';
import {
  FindingRateDto,
  LogbookDto,
  LogbookQueryDto,
  MadeMoldsDto,
  MoldDto,
  MoldHeadDto,
  NewMoldDto,
  NewMoldEntryDto,
  NewMoldsDto,
  NewPullDto,
  NewTreatmentDto,
  RackDto,
  RackQueryDto,
  TreatmentsDueDto,
  UndoDto,
} from './molds.dto.js';
import { MoldsService } from './molds.service.js';

const MOST_LABELS = 200;

@ApiTags('molds')
@Controller('molds')
export class MoldsController {
  constructor(
    private readonly molds: MoldsService,
    private readonly forecasts: ForecastsService,
    private readonly book: MoldBookService,
    private readonly treatments: TreatmentsDueService,
    private readonly labels: LabelsService,
    private readonly experience: ExperienceService,
    @Inject(SERVER_CONFIG) private readonly config: ServerConfig,
  ) {}

  @Get()
  @Needs('look')
  @SameWhileUnchanged()
  @ApiOkResponse({ type: RackDto })
  async rack(@Query() query: RackQueryDto, @Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<RackDto | undefined> {
    const counts = await this.molds.counts(query);
    if (hasEdition(request, response, [counts.edition])) return void response.status(304);
    return this.molds.rack(query, counts);
  }

  /** Molds whose next pull is likely to fight, as of the last change, or of the one before while that is worked out. */
  @Get('likely-to-fight')
  @Needs('look')
  @ApiOkResponse({ type: LikelyDto })
  likely(): Promise<LikelyDto> {
    return this.forecasts.likely();
  }

  /** A mold that exists already. */
  @Post()
  @Needs('finish')
  @ApiCreatedResponse({ type: MoldHeadDto })
  async make(@Body() body: NewMoldDto, @CurrentPerson() person: Person): Promise<MoldHeadDto> {
    const [mold] = await this.book.make([body], person);
    return mold;
  }

  /** A list of molds that exist already, all or none. */
  @Post('list')
  @Needs('finish')
  @ApiCreatedResponse({ type: MadeMoldsDto })
  async makeList(@Body() { molds }: NewMoldsDto, @CurrentPerson() person: Person): Promise<MadeMoldsDto> {
    return { molds: await this.book.make(molds, person) };
  }

  /** Treatments of the whole rack, as few evenings. */
  @Get('treatments-due')
  @Needs('look')
  @ApiOkResponse({ type: TreatmentsDueDto })
  due(): Promise<TreatmentsDueDto> {
    return this.treatments.due();
  }

  /** Which of the shop's own findings came with which evidence, over all builds with a log. */
  @Get('finding-rates')
  @Needs('look')
  @ApiOkResponse({ type: [FindingRateDto] })
  findingRates(): Promise<FindingRateDto[]> {
    return this.experience.rates();
  }

  @Get('treatments.ics')
  @Needs('look')
  @ApiProduces('text/calendar')
  @ApiOkResponse({ schema: { type: 'string' } })
  async calendar(@Req() request: Request, @Res() response: Response): Promise<void> {
    sendFile(response, 'text/calendar; charset=utf-8', 'treatments.ics', await this.treatments.calendar(originOf(request, this.config)));
  }

  /** Label sheets of some molds. */
  @Get('labels.pdf')
  @Needs('look')
  @ApiQuery({ name: 'paper', enum: Object.values(PAPER) })
  @ApiQuery({ name: 'ids', type: String, description: 'Ids of at most 200 molds, with commas' })
  @ApiProduces('application/pdf')
  @ApiOkResponse({ schema: { type: 'string', format: 'binary' } })
  async labelSheets(
    @Query('ids', new ParseArrayPipe({ items: String })) ids: string[],
    @Query('paper', new ParseEnumPipe(PAPER)) paper: keyof typeof PAPER,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    if (ids.length > MOST_LABELS || ids.some((id) => !isUUID(id)))
      throw new ProblemException(400, 'invalid-fields', `Name at most ${String(MOST_LABELS)} molds by their ids.`);
    sendFile(response, 'application/pdf', 'mold-labels.pdf', await this.labels.pdf(ids, paper, originOf(request, this.config)));
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

  @Post(':id/entries')
  @Needs('log')
  @ApiCreatedResponse({ type: MoldHeadDto })
  addEntry(@Param('id', ParseUUIDPipe) id: string, @Body() body: NewMoldEntryDto, @CurrentPerson() person: Person): Promise<MoldHeadDto> {
    return this.book.add(id, body, person);
  }

  @Post(':id/entries/:entryId/undo')
  @Needs('log')
  @ApiCreatedResponse({ type: MoldHeadDto })
  undoEntry(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('entryId', ParseUUIDPipe) entryId: string,
    @Body() body: UndoDto,
    @CurrentPerson() person: Person,
  ): Promise<MoldHeadDto> {
    return this.book.undo(id, entryId, body, person);
  }
}
