import { Inject, Injectable, Logger, type OnApplicationBootstrap, type OnModuleDestroy } from '@nestjs/common';
import { Subject } from 'rxjs';
import type { DataSource } from 'typeorm';
import { heard, type LatestReading } from '@pentimento/core/instruments';
import { SERVER_CONFIG, type ServerConfig } from '../config.js';
import { SteadyClient } from '../database/steady-client.js';

const CHANNEL = 'pentimento';
const FIRST_PAUSE_MS = 500;
const LONGEST_PAUSE_MS = 15_000;

export const changeKinds = ['build', 'mold', 'log', 'card', 'lot', 'instrument', 'shop', 'shop-plan', 'all'] as const;

/** Something of the shop that changed, by whichever process: its kind and id. all: some may have been missed, ask for everything. */
export interface Change {
  readonly kind: (typeof changeKinds)[number];
  readonly id: string;
}

/** Hears of every committed change of the database, also of other processes; a lost connection is made anew. */
@Injectable()
export class ChangesService implements OnApplicationBootstrap, OnModuleDestroy {
  readonly changes = new Subject<Change>();
  /** What an instrument said just now */
  readonly readings = new Subject<LatestReading>();
  /** Scales that are asked to set themselves to zero, by id */
  readonly tares = new Subject<string>();
  /** This process ends: so do those who listen to it */
  readonly ended = new Subject<void>();
  private readonly logger = new Logger('Changes');
  private client: SteadyClient | null = null;
  private pauseMs = FIRST_PAUSE_MS;
  private again: NodeJS.Timeout | undefined;
  private closed = false;

  constructor(@Inject(SERVER_CONFIG) private readonly config: Pick<ServerConfig, 'databaseUrl'>) {}

  async onApplicationBootstrap(): Promise<void> {
    await this.listen();
  }

  async onModuleDestroy(): Promise<void> {
    this.closed = true;
    clearTimeout(this.again);
    this.ended.next();
    this.ended.complete();
    for (const subject of [this.changes, this.readings, this.tares]) subject.complete();
    await this.client?.end().catch(() => undefined);
  }

  /** Tells every process something that is not kept: a reading, or a wish to an instrument. */
  async tell(kind: 'reading' | 'tare', what: string, database: DataSource): Promise<void> {
    await database.query(`select pg_notify('${CHANNEL}', $1)`, [`${kind} ${what}`]);
  }

  private heard(payload: string): void {
    const space = payload.indexOf(' ');
    const [kind, rest] = [payload.slice(0, space), payload.slice(space + 1)];
    // Only this program's own processes speak on this channel.
    if (kind === 'reading') this.readings.next(heard(rest));
    if (kind === 'tare') this.tares.next(rest);
    const known = changeKinds.find((one) => one === kind);
    if (known) this.changes.next({ kind: known, id: rest });
  }

  private async listen(): Promise<void> {
    const client = new SteadyClient({ connectionString: this.config.databaseUrl, keepAlive: true });
    let lost = false;
    const later = (): void => {
      if (lost || this.closed) return;
      lost = true;
      this.again = setTimeout(() => void this.listen(), this.pauseMs);
      this.pauseMs = Math.min(LONGEST_PAUSE_MS, this.pauseMs * 2);
    };
    client.on('end', later);
    client.on('error', later);
    client.on('notification', ({ payload }) => {
      this.heard(payload ?? '');
    });
    try {
      await client.connect();
      await client.query(`listen ${CHANNEL}`);
      this.client = client;
      // What happened while nobody listened is not known.
      if (this.pauseMs > FIRST_PAUSE_MS) this.changes.next({ kind: 'all', id: '' });
      this.pauseMs = FIRST_PAUSE_MS;
    } catch (error) {
      this.logger.warn(`Changes are not heard: ${error instanceof Error ? error.message : String(error)}`);
      later();
    }
  }
}
