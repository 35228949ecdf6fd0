import { randomUUID } from 'node:crypto';
import { appendFileSync, existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { execFileSync } from 'node:child_process';
import { Client } from 'pg';
import { migrations } from '../database/data-source.js';
import { TestShop } from '../test-support/test-shop.js';
import { backup, BackupProblem, restore } from './backup.js';

const NAMES = migrations.map(({ name }) => name);

async function ask<T>(url: string, text: string, values: unknown[] = []): Promise<T[]> {
  const client = new Client({ connectionString: url });
  await client.connect();
  try {
    const { rows } = await client.query(text, values);
    return rows;
  } finally {
    await client.end();
  }
}

describe('backup and restore', () => {
  let shop: TestShop;
  const folder = mkdtempSync(join(tmpdir(), 'pentimento-test-backup-'));
  const made: string[] = [];
  beforeAll(async () => {
    shop = await TestShop.open();
  });
  afterAll(async () => {
    const admin = process.env.TEST_DATABASE_URL ?? '';
    for (const name of made) await ask(admin, `drop database if exists "${name}" with (force)`);
    await shop.close();
    rmSync(folder, { recursive: true, force: true });
  });

  /** An empty database that belongs to the owner. */
  async function empty(): Promise<string> {
    const name = `test_${randomUUID().replaceAll('-', '')}`;
    const owner = new URL(shop.config.ownerUrl);
    await ask(process.env.TEST_DATABASE_URL ?? '', `create database "${name}" owner "${owner.username}"`);
    made.push(name);
    owner.pathname = `/${name}`;
    return owner.href;
  }

  const file = (name: string): string => join(folder, name);

  test('a pull, a backup, another database: the pull is there, and every table is as it was', async () => {
    const agent = await shop.signedIn();
    const [{ id }]: { id: string }[] = (await agent.get('/api/molds').expect(200)).body.molds;
    const pull = { id: randomUUID(), at: new Date().toISOString(), ease: 2, note: 'before the backup' };
    await agent.post(`/api/molds/${id}/pulls`).send(pull).expect(201);
    const manifest = await backup(shop.config.ownerUrl, file('whole.shop'), '0.7.0');
    expect(manifest.tables.pull.rows).toBeGreaterThan(10);
    const url = await empty();
    expect(await restore(url, file('whole.shop'), NAMES)).toEqual(manifest);
    expect(await ask(url, 'select note from pull where id = $1', [pull.id])).toEqual([{ note: 'before the backup' }]);
    // What the database itself forbids is forbidden there too.
    await expect(ask(url, 'delete from pull where id = $1', [pull.id])).rejects.toThrow();
  });

  test('a backup is never written over, and half of one is no backup', async () => {
    await backup(shop.config.ownerUrl, file('once.shop'), '0.7.0');
    await expect(backup(shop.config.ownerUrl, file('once.shop'), '0.7.0')).rejects.toThrow(/never written over/);
    await expect(backup('postgres://nobody:x@127.0.0.1:1/none', file('none.shop'), '0.7.0')).rejects.toThrow(BackupProblem);
    expect(existsSync(file('none.shop'))).toBe(false);
  });

  test('what is restored into is empty', async () => {
    await backup(shop.config.ownerUrl, file('again.shop'), '0.7.0');
    await expect(restore(shop.config.ownerUrl, file('again.shop'), NAMES)).rejects.toThrow(/not empty/);
  });

  test('a damaged file, one that is none, one of a newer program are refused in words', async () => {
    await backup(shop.config.ownerUrl, file('hurt.shop'), '0.7.0');
    const inside = mkdtempSync(join(folder, 'inside-'));
    execFileSync('tar', ['-xf', file('hurt.shop'), '-C', inside]);
    appendFileSync(join(inside, 'shop.dump'), 'x');
    execFileSync('tar', ['-cf', file('damaged.shop'), '-C', inside, 'manifest.json', 'shop.dump']);
    const url = await empty();
    await expect(restore(url, file('damaged.shop'), NAMES)).rejects.toThrow(/damaged/);
    writeFileSync(file('text.shop'), 'not a backup');
    await expect(restore(url, file('text.shop'), NAMES)).rejects.toThrow(/no backup of a shop/);
    await expect(restore(url, file('hurt.shop'), NAMES.slice(0, -1))).rejects.toThrow(/newer than this program/);
    await expect(restore(url, file('gone.shop'), NAMES)).rejects.toThrow(/not there/);
    expect(await ask(url, `select 1 from pg_class where relnamespace = 'public'::regnamespace`)).toEqual([]);
  });
});
