import { Controller, Get, Param, ParseEnumPipe, ParseUUIDPipe, Query, Req, Res } from '@nestjs/common';
import { ApiOkResponse, ApiProduces, ApiQuery, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { CurrentPerson } from '../auth/current-person.js';
import type { Person } from '../people/person.entity.js';
import { PAPERS, type Paper } from './traveler-document.js';
import { TravelerService } from './traveler.service.js';

const PAPER = { A4: 'A4', LETTER: 'LETTER' } as const satisfies Record<Paper, Paper>;

const originOf = (request: Request): string => `${request.protocol}://${request.get('host') ?? 'localhost'}`;
/** A file name that every system takes. */
const fileName = (name: string, ending: string): string =>
  `${name
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 80)}.${ending}`;

function send(response: Response, type: string, name: string, body: Buffer | string): void {
  response.setHeader('content-type', type);
  response.setHeader('content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(name)}`);
  response.setHeader('cache-control', 'no-store');
  response.send(body);
}

@ApiTags('traveler')
@Controller('builds/:id')
export class TravelerController {
  constructor(private readonly travelers: TravelerService) {}

  @Get('traveler.pdf')
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
    const { name, bytes } = await this.travelers.pdf(id, paper, person.unitSystem, originOf(request));
    send(response, 'application/pdf', fileName(name, 'pdf'), bytes);
  }

  @Get('sessions.ics')
  @ApiProduces('text/calendar')
  @ApiOkResponse({ schema: { type: 'string' } })
  async calendar(@Param('id', ParseUUIDPipe) id: string, @Req() request: Request, @Res() response: Response): Promise<void> {
    const { name, text } = await this.travelers.calendar(id, originOf(request));
    send(response, 'text/calendar; charset=utf-8', fileName(name, 'ics'), text);
  }
}
