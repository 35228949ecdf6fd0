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

  static async open({ demo = true }: { demo?: boolean } = {}): Promise<TestShop> {
    const admin = process.env.TEST_DATABASE_URL;
    if (!admin) throw new Error('TEST_DATABASE_URL is not set: run ./pentimento test, or see DEVELOPING.md');
    const database = `test_${randomUUID().replaceAll('-', '')}`;
    await query(admin, `create database ${database}`);
    const url = new URL(admin);
    url.pathname = `/${database}`;
    const config: ServerConfig = {
      databaseUrl: url.href,
      port: 0,
      host: '127.0.0.1',
      sessionSecret: 'test',
      secureCookies: false,
      trustProxy: null,
      publicUrl: null,
      demo,
      webRoot: null,
    };
    await prepareDatabase(config.databaseUrl, async (source) => {
      if (demo) await seedDemo(source);
    });
    const app = await createApp(config, true);
    await app.init();
    return new TestShop(app, config, admin, database);
  }

  /** A second server process's worth of application on the same database. */
  async second(): Promise<NestExpressApplication> {
    const other = await createApp(this.config, true);
    await other.init();
    this.others.push(other);
    return other;
  }

  /** The same database served with other settings. */
  async served(change: Partial<ServerConfig>): Promise<NestExpressApplication> {
    const other = await createApp({ ...this.config, ...change }, true);
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

  sql(text: string, values: unknown[] = []): Promise<unknown[]> {
    return query(this.config.databaseUrl, text, values);
  }

  async close(): Promise<void> {
    for (const app of [this.app, ...this.others]) await app.close();
    await query(this.admin, `drop database ${this.database} with (force)`);
  }
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
