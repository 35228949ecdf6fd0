import 'reflect-metadata';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { randomUUID } from 'node:crypto';
import { Client } from 'pg';
import request from 'supertest';
import type { ServerConfig } from '../config.js';
import { createApp } from '../create-app.js';
import { prepareDatabase } from '../database/data-source.js';
import { seedDemo } from '../demo/seed-demo.js';
import { DEMO_PASSWORD } from '../demo/demo-people.js';

type Agent = ReturnType<typeof request.agent>;

/** A server on a database of its own, filled with the demo shop. */
export class TestShop {
  private constructor(
    readonly app: NestExpressApplication,
    readonly config: ServerConfig,
    private readonly admin: string,
    private readonly database: string,
    private readonly others: NestExpressApplication[] = [],
  ) {}

  /** @param options made: a database of an older program, as SQL, in place of the demo; counted: what is in it before it is migrated */
  static async open({ demo = true, made, counted }: { demo?: boolean; made?: string; counted?: (counts: Counts) => void } = {}): Promise<TestShop> {
    const admin = process.env.TEST_DATABASE_URL;
    if (!admin) throw new Error('TEST_DATABASE_URL is not set: run ./pentimento test, or see DEVELOPING.md');
    const database = `test_${randomUUID().replaceAll('-', '')}`;
    await makeRoles(admin);
    await query(admin, `create database ${database} owner ${OWNER}`);
    const config: ServerConfig = {
      databaseUrl: addressOf(admin, database, APPLICATION),
      ownerUrl: addressOf(admin, database, OWNER),
      port: 0,
      host: '127.0.0.1',
      sessionSecret: 'test',
      secureCookies: false,
      trustProxy: null,
      publicUrl: null,
      demo,
      prepared: false,
      tls: null,
      authority: null,
      webRoot: null,
    };
    if (made !== undefined) {
      await query(config.ownerUrl, made);
      counted?.(await countsOf(config.ownerUrl));
    }
    await prepareDatabase(config, async (source) => {
      if (demo && made === undefined) await seedDemo(source);
    });
    const app = await createApp(config, { quiet: true });
    await app.init();
    return new TestShop(app, config, admin, database);
  }

  /** A second server process's worth of application on the same database. */
  async second(): Promise<NestExpressApplication> {
    const other = await createApp(this.config, { quiet: true });
    await other.init();
    this.others.push(other);
    return other;
  }

  /** The same database served with other settings. */
  async served(change: Partial<ServerConfig>): Promise<NestExpressApplication> {
    const other = await createApp({ ...this.config, ...change }, { quiet: true });
    await other.init();
    this.others.push(other);
    return other;
  }

  /** No connection is left, and no new one gets in. */
  async databaseAway(): Promise<void> {
    await query(this.admin, `alter database ${this.database} with allow_connections false`);
    await query(this.admin, `select pg_terminate_backend(pid) from pg_stat_activity where datname = '${this.database}'`);
  }

  async databaseBack(): Promise<void> {
    await query(this.admin, `alter database ${this.database} with allow_connections true`);
  }

  anonymous(app = this.app): Agent {
    return request.agent(app.getHttpServer());
  }

  async signedIn(login = 'ada', app = this.app): Promise<Agent> {
    const agent = this.anonymous(app);
    await agent.post('/api/auth/sign-in').send({ login, password: DEMO_PASSWORD }).expect(200);
    return agent;
  }

  /** As the database's superuser. */
  sql(text: string, values: unknown[] = []): Promise<unknown[]> {
    return query(addressOf(this.admin, this.database), text, values);
  }

  /** As the role that the application works in. */
  asApplication(text: string): Promise<unknown[]> {
    return query(this.config.databaseUrl, text);
  }

  /** How much is on record. */
  counts(): Promise<Counts> {
    return countsOf(addressOf(this.admin, this.database));
  }

  async close(): Promise<void> {
    for (const app of [this.app, ...this.others]) await app.close();
    await query(this.admin, `drop database ${this.database} with (force)`);
  }
}

interface Counts {
  readonly pulls: number;
  readonly treatments: number;
  readonly versions: number;
  readonly people: number;
}

async function countsOf(url: string): Promise<Counts> {
  const [row] = await query(
    url,
    `select (select count(*)::int from public.pull) as pulls, (select count(*)::int from public.treatment) as treatments,
       (select count(*)::int from public.build_version) as versions, (select count(*)::int from public.person) as people`,
  );
  return row as Counts;
}

async function query(url: string, text: string, values: unknown[] = []): Promise<unknown[]> {
  const client = new Client({ connectionString: url });
  await client.connect();
  try {
    return (await client.query(text, values)).rows;
  } finally {
    await client.end();
  }
}

/** The roles of a shop's database, as the start command makes them; shared by all test databases of a cluster. */
const OWNER = 'test_owner';
const APPLICATION = 'test_application';
const ROLES_LOCK = 4313;

function addressOf(admin: string, database: string, role?: string): string {
  const url = new URL(admin);
  url.pathname = `/${database}`;
  if (role !== undefined) Object.assign(url, { username: role, password: role });
  return url.href;
}

async function makeRoles(admin: string): Promise<void> {
  const make = (role: string): string =>
    `if not exists (select from pg_roles where rolname = '${role}') then create role ${role} login password '${role}'; end if;`;
  await query(admin, `do $$ begin perform pg_advisory_xact_lock(${String(ROLES_LOCK)}); ${make(OWNER)} ${make(APPLICATION)} end $$`);
}
