import { Injectable } from '@nestjs/common';
import type { InstrumentLine } from '@pentimento/core/instruments';
import type { ReadingKind } from '@pentimento/core/log';
import { createHash } from 'node:crypto';
import { DataSource, IsNull } from 'typeorm';
import { Build } from '../builds/build.entity.js';
import { BuildLogService } from '../build-log/build-log.service.js';
import { notFound, ProblemException } from '../errors/problem.js';
import type { Person } from '../people/person.entity.js';
import { pastMoment } from '../wire/past-moment.js';
import { InstrumentWatch, type Instrument } from './instrument.entity.js';
import type { NewWatchDto } from './instruments.dto.js';

/** What instruments write down by themselves: the air of the shop, and thermocouples in a layer. */
@Injectable()
export class WatchesService {
  constructor(
    private readonly database: DataSource,
    private readonly log: BuildLogService,
  ) {}

  list(buildId: string): Promise<InstrumentWatch[]> {
    return this.database
      .getRepository(InstrumentWatch)
      .find({ where: { buildId, endedAt: IsNull() }, relations: { madeBy: true, instrument: true }, order: { fromAt: 'ASC' } });
  }

  async add(instrument: Instrument, input: NewWatchDto, by: Person): Promise<void> {
    const { kind } = instrument;
    if (kind === 'scale') throw new ProblemException(422, 'not-by-itself', 'A scale is read when something is weighed, not by itself.');
    if ((kind === 'logger') !== (input.layerId !== null && input.channel > 0))
      throw new ProblemException(422, 'which-channel', 'Of a logger say which channel, and in which layer it lies; of a room sensor neither.');
    const build = await this.database.getRepository(Build).findOneBy({ id: input.buildId });
    if (!build) throw notFound('build');
    if (build.status === 'finished') throw new ProblemException(409, 'finished', 'This build became a mold. Its log stays as it is.');
    const fromAt = pastMoment(input.fromAt);
    const watches = this.database.getRepository(InstrumentWatch);
    const known = await watches.findOneBy({ instrumentId: instrument.id, channel: input.channel, buildId: build.id, endedAt: IsNull() });
    if (known && known.id !== input.id)
      throw new ProblemException(409, 'watched-already', 'This channel writes into this build’s log already. End that first.');
    await watches
      .createQueryBuilder()
      .insert()
      .values({ ...input, instrumentId: instrument.id, fromAt, madeById: by.id, lastAt: null, endedAt: null })
      .orIgnore()
      .execute();
  }

  async end(id: string): Promise<void> {
    const { affected } = await this.database.getRepository(InstrumentWatch).update({ id, endedAt: IsNull() }, { endedAt: new Date() });
    if (affected === 0) throw notFound('watch');
  }

  /** A line of an instrument: into every log that waits for it, once, however often it is sent. */
  async take(instrument: Instrument, line: InstrumentLine, at: Date): Promise<void> {
    if (line.kind !== 'temp' && line.kind !== 'air') return;
    const channel = line.kind === 'temp' ? line.channel : 0;
    const due = await this.database.query<{ id: string }[]>(
      `select id from instrument_watch where instrument_id = $1 and channel = $2 and ended_at is null and from_at <= $3
       and (last_at is null or $3 >= last_at + every_min * interval '1 minute' - interval '2 seconds')`,
      [instrument.id, channel, at],
    );
    for (const { id } of due) {
      await this.write(id, line, at);
      // Only once it is on record: what could not be written is due when it is sent again.
      await this.database.query('update instrument_watch set last_at = greatest(last_at, $2) where id = $1', [id, at]);
    }
  }

  private async write(id: string, line: InstrumentLine & { readonly kind: 'temp' | 'air' }, at: Date): Promise<void> {
    const watch = await this.database.getRepository(InstrumentWatch).findOneOrFail({ where: { id }, relations: { madeBy: true, instrument: true } });
    const place =
      watch.layerId === null ? { at: 'air' } : { at: 'thermocouple', layerId: watch.layerId, ...(watch.frac === null ? {} : { frac: watch.frac }) };
    const readings: [ReadingKind, Record<string, unknown>][] = [['temperature', { ...place, tempC: line.tempC }]];
    if (line.kind === 'air' && line.humidityPct !== null && line.humidityPct >= 1) readings.push(['humidity', { pct: Math.round(line.humidityPct) }]);
    for (const [kind, data] of readings) {
      const entry = {
        id: idOf(watch.id, at, kind),
        stepId: watch.stepId,
        kind,
        at: at.toISOString(),
        note: `by ${watch.instrument.name}`,
        reverses: null,
        data,
      };
      try {
        await this.log.add(watch.buildId, entry, watch.madeBy);
      } catch (error) {
        // A build that became a mold takes no more lines.
        if (!(error instanceof ProblemException) || error.code !== 'finished') throw error;
        await this.end(watch.id);
        return;
      }
    }
  }
}

/** The same reading of the same watch bears the same id: sent again it is on record already. */
function idOf(watchId: string, at: Date, kind: string): string {
  const hex = createHash('sha256').update(`${watchId} ${at.toISOString()} ${kind}`).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-4${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}
