import { Injectable, Logger } from '@nestjs/common';
import { WHOLE_ZONE, type MoldZone } from '@pentimento/core/mold';
import {
  ACCEPTED_RISK,
  outlookOf,
  unpackModel,
  type MoldEvent,
  type MoldOutlook,
  type MoldRecord,
  type PullState,
  type ReleaseModel,
} from '@pentimento/core/forecast';
import { setTimeout as wait } from 'node:timers/promises';
import { DataSource } from 'typeorm';
import { ThreadsService } from '../judging/threads.service.js';
import { notFound } from '../errors/problem.js';
import type { ForecastDto, LikelyDto } from './forecast.dto.js';
import { MoldsService } from './molds.service.js';

/** A mold's newest records are enough: what it did five hundred pulls ago tells little. */
const MOST_EVENTS = 300;
/** All together, so that a fit takes seconds, not minutes; of more molds the newest records count. */
const MOST_IN_ALL = 40_000;
/** A part is taken to cure at the shop's warmth until somebody logs otherwise [°C]. */
const PART_HEAT_C = 25;
/** Of the last parts [pulls] */
const HEAT_OF = 10;
/** A rate is of so many days, and of so many pulls at the least. */
const RATE_DAYS = 90;
const LEAST_FOR_RATE = 2;
/** What a list waits for the first fit of a server, at most. */
const FIRST_WAIT_MS = 500;
/** From this share of the accepted risk on a chance is worth a word. */
const WORTH_SAYING = 0.5;

/** A new mold is in the fit that runs, or in the one after that. */
const FITS_FOR_A_NEW_MOLD = 2;

type Foretold = Omit<ForecastDto, 'older' | 'acceptedRisk'>;

interface Event {
  readonly kind: 'pull' | 'full' | 'touch-up';
  /** Of the zone that let go worst */
  readonly ease: number | null;
  /** Of a pull, by zone; null: nothing was said, all alike */
  readonly eases: Readonly<Record<string, number>> | null;
  /** Zones of a treatment; null: all of them */
  readonly only: readonly string[] | null;
}

interface Row {
  readonly id: string;
  readonly program: string;
  readonly pulls_lately: string;
  readonly days: string;
  /** Before the first of the events */
  readonly before: PullState;
  readonly events: readonly Event[] | null;
  /** Of its last parts, where that was logged [°C] */
  readonly part_heat: number | null;
  readonly mold_heat: number | null;
  readonly zones: readonly MoldZone[] | null;
}

/** What of a mold's records counts: neither taken back nor taking something back. */
const counts = (table: 'pull' | 'treatment', row: string): string =>
  `${row}.mold_id = mold.id and ${row}.reverses is null and not exists (select from ${table} r where r.reverses = ${row}.id)`;

/** When the last treatment of the whole mold of some kinds was, before a moment. */
const lastWhole = (kinds: string): string =>
  `(select max(t.at) from treatment t where ${counts('treatment', 't')} and ${kinds} and t.data -> 'zones' is null and t.at < e.since)`;
/** What a mold brought along from before its record. */
const brought = (key: string): string => `coalesce((mold.facts #>> '{before,${key}}')::int, 0)`;
/** Pulls since a moment; where there was none, those from before the record too. */
const pullsSince = (moment: string, key: string): string =>
  `count(*) filter (where p.at > coalesce(${moment}, '-infinity')) + case when ${moment} is null then ${brought(key)} else 0 end`;

/** A temperature of the last parts, where it was logged. */
const lately = (key: 'peakC' | 'moldC'): string => `(select avg(hot.c) from (select (p.data ->> '${key}')::float8 as c from pull p
      where ${counts('pull', 'p')} and p.data ->> '${key}' is not null order by p.at desc limit ${String(HEAT_OF)}) hot)`;

/** Pulls and treatments of every mold in their order, the newest so many of each, and how it stood before these. */
export const RECORDS = `
  select mold.id, mold.release_program_id as program, e.events, mold.facts -> 'zones' as zones,
    (select json_build_object(
      'sinceNew', count(*) + ${brought('pulls')},
      'sinceFull', ${pullsSince('last.full_at', 'sinceFull')},
      'sinceCoat', ${pullsSince('last.coat_at', 'sinceCoat')}
    ) from pull p where ${counts('pull', 'p')} and p.at < e.since) as before,
    ${lately('peakC')} as part_heat, ${lately('moldC')} as mold_heat,
    (select count(*) from pull p where ${counts('pull', 'p')} and p.at > now() - interval '${String(RATE_DAYS)} days') as pulls_lately,
    least(${String(RATE_DAYS)}, greatest(1, extract(epoch from now() - mold.finished_at) / 86400)) as days
  from mold left join lateral (
    select json_agg(json_build_object('kind', kind, 'ease', ease, 'eases', eases, 'only', of_zones) order by at, kind desc) as events, min(at) as since from (
      select * from (
        select 'pull' as kind, ease, at, data -> 'zones' as eases, null::jsonb as of_zones from pull p where ${counts('pull', 'p')}
        union all
        select kind, null, at, null, data -> 'zones' from treatment t where ${counts('treatment', 't')}
      ) every order by at desc limit $1
    ) newest
  ) e on true left join lateral (select ${lastWhole("t.kind = 'full'")} as full_at, ${lastWhole('true')} as coat_at) last on true
`;

/** A mold's record as the forecast reads it: zones by what was said of each, else all alike. */
function recordOf({ id, program, before, events, part_heat, mold_heat, zones }: Row): MoldRecord {
  const places = zones && zones.length > 0 ? zones : [WHOLE_ZONE];
  return {
    id,
    program,
    partHeatC: part_heat ?? PART_HEAT_C,
    ...(mold_heat === null ? {} : { moldHeatC: mold_heat }),
    zones: places.map((zone) => zone.id),
    kinds: places.map(({ kind }) => kind),
    before,
    events: (events ?? []).map(({ kind, ease, eases, only }): MoldEvent => {
      if (kind !== 'pull') return only ? { kind, zones: only } : { kind };
      const graded = places.flatMap((zone) => {
        const one = eases ? eases[zone.id] : ease;
        return typeof one === 'number' ? [[zone.id, one] as const] : [];
      });
      return { kind, ease: graded.length === 0 ? null : Object.fromEntries(graded) };
    }),
  };
}

function foretoldOf({ fan, ...outlook }: MoldOutlook, row: Row | undefined): Foretold {
  const lately = Number(row?.pulls_lately ?? 0);
  return {
    ...outlook,
    fan: fan.map((point) => ({ ...point })),
    pullsPerDay: lately < LEAST_FOR_RATE ? null : lately / Number(row?.days ?? 1),
    graded: (row?.events ?? []).filter(({ kind, ease }) => kind === 'pull' && ease !== null).length,
  };
}

/** When molds will stick: fitted to the whole shop in a thread, once for each state of its records. */
@Injectable()
export class ForecastsService {
  private readonly logger = new Logger('Forecasts');
  private known: { readonly edition: string; readonly molds: ReadonlyMap<string, Foretold>; readonly model: ReleaseModel | null } | null = null;
  private running: Promise<void> | null = null;
  private notBeforeMs = 0;

  constructor(
    private readonly database: DataSource,
    private readonly molds: MoldsService,
    private readonly threads: ThreadsService,
  ) {}

  /** Molds whose next pull is likely to fight: what a rack says of them. */
  async likely(): Promise<LikelyDto> {
    // Of a server that began just now nothing is known yet: the page asks again.
    const { older, molds } = await this.current(FIRST_WAIT_MS);
    const likely = [...molds.values()].filter(({ pFight }) => pFight >= WORTH_SAYING * ACCEPTED_RISK);
    return { older, molds: likely.map(({ id, pFight }) => ({ id, pFight })) };
  }

  /** Pulls left and pace of every mold, as of the last change, or of the one before while that is worked out. */
  async paces(): Promise<{ older: boolean; molds: ReadonlyMap<string, Foretold> }> {
    return this.current();
  }

  /** All that is foretold of one mold. */
  async of(id: string): Promise<ForecastDto> {
    const { length } = await this.database.query<unknown[]>('select 1 from mold where id = $1', [id]);
    if (length === 0) throw notFound('mold');
    for (let fits = 0; ; fits++) {
      const { older, molds } = await this.current();
      const forecast = molds.get(id);
      if (forecast) return { ...((older ? await this.anew(id) : null) ?? forecast), older, acceptedRisk: ACCEPTED_RISK };
      if (fits > FITS_FOR_A_NEW_MOLD) throw notFound('mold');
      await this.fitAnew();
    }
  }

  /** One mold by its record as it is now, and by what the shop's molds had in common before: known at once, while all are fitted. */
  private async anew(id: string): Promise<Foretold | null> {
    const model = this.known?.model;
    const row = (await this.database.query<Row[]>(`${RECORDS} where mold.id = $2`, [MOST_EVENTS, id])).at(0);
    if (!model || !row) return null;
    const record = recordOf(row);
    // Words that the model does not know: another program, a new kind of zone.
    const { programs, zones } = model.words;
    if (!programs.includes(record.program) || !(record.kinds ?? record.zones).every((kind) => zones.includes(kind))) return null;
    return foretoldOf(outlookOf(record, model, true), row);
  }

  /** The fit that runs, or a new one without a rest: for a mold younger than what is known. */
  private async fitAnew(): Promise<void> {
    const edition = (await this.molds.edition()).join(' ');
    await (this.running ??= this.fitted(edition));
  }

  /**
   * The newest that is known; while a newer one is worked out, the one before.
   * @param waitMs for the first of all; over, nothing is known yet and older
   */
  private async current(waitMs = Infinity): Promise<{ older: boolean; molds: ReadonlyMap<string, Foretold> }> {
    const edition = (await this.molds.edition()).join(' ');
    if (this.known?.edition !== edition) {
      if (this.known === null || Date.now() >= this.notBeforeMs) this.running ??= this.fitted(edition);
      const { running } = this;
      if (this.known === null && waitMs === Infinity) await running;
      else {
        const told = running?.catch((error: unknown) => {
          this.logger.warn(error instanceof Error ? error.message : String(error));
        });
        if (this.known === null) await Promise.race([told, wait(waitMs, undefined, { ref: false })]);
      }
    }
    return { older: this.known?.edition !== edition, molds: this.known?.molds ?? new Map<string, Foretold>() };
  }

  /** One fit at a time, and as long a rest after each as it took: a busy shop does not fit all day. */
  private async fitted(edition: string): Promise<void> {
    const begunMs = Date.now();
    try {
      await this.fit(edition);
    } finally {
      this.running = null;
      this.notBeforeMs = 2 * Date.now() - begunMs;
    }
  }

  private async fit(edition: string): Promise<void> {
    const [{ count }]: { count: string }[] = await this.database.query('select count(*) from mold');
    const most = Math.max(20, Math.min(MOST_EVENTS, Math.floor(MOST_IN_ALL / Math.max(1, Number(count)))));
    const rows: Row[] = await this.database.query(RECORDS, [most]);
    const records = rows.map(recordOf);
    const { outlooks, model } = await this.threads.forecast(records);
    const byId = new Map(rows.map((row) => [row.id, row]));
    const molds = outlooks.map((outlook) => foretoldOf(outlook, byId.get(outlook.id)));
    this.known = { edition, molds: new Map(molds.map((mold) => [mold.id, mold])), model: model && unpackModel(model) };
  }
}
