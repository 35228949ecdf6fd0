import 'reflect-metadata';
import { Client } from 'pg';
import { DataSource } from 'typeorm';
import { TestShop } from '../test-support/test-shop.js';
import { grantApplication } from './access.js';
import { dataSourceOptions } from './data-source.js';

const APPEND_ONLY = ['pull', 'treatment', 'build_version', 'card_version', 'cup_test', 'laminate_record', 'rights_change'];

describe('the database’s roles', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await TestShop.open();
  });
  afterAll(() => shop.close());

  const as = async (address: string, sql: string): Promise<string> => {
    const client = new Client({ connectionString: address });
    await client.connect();
    try {
      await client.query(sql);
      return 'done';
    } catch (error) {
      return error instanceof Error ? error.message : 'odd';
    } finally {
      await client.end();
    }
  };
  const application = (sql: string): Promise<string> => as(shop.config.databaseUrl, sql);
  const owner = (sql: string): Promise<string> => as(shop.config.ownerUrl, sql);

  test.each(APPEND_ONLY)('%s can be added to and read by the application, never changed or emptied', async (table) => {
    expect(await application(`select 1 from ${table}`)).toBe('done');
    for (const sql of [
      `update ${table} set note = ''`,
      `delete from ${table}`,
      `truncate ${table}`,
      `alter table ${table} disable trigger user`,
      `drop table ${table}`,
    ])
      expect(await application(sql)).toMatch(/permission denied|must be owner|does not exist/);
  });

  test.each(APPEND_ONLY)('%s is not emptied by its owner either, but on purpose', async (table) => {
    expect(await owner(`truncate ${table} cascade`)).toMatch(/append-only/);
    expect(await owner(`delete from ${table}`)).toMatch(/append-only|^done$/);
  });

  test('the application makes and changes no tables, roles or triggers', async () => {
    for (const sql of [
      'create table x (a int)',
      'create schema x',
      'create role x',
      `drop trigger pull_append_only on pull`,
      'alter table person add column x int',
    ])
      expect(await application(sql)).toMatch(/permission denied|must be owner/);
    expect(await application('truncate person cascade')).toMatch(/permission denied/);
    expect(await application('delete from build')).toMatch(/permission denied/);
  });

  test('the owner is no superuser', async () => {
    expect(await shop.sql(`select rolname from pg_roles where rolname like 'test_%' and (rolsuper or rolcreaterole or rolcreatedb)`)).toEqual([]);
  });

  test('a table whose access nobody decided stops the start', async () => {
    const source = await new DataSource(dataSourceOptions(shop.config.ownerUrl)).initialize();
    try {
      await source.query('create table forgotten (a int)');
      await expect(grantApplication(source, shop.config.ownerUrl, shop.config.databaseUrl)).rejects.toThrow('may do with forgotten');
      await source.query('drop table forgotten');
      await grantApplication(source, shop.config.ownerUrl, shop.config.databaseUrl);
    } finally {
      await source.destroy();
    }
  });
});
