import { Controller, Sse } from '@nestjs/common';
import { ApiExcludeEndpoint } from '@nestjs/swagger';
import { interval, map, merge, takeUntil, timer, type Observable } from 'rxjs';
import { Needs } from '../auth/needs.js';
import type { LatestReading } from '@pentimento/core/instruments';
import { ChangesService, type Change } from './changes.service.js';

/** A sign of life, so that proxies keep the line and a dead one is noticed [ms]. */
const BEAT_MS = 20_000;
/** Then the page asks again, and whether it may [ms]. */
const LONGEST_MS = 300_000;

interface Said {
  readonly type: 'change' | 'reading' | 'beat';
  readonly data: Change | LatestReading | '';
}

@Controller('events')
export class EventsController {
  constructor(private readonly changes: ChangesService) {}

  /** What changes, as it changes, in whichever process; for pages that stay open. */
  @Sse()
  @Needs('look')
  @ApiExcludeEndpoint()
  events(): Observable<Said> {
    const changed = this.changes.changes.pipe(map((data): Said => ({ type: 'change', data })));
    const read = this.changes.readings.pipe(map((data): Said => ({ type: 'reading', data })));
    const beats = interval(BEAT_MS).pipe(map((): Said => ({ type: 'beat', data: '' })));
    return merge(changed, read, beats).pipe(takeUntil(timer(LONGEST_MS)), takeUntil(this.changes.ended));
  }
}
