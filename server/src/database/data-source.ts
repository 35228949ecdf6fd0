import { DataSource, type DataSourceOptions } from 'typeorm';
import { prepareQueue } from '../shop-plans/queue.js';
import { grantApplication } from './access.js';
import { entities } from './entities.js';
import { SteadyClient } from './steady-client.js';
import { FirstSlice1795430400000 } from './migrations/1795430400000-first-slice.js';
import { CardsAndCupTests1795440000000 } from './migrations/1795440000000-cards-and-cup-tests.js';
import { LaminateRecords1795450000000 } from './migrations/1795450000000-laminate-records.js';
import { SaveId1795460000000 } from './migrations/1795460000000-save-id.js';
import { Accounts1795470000000 } from './migrations/1795470000000-accounts.js';
import { FinishAndTakeBack1795490000000 } from './migrations/1795490000000-finish-and-take-back.js';
import { StepEntries1795500000000 } from './migrations/1795500000000-step-entries.js';
import { Heads1795510000000 } from './migrations/1795510000000-heads.js';
import { ChangesTold1795520000000 } from './migrations/1795520000000-changes-told.js';
import { Readings1795530000000 } from './migrations/1795530000000-readings.js';
import { Instruments1795540000000 } from './migrations/1795540000000-instruments.js';
import { MoldRecords1795550000000 } from './migrations/1795550000000-mold-records.js';
import { ShopCalendar1795560000000 } from './migrations/1795560000000-shop-calendar.js';
import { MoldsRenamed1795590000000 } from './migrations/1795590000000-molds-renamed.js';
import { NamesSearched1795600000000 } from './migrations/1795600000000-names-searched.js';
import { ShopPlans1795580000000 } from './migrations/1795580000000-shop-plans.js';
import { CalendarFeeds1795570000000 } from './migrations/1795570000000-calendar-feeds.js';
import { Judgments1795480000000 } from './migrations/1795480000000-judgments.js';

/** In the order in which they are run. */
export const migrations = [
  FirstSlice1795430400000,
  CardsAndCupTests1795440000000,
  LaminateRecords1795450000000,
  SaveId1795460000000,
  Accounts1795470000000,
  Judgments1795480000000,
  FinishAndTakeBack1795490000000,
  StepEntries1795500000000,
  Heads1795510000000,
  ChangesTold1795520000000,
  Readings1795530000000,
  Instruments1795540000000,
  MoldRecords1795550000000,
  ShopCalendar1795560000000,
  CalendarFeeds1795570000000,
  ShopPlans1795580000000,
  MoldsRenamed1795590000000,
  NamesSearched1795600000000,
] as const;

export function dataSourceOptions(url: string): DataSourceOptions {
  return {
    type: 'postgres',
    url,
    entities,
    migrations: [...migrations],
    synchronize: false,
    extra: { Client: SteadyClient },
  };
}

/** Serializes migrations and demo data among server processes that start at once. */
const START_LOCK = 4310;

/** The two addresses of one database: the owner migrates it, the application works in it and cannot change its schema. */
export interface DatabaseAddresses {
  readonly databaseUrl: string;
  readonly ownerUrl: string;
}

/**
 * Runs pending migrations as the owner and grants the application what it needs; then `prepare` as the application, all under a lock in the
 * database; then lets go of the connections.
 */
export async function prepareDatabase({ databaseUrl, ownerUrl }: DatabaseAddresses, prepare: (source: DataSource) => Promise<void>): Promise<void> {
  const owner = await new DataSource(dataSourceOptions(ownerUrl)).initialize();
  const lock = owner.createQueryRunner();
  try {
    await lock.query('select pg_advisory_lock($1)', [START_LOCK]);
    await owner.runMigrations({ transaction: 'each' });
    await prepareQueue(ownerUrl);
    await grantApplication(owner, ownerUrl, databaseUrl);
    const application = await new DataSource(dataSourceOptions(databaseUrl)).initialize();
    try {
      await prepare(application);
    } finally {
      await application.destroy();
    }
  } finally {
    await lock.query('select pg_advisory_unlock($1)', [START_LOCK]);
    await lock.release();
    await owner.destroy();
  }
}
