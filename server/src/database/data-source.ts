import { DataSource, type DataSourceOptions } from 'typeorm';
import { entities } from './entities.js';
import { SteadyClient } from './steady-client.js';
import { FirstSlice1795430400000 } from './migrations/1795430400000-first-slice.js';
import { CardsAndCupTests1795440000000 } from './migrations/1795440000000-cards-and-cup-tests.js';
import { LaminateRecords1795450000000 } from './migrations/1795450000000-laminate-records.js';
import { SaveId1795460000000 } from './migrations/1795460000000-save-id.js';

export function dataSourceOptions(url: string): DataSourceOptions {
  return {
    type: 'postgres',
    url,
    entities,
    migrations: [FirstSlice1795430400000, CardsAndCupTests1795440000000, LaminateRecords1795450000000, SaveId1795460000000],
    synchronize: false,
    extra: { Client: SteadyClient },
  };
}

/** Serializes migrations and demo data among server processes that start at once. */
const START_LOCK = 4310;

/** Runs pending migrations, then `prepare`, under a lock in the database; then lets go of the connection. */
export async function prepareDatabase(url: string, prepare: (source: DataSource) => Promise<void>): Promise<void> {
  const source = await new DataSource(dataSourceOptions(url)).initialize();
  const lock = source.createQueryRunner();
  try {
    await lock.query('select pg_advisory_lock($1)', [START_LOCK]);
    await source.runMigrations({ transaction: 'each' });
    await prepare(source);
  } finally {
    await lock.query('select pg_advisory_unlock($1)', [START_LOCK]);
    await lock.release();
    await source.destroy();
  }
}
