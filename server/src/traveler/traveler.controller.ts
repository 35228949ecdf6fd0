import { Controller, Get, Inject, Param, ParseEnumPipe, ParseUUIDPipe, Query, Req, Res } from '@nestjs/common';
import { SERVER_CONFIG, type ServerConfig } from '../config.js';
import { ApiOkResponse, ApiProduces, ApiQuery, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { CurrentPerson } from '../auth/current-person.js';
import { Needs } from '../auth/needs.js';
import type { Person } from '../people/person.entity.js';
import { PAPERS, type Paper } from './traveler-document.js';
import { TravelerService } from './traveler.service.js';

const PAPER = { A4: 'A4', LETTER: 'LETTER' } as const satisfies Record<Paper, Paper>;

/** A file name that every system takes. */
const fileName = (name: string, ending: string): string =>
  `${
    name
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-|-$/g, '')
      .match(/^.{0,80}/u)?.[0] ?? 'build'
  }.${ending}`;

function send(response: Response, type: string, name: string, body: Buffer | string): void {
  response.setHeader('content-type', type);
  response.setHeader('content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(name)}`);
  response.setHeader('cache-control', 'no-store');
  response.send(body);
}

@ApiTags('traveler')
@Controller('builds/:id')
export class TravelerController {
  constructor(
    private readonly travelers: TravelerService,
    @Inject(SERVER_CONFIG) private readonly config: ServerConfig,
  ) {}

  /** Where the code on the sheet leads. */
  private originOf(request: Request): string {
    return this.config.publicUrl ?? `${request.protocol}://${request.host}`;
  }

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
    const { name, bytes } = await this.travelers.pdf(id, paper, person.unitSystem, this.originOf(request));
    send(response, 'application/pdf', fileName(name, 'pdf'), bytes);
  }

  @Get('sessions.ics')
  @Needs('look')
  @ApiProduces('text/calendar')
  @ApiOkResponse({ schema: { type: 'string' } })
  async calendar(@Param('id', ParseUUIDPipe) id: string, @Req() request: Request, @Res() response: Response): Promise<void> {
    const { name, text } = await this.travelers.calendar(id, this.originOf(request));
    send(response, 'text/calendar; charset=utf-8', fileName(name, 'ics'), text);
  }
}
