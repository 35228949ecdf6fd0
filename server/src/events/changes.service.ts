import { Inject, Injectable, Logger, type OnApplicationBootstrap, type OnModuleDestroy } from '@nestjs/common';
import { Subject } from 'rxjs';
import { SERVER_CONFIG, type ServerConfig } from '../config.js';
import { SteadyClient } from '../database/steady-client.js';

const CHANNEL = 'pentimento';
const FIRST_PAUSE_MS = 500;
const LONGEST_PAUSE_MS = 15_000;

export const changeKinds = ['build', 'mold', 'log', 'card', 'lot', 'all'] as const;

/** Something of the shop that changed, by whichever process: its kind and id. all: some may have been missed, ask for everything. */
export interface Change {
  readonly kind: (typeof changeKinds)[number];
  readonly id: string;
}

/** Hears of every committed change of the database, also of other processes; a lost connection is made anew. */
@Injectable()
export class ChangesService implements OnApplicationBootstrap, OnModuleDestroy {
  readonly changes = new Subject<Change>();
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
    this.changes.complete();
    await this.client?.end().catch(() => undefined);
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
      const [kind, id = ''] = (payload ?? '').split(' ');
      const known = changeKinds.find((one) => one === kind);
      if (known) this.changes.next({ kind: known, id });
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
