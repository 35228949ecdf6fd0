import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Post } from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { DataSource } from 'typeorm';
import { CurrentPerson } from '../auth/current-person.js';
import { Needs } from '../auth/needs.js';
import { ChangesService } from '../events/changes.service.js';
import { Person } from '../people/person.entity.js';
import { InstrumentDto, InstrumentKeyDto, NewInstrumentDto, NewWatchDto, toInstrumentDto, toWatchDto, WatchDto } from './instruments.dto.js';
import { InstrumentsService } from './instruments.service.js';
import { LiveReadings } from './live-readings.service.js';
import { WatchesService } from './watches.service.js';

@ApiTags('instruments')
@Controller()
export class InstrumentsController {
  constructor(
    private readonly instruments: InstrumentsService,
    private readonly live: LiveReadings,
    private readonly watches: WatchesService,
    private readonly changes: ChangesService,
    private readonly database: DataSource,
  ) {}

  @Get('instruments')
  @Needs('look')
  @ApiOkResponse({ type: [InstrumentDto] })
  async list(): Promise<InstrumentDto[]> {
    return (await this.instruments.list()).map((instrument) => toInstrumentDto(instrument, this.live.of(instrument.id)));
  }

  /** Lets an instrument speak to the shop, by a key that is shown this once. */
  @Post('instruments')
  @Needs('trustDevice')
  @ApiCreatedResponse({ type: InstrumentKeyDto })
  async add(@Body() body: NewInstrumentDto, @CurrentPerson() person: Person): Promise<InstrumentKeyDto> {
    return { id: body.id, key: await this.instruments.add(body, person) };
  }

  @Post('instruments/:id/end')
  @Needs('trustDevice')
  @HttpCode(204)
  @ApiNoContentResponse()
  end(@Param('id', ParseUUIDPipe) id: string): Promise<void> {
    return this.instruments.end(id);
  }

  /** Asks a scale to set itself to zero. */
  @Post('instruments/:id/tare')
  @Needs('log')
  @HttpCode(204)
  @ApiNoContentResponse()
  async tare(@Param('id', ParseUUIDPipe) id: string): Promise<void> {
    await this.instruments.one(id);
    await this.changes.tell('tare', id, this.database);
  }

  /** Writes readings into a build's log by itself from now on. */
  @Post('instruments/:id/watches')
  @Needs('log')
  @ApiCreatedResponse({ type: [WatchDto] })
  async watch(@Param('id', ParseUUIDPipe) id: string, @Body() body: NewWatchDto, @CurrentPerson() person: Person): Promise<WatchDto[]> {
    await this.watches.add(await this.instruments.one(id), body, person);
    return this.ofBuild(body.buildId);
  }

  @Get('builds/:id/watches')
  @Needs('look')
  @ApiOkResponse({ type: [WatchDto] })
  async ofBuild(@Param('id', ParseUUIDPipe) id: string): Promise<WatchDto[]> {
    return (await this.watches.list(id)).map(toWatchDto);
  }

  @Post('watches/:id/end')
  @Needs('log')
  @HttpCode(204)
  @ApiNoContentResponse()
  endWatch(@Param('id', ParseUUIDPipe) id: string): Promise<void> {
    return this.watches.end(id);
  }
}
