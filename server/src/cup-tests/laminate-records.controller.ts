import { Body, Controller, Get, Param, Post } from '@nestjs/common';
import { ApiCreatedResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { CurrentPerson } from '../auth/current-person.js';
import { Needs } from '../auth/needs.js';
import { Person } from '../people/person.entity.js';
import type { LaminateRecord } from './laminate-record.entity.js';
import { LaminateRecordDto, NewLaminateRecordDto } from './laminate-records.dto.js';
import { LaminateRecordsService } from './laminate-records.service.js';

function toDto({ version, madeBy, madeAt, log, ...record }: LaminateRecord): LaminateRecordDto {
  const { id, cardId, buildId, buildVersion, sessionIndex, heightM, note } = record;
  return {
    id,
    cardId,
    buildId,
    buildVersion,
    sessionIndex,
    heightM,
    note,
    log: { timeS: [...log.timeS], tempC: [...log.tempC] },
    plan: version.read().plan,
    madeBy: madeBy.name,
    madeAt: madeAt.toISOString(),
  };
}

@ApiTags('cup tests')
@Controller('cards/:id/laminate-records')
export class LaminateRecordsController {
  constructor(private readonly records: LaminateRecordsService) {}

  @Get()
  @Needs('look')
  @ApiOkResponse({ type: [LaminateRecordDto] })
  async list(@Param('id') cardId: string): Promise<LaminateRecordDto[]> {
    return (await this.records.list(cardId)).map(toDto);
  }

  @Post()
  @Needs('log')
  @ApiCreatedResponse({ type: LaminateRecordDto })
  async add(@Param('id') cardId: string, @Body() body: NewLaminateRecordDto, @CurrentPerson() person: Person): Promise<LaminateRecordDto> {
    return toDto(await this.records.add(cardId, body, person));
  }
}
