import PgBoss from 'pg-boss';

export const SHOP_PLANS_QUEUE = 'shop-plans';
const SCHEMA = 'pgboss';

/** A worker that is gone is noticed after so long [s]; a piece of work takes less. */
const EXPIRES_S = 60;
const LOOK_AFTER_S = 30;

/** Makes or migrates the queue's tables, as their owner, and the queues in them. */
export async function prepareQueue(ownerUrl: string): Promise<void> {
  const boss = new PgBoss({ connectionString: ownerUrl, schema: SCHEMA, max: 1, supervise: false, schedule: false });
  boss.on('error', () => undefined);
  await boss.start();
  try {
    const settings = {
      name: SHOP_PLANS_QUEUE,
      policy: 'standard' as const,
      retryLimit: 20,
      retryDelay: 1,
      expireInSeconds: EXPIRES_S,
      retentionDays: 2,
    };
    await boss.createQueue(SHOP_PLANS_QUEUE, settings);
    await boss.updateQueue(SHOP_PLANS_QUEUE, settings);
  } finally {
    await boss.stop({ graceful: false, wait: true });
  }
}

/** What the application may do with the queue's tables: everything but change them. */
export const queueGrants = (role: string): string[] => [
  `grant usage on schema ${SCHEMA} to ${role}`,
  `grant select, insert, update, delete on all tables in schema ${SCHEMA} to ${role}`,
];

/** The queue as the application works with it; it cannot make or migrate it. */
export const openQueue = (databaseUrl: string): PgBoss =>
  new PgBoss({
    connectionString: databaseUrl,
    schema: SCHEMA,
    max: 2,
    migrate: false,
    schedule: false,
    maintenanceIntervalSeconds: LOOK_AFTER_S,
    application_name: 'pentimento queue',
  });
