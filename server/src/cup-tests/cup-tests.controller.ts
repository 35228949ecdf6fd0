import { Body, Controller, Get, Headers, Param, Post, Query, Sse, type MessageEvent } from '@nestjs/common';
import { ApiCreatedResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { concatMap, delay, from, of, type Observable } from 'rxjs';
import { CurrentPerson } from '../auth/current-person.js';
import { Needs } from '../auth/needs.js';
import { Person } from '../people/person.entity.js';
import type { CupTest } from './cup-test.entity.js';
import { CupTestDto, NewCupTestDto, StandInCupDto } from './cup-tests.dto.js';
import { CupTestsService } from './cup-tests.service.js';
import { StreamLimit } from '../wire/streams.js';

function toDto({ id, cardId, test, source, note, madeBy, madeAt }: CupTest): CupTestDto {
  const log = test.log ? { timeS: [...test.log.timeS], tempC: [...test.log.tempC] } : null;
  return { id, cardId, test: { ...test, log }, source, note, madeBy: madeBy.name, madeAt: madeAt.toISOString() };
}

@ApiTags('cup tests')
@Controller()
export class CupTestsController {
  constructor(
    private readonly tests: CupTestsService,
    private readonly streams: StreamLimit,
  ) {}

  @Get('cards/:id/cup-tests')
  @Needs('look')
  @ApiOkResponse({ type: [CupTestDto] })
  async list(@Param('id') cardId: string): Promise<CupTestDto[]> {
    return (await this.tests.list(cardId)).map(toDto);
  }

  @Post('cards/:id/cup-tests')
  @Needs('log')
  @ApiCreatedResponse({ type: CupTestDto })
  async add(@Param('id') cardId: string, @Body() body: NewCupTestDto, @CurrentPerson() person: Person): Promise<CupTestDto> {
    return toDto(await this.tests.add(cardId, body, person));
  }

  /**
   * The stand-in logger, live: one event per reading ({ atS, tempC }, tempC null where it did not answer), then "end".
   * A stream that was cut goes on after the last reading that arrived.
   */
  @Sse('logger/stand-in')
  @Needs('look')
  async standIn(
    @Query() cup: StandInCupDto,
    @CurrentPerson() person: Person,
    @Headers('last-event-id') lastId?: string,
  ): Promise<Observable<MessageEvent>> {
    const readings = await this.tests.standIn(cup);
    const events = readings.map((reading, i): MessageEvent => ({ id: String(i), type: 'reading', data: reading }));
    const seen = Number(lastId ?? -1);
    const left = events.slice(Number.isInteger(seen) ? seen + 1 : 0);
    const end: MessageEvent = { id: String(events.length), type: 'end', data: { readings: events.length } };
    const everyMs = (1000 * (readings.at(1)?.atS ?? 10)) / cup.speed;
    return this.streams.within(person.id, from([...left, end]).pipe(concatMap((event) => of(event).pipe(delay(everyMs)))));
  }
}
