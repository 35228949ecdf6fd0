import { Injectable, type OnModuleInit } from '@nestjs/common';
import { latestReading, told, type InstrumentLine, type LatestReading } from '@pentimento/core/instruments';
import { DataSource } from 'typeorm';
import { ChangesService } from '../events/changes.service.js';
import type { Instrument } from './instrument.entity.js';

/** A reading is told to the pages at most so often [ms]: a scale is watched while somebody pours, a temperature is not. */
const PAUSE_MS = { mass: 300, other: 3000 };
/** Older ones were kept by the instrument while its line was down: they are no news [ms]. */
const NEWS_MS = 60_000;

/** The newest that every instrument said, in whichever process its line ends. Nothing of it is kept: what counts is written into a log. */
@Injectable()
export class LiveReadings implements OnModuleInit {
  private readonly latest = new Map<string, LatestReading>();
  private readonly toldMs = new Map<string, number>();
  /** What is told next, by instrument and channel */
  private readonly waiting = new Map<string, { text: string }>();

  constructor(
    private readonly database: DataSource,
    private readonly changes: ChangesService,
  ) {}

  onModuleInit(): void {
    this.changes.readings.subscribe((reading) => {
      this.latest.set(`${reading.instrumentId} ${String(reading.channel)}`, reading);
    });
  }

  of(instrumentId: string): LatestReading[] {
    return [...this.latest.values()].filter((one) => one.instrumentId === instrumentId).sort((a, b) => a.channel - b.channel);
  }

  /** Tells every process and page: at once, or with the newest of what came meanwhile after a pause. */
  async tell(instrument: Instrument, line: InstrumentLine, at: Date): Promise<void> {
    const now = Date.now();
    if (now - at.getTime() > NEWS_MS) return;
    const reading = latestReading(instrument.id, line, at.toISOString());
    const key = `${instrument.id} ${String(reading.channel)}`;
    const text = told(instrument.id, instrument.kind, line, reading.at);
    const waiting = this.waiting.get(key);
    if (waiting) waiting.text = text;
    else if (now - (this.toldMs.get(key) ?? 0) >= pauseOf(line)) await this.say(key, text);
    else {
      const newest = { text };
      this.waiting.set(key, newest);
      setTimeout(() => {
        this.waiting.delete(key);
        void this.say(key, newest.text).catch(() => undefined);
      }, pauseOf(line)).unref();
    }
  }

  private async say(key: string, text: string): Promise<void> {
    this.toldMs.set(key, Date.now());
    await this.changes.tell('reading', text, this.database);
  }
}

const pauseOf = ({ kind }: InstrumentLine): number => (kind === 'mass' ? PAUSE_MS.mass : PAUSE_MS.other);
