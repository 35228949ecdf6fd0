import { Controller, Get, Inject, Param, ParseEnumPipe, ParseUUIDPipe, Query, Req, Res } from '@nestjs/common';
import { SERVER_CONFIG, type ServerConfig } from '../config.js';
import { ApiOkResponse, ApiProduces, ApiQuery, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { CurrentPerson } from '../auth/current-person.js';
import { Needs } from '../auth/needs.js';
import type { Person } from '../people/person.entity.js';
import { fileName, originOf, PAPER, sendFile } from '../wire/send-file.js';
import { PAPERS, type Paper } from './traveler-document.js';
import { TravelerService } from './traveler.service.js';

@ApiTags('traveler')
@Controller('builds/:id')
export class TravelerController {
  constructor(
    private readonly travelers: TravelerService,
    @Inject(SERVER_CONFIG) private readonly config: ServerConfig,
  ) {}

  @Get('traveler.pdf')
  @Needs('look')
  @ApiQuery({ name: 'paper', enum: [...PAPERS] })
  @ApiProduces('application/pdf')
  @ApiOkResponse({ schema: { type: 'string', format: 'binary' } })
  async pdf(
    @Param('id', ParseUUIDPipe) id: string,
    @Query('paper', new ParseEnumPipe(PAPER)) paper: Paper,
    @CurrentPerson() person: Person,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    const { name, bytes } = await this.travelers.pdf(id, paper, person.unitSystem, originOf(request, this.config));
    sendFile(response, 'application/pdf', fileName(name, 'pdf'), bytes);
  }

  @Get('sessions.ics')
  @Needs('look')
  @ApiProduces('text/calendar')
  @ApiOkResponse({ schema: { type: 'string' } })
  async calendar(@Param('id', ParseUUIDPipe) id: string, @Req() request: Request, @Res() response: Response): Promise<void> {
    const { name, text } = await this.travelers.calendar(id, originOf(request, this.config));
    sendFile(response, 'text/calendar; charset=utf-8', fileName(name, 'ics'), text);
  }
}
