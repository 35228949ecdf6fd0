import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Client } from 'pg';
import { expect, test } from '../shop';

const admin = process.env.E2E_DATABASE_ADMIN;
const NAME = 'e2e_restore';
const PORT = 14_977;
const address = `http://127.0.0.1:${String(PORT)}`;

function databaseUrl(): string {
  const url = new URL(admin ?? '');
  url.pathname = `/${NAME}`;
  return url.href;
}

async function sql(...statements: string[]): Promise<void> {
  const client = new Client({ connectionString: admin });
  await client.connect();
  for (const statement of statements) await client.query(statement);
  await client.end();
}

/** A shop of its own, whose database may be lost. */
async function served(): Promise<ChildProcess> {
  const child = spawn('node', ['server/dist/main.js'], {
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl(),
      SESSION_SECRET: 'a word for this test alone',
      PENTIMENTO_DEMO: '1',
      PORT: String(PORT),
      WEB_ROOT: join(process.cwd(), 'web/dist'),
    },
    stdio: 'ignore',
  });
  await expect.poll(async () => (await fetch(`${address}/api/health`).catch(() => null))?.ok ?? false, { timeout: 60_000 }).toBe(true);
  return child;
}

async function ended(child: ChildProcess): Promise<void> {
  const gone = new Promise((resolve) => child.once('exit', resolve));
  child.kill('SIGTERM');
  await gone;
}

const shell = (what: string, file: string) =>
  spawnSync('node', ['server/dist/backup/main.js', what, file], { env: { ...process.env, DATABASE_OWNER_URL: databaseUrl() }, encoding: 'utf8' });

test.describe('a shop that loses its database', () => {
  test.skip(admin === undefined, 'E2E_DATABASE_ADMIN is not set: see DEVELOPING.md');
  test.use({ serviceWorkers: 'allow', baseURL: address, allowedErrors: [/Failed to load resource|ERR_CONNECTION|EventSource/] });
  let server: ChildProcess;
  const folder = mkdtempSync(join(tmpdir(), 'restore-'));
  test.afterAll(async () => {
    await ended(server);
    await sql(`drop database if exists ${NAME} with (force)`);
    rmSync(folder, { recursive: true });
  });

  test('a pull, a backup, the database gone, a restore: the pull is there, and the one that was logged meanwhile', async ({ page }) => {
    await sql(`drop database if exists ${NAME} with (force)`, `create database ${NAME}`);
    server = await served();
    const spine = page.getByRole('listitem').filter({ hasText: 'M-004' });
    const pulls = async (): Promise<number> => Number(/(\d+) pulls ·/.exec(await spine.innerText())?.[1]);
    await page.goto('/rack');
    await page.getByRole('button', { name: /Ada Marsh/ }).click();
    await expect(spine).toBeVisible();
    const before = await pulls();
    await page.getByRole('button', { name: 'Log a pull of M-004' }).click();
    await page.getByRole('button', { name: /Fell out/ }).click();
    await expect.poll(pulls).toBe(before + 1);
    await expect(page.getByText('waits here to be sent')).toBeHidden();

    const file = join(folder, 'shop.shop');
    expect(shell('backup', file)).toMatchObject({ status: 0 });
    expect(existsSync(file)).toBe(true);
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    await page.reload();
    await expect.poll(pulls).toBe(before + 1);
    await ended(server);
    // The shop is away: the page opens as it was last seen, and what is logged waits.
    await page.reload();
    await expect(page.getByText(/Shown as it was/)).toBeVisible();
    await page.getByRole('button', { name: 'Log a pull of M-004' }).click();
    await page.getByRole('button', { name: /Light wedges/ }).click();
    await expect(page.getByText('1 record waits here to be sent')).toBeVisible();
    await sql(`drop database ${NAME} with (force)`, `create database ${NAME}`);
    expect(shell('restore', file)).toMatchObject({ status: 0 });
    server = await served();
    // Whoever was signed in still is.
    await page.goto('/rack');
    await expect(spine).toBeVisible();
    await expect(page.getByText('waits here to be sent')).toBeHidden();
    await expect.poll(pulls).toBe(before + 2);
  });
});
