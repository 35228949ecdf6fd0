import { Body, Controller, Get, Param, ParseUUIDPipe, Post } from '@nestjs/common';
import { ApiCreatedResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { CurrentPerson } from '../auth/current-person.js';
import { Needs } from '../auth/needs.js';
import { Person } from '../people/person.entity.js';
import { NewStepEntryDto, StepEntryDto } from './build-log.dto.js';
import { BuildLogService } from './build-log.service.js';
import type { StepLogEntry } from './step-entry.entity.js';
import { SameWhileUnchanged } from '../wire/same-answer.js';

const dto = ({ id, stepId, kind, at, note, reverses, data, madeBy }: StepLogEntry): StepEntryDto => ({
  id,
  stepId,
  kind,
  at: at.toISOString(),
  note,
  reverses,
  data: data === null ? null : { ...data },
  madeBy: madeBy.name,
});

@ApiTags('build log')
@Controller('builds/:id/log')
export class BuildLogController {
  constructor(private readonly log: BuildLogService) {}

  @Get()
  @Needs('look')
  @SameWhileUnchanged()
  @ApiOkResponse({ type: [StepEntryDto] })
  async list(@Param('id', ParseUUIDPipe) id: string): Promise<StepEntryDto[]> {
    return (await this.log.list(id)).map(dto);
  }

  @Post()
  @Needs('log')
  @ApiCreatedResponse({ type: [StepEntryDto] })
  async add(@Param('id', ParseUUIDPipe) id: string, @Body() body: NewStepEntryDto, @CurrentPerson() person: Person): Promise<StepEntryDto[]> {
    return (await this.log.add(id, body, person)).map(dto);
  }
}
