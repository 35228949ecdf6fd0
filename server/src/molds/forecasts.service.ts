import { Injectable, Logger } from '@nestjs/common';
import { ACCEPTED_RISK, type MoldEvent, type MoldRecord } from '@pentimento/core/forecast';
import { DataSource } from 'typeorm';
import { ThreadsService } from '../judging/threads.service.js';
import type { ForecastDto, ForecastsDto } from './forecast.dto.js';
import { MoldsService } from './molds.service.js';

/** A mold's newest records are enough: what it did five hundred pulls ago tells little. */
const MOST_EVENTS = 300;
/** All together, so that a fit takes seconds, not minutes; of more molds the newest records count. */
const MOST_IN_ALL = 40_000;
/** A part is taken to cure at the shop's warmth until somebody logs otherwise [°C]. */
const PART_HEAT_C = 25;
const WHOLE = 'whole';
/** A rate is of so many days, and of so many pulls at the least. */
const RATE_DAYS = 90;
const LEAST_FOR_RATE = 2;

interface Row {
  readonly id: string;
  readonly program: string;
  readonly pulls_lately: string;
  readonly days: string;
  readonly events: readonly { readonly kind: 'pull' | 'full' | 'touch-up'; readonly ease: number | null }[] | null;
}

/** Pulls and treatments of every mold in their order, taken back ones left out, the newest so many of each. */
const RECORDS = `
  select mold.id, mold.release_program_id as program, e.events,
    (select count(*) from pull p where p.mold_id = mold.id and p.reverses is null and p.at > now() - interval '${String(RATE_DAYS)} days'
      and not exists (select from pull r where r.reverses = p.id)) as pulls_lately,
    least(${String(RATE_DAYS)}, greatest(1, extract(epoch from now() - mold.finished_at) / 86400)) as days
  from mold left join lateral (
    select json_agg(json_build_object('kind', kind, 'ease', ease) order by at, kind desc) as events from (
      select * from (
        select 'pull' as kind, ease, at from pull p where mold_id = mold.id and reverses is null and not exists (select from pull r where r.reverses = p.id)
        union all
        select kind, null, at from treatment t where mold_id = mold.id and reverses is null and not exists (select from treatment r where r.reverses = t.id)
      ) every order by at desc limit $1
    ) newest
  ) e on true
`;

/** When molds will stick: fitted to the whole shop in a thread, once for each state of its records. */
@Injectable()
export class ForecastsService {
  private readonly logger = new Logger('Forecasts');
  private known: { readonly edition: string; readonly molds: readonly ForecastDto[] } | null = null;
  private running: Promise<void> | null = null;

  constructor(
    private readonly database: DataSource,
    private readonly molds: MoldsService,
    private readonly threads: ThreadsService,
  ) {}

  /** The newest that is known; while a newer one is worked out, the one before. */
  async current(): Promise<ForecastsDto> {
    const edition = (await this.molds.edition()).join(' ');
    if (this.known?.edition !== edition) {
      this.running ??= this.fit(edition).finally(() => {
        this.running = null;
      });
      if (this.known === null) await this.running;
      else
        this.running.catch((error: unknown) => {
          this.logger.warn(error instanceof Error ? error.message : String(error));
        });
    }
    return { older: this.known?.edition !== edition, acceptedRisk: ACCEPTED_RISK, molds: [...(this.known?.molds ?? [])] };
  }

  private async fit(edition: string): Promise<void> {
    const [{ count }]: { count: string }[] = await this.database.query('select count(*) from mold');
    const most = Math.max(20, Math.min(MOST_EVENTS, Math.floor(MOST_IN_ALL / Math.max(1, Number(count)))));
    const rows: Row[] = await this.database.query(RECORDS, [most]);
    const records = rows.map((row): MoldRecord => ({
      id: row.id,
      program: row.program,
      partHeatC: PART_HEAT_C,
      zones: [WHOLE],
      events: (row.events ?? []).map(({ kind, ease }): MoldEvent =>
        kind === 'pull' ? { kind, ease: ease === null ? null : { [WHOLE]: ease } } : { kind },
      ),
    }));
    const outlooks = await this.threads.forecast(records);
    const byId = new Map(rows.map((row) => [row.id, row]));
    const molds = outlooks.map(({ fan, ...outlook }): ForecastDto => {
      const row = byId.get(outlook.id);
      const lately = Number(row?.pulls_lately ?? 0);
      const graded = (row?.events ?? []).filter(({ kind, ease }) => kind === 'pull' && ease !== null).length;
      return {
        ...outlook,
        fan: fan.map((point) => ({ ...point })),
        pullsPerDay: lately < LEAST_FOR_RATE ? null : lately / Number(row?.days ?? 1),
        graded,
      };
    });
    this.known = { edition, molds };
  }
}
