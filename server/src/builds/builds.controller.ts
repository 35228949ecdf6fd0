import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Post, Query, Req, Res } from '@nestjs/common';
import { ApiCreatedResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { CurrentPerson } from '../auth/current-person.js';
import { Needs } from '../auth/needs.js';
import { JudgmentsService } from '../judging/judgments.service.js';
import { MoldDto } from '../molds/molds.dto.js';
import { MoldsService } from '../molds/molds.service.js';
import { Person } from '../people/person.entity.js';
import { hasEdition } from '../wire/edition.js';
import { SameWhileUnchanged } from '../wire/same-answer.js';
import { VersionPipe } from '../wire/version.pipe.js';
import {
  BuildDto,
  FinishBuildDto,
  NewBuildDto,
  NewVersionDto,
  toBuildDto,
  toVersionHeadDto,
  VersionDto,
  VersionHeadDto,
  toVersionDto,
  BuildsDto,
  BuildsQueryDto,
  SiblingDto,
  SiblingsQueryDto,
} from './builds.dto.js';
import { BuildsService, type BuildWithPlan } from './builds.service.js';

const dto = ({ build, version, moldId }: BuildWithPlan): BuildDto => toBuildDto(build, version, moldId);

@ApiTags('builds')
@Controller('builds')
export class BuildsController {
  constructor(
    private readonly builds: BuildsService,
    private readonly molds: MoldsService,
    private readonly judgments: JudgmentsService,
  ) {}

  @Get()
  @Needs('look')
  @SameWhileUnchanged()
  @ApiOkResponse({ type: BuildsDto })
  async list(
    @Query() query: BuildsQueryDto,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<BuildsDto | undefined> {
    const counts = await this.builds.counts(query);
    if (hasEdition(request, response, [counts.edition, this.judgments.rules])) return void response.status(304);
    const list = await this.builds.list(query, counts);
    // What is still being judged is read anew each time: a judgment that failed is begun again so.
    if (list.builds.some(({ judging }) => judging)) response.removeHeader('etag');
    return list;
  }

  @Get('siblings')
  @Needs('look')
  @SameWhileUnchanged()
  @ApiOkResponse({ type: [SiblingDto] })
  siblings(@Query() { part, but }: SiblingsQueryDto): Promise<SiblingDto[]> {
    return this.judgments.siblings(part, but);
  }

  @Post()
  @Needs('plan')
  @ApiCreatedResponse({ type: BuildDto })
  async create(@Body() body: NewBuildDto, @CurrentPerson() person: Person): Promise<BuildDto> {
    return dto(await this.builds.create(body, person));
  }

  @Get(':id')
  @Needs('look')
  @SameWhileUnchanged()
  @ApiOkResponse({ type: BuildDto })
  async get(@Param('id', ParseUUIDPipe) id: string): Promise<BuildDto> {
    return dto(await this.builds.get(id));
  }

  @Get(':id/versions')
  @Needs('look')
  @SameWhileUnchanged()
  @ApiOkResponse({ type: [VersionHeadDto] })
  async history(@Param('id', ParseUUIDPipe) id: string): Promise<VersionHeadDto[]> {
    return (await this.builds.history(id)).map(toVersionHeadDto);
  }

  @Get(':id/versions/:number')
  @Needs('look')
  @SameWhileUnchanged()
  @ApiOkResponse({ type: VersionDto })
  async version(@Param('id', ParseUUIDPipe) id: string, @Param('number', VersionPipe) number: number): Promise<VersionDto> {
    const version = await this.builds.version(id, number);
    return toVersionDto(version);
  }

  @Post(':id/versions')
  @Needs('plan')
  @ApiCreatedResponse({ type: BuildDto })
  async save(@Param('id', ParseUUIDPipe) id: string, @Body() body: NewVersionDto, @CurrentPerson() person: Person): Promise<BuildDto> {
    return dto(await this.builds.save(id, body, person));
  }

  @Post(':id/finish')
  @Needs('finish')
  @HttpCode(200)
  @ApiOkResponse({ type: MoldDto })
  async finish(@Param('id', ParseUUIDPipe) id: string, @Body() body: FinishBuildDto, @CurrentPerson() person: Person): Promise<MoldDto> {
    const mold = await this.builds.finish(id, body, person);
    return this.molds.get(mold.id);
  }
}
