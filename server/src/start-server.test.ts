import 'reflect-metadata';
import { setTimeout as wait } from 'node:timers/promises';
import { startServer } from './start-server.js';
import { TestShop } from './test-support/test-shop.js';

describe('the start', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await TestShop.open();
  });
  afterAll(() => shop.close());

  test('against a database that is away: says so with a hint, and answers once it is back', async () => {
    await shop.databaseAway();
    const { port, ready, close } = await startServer(shop.config, { quiet: true });
    const health = (): Promise<Response> => fetch(`http://127.0.0.1:${String(port)}/api/health`);
    try {
      const first = await health();
      expect([first.status, first.headers.get('retry-after'), first.headers.get('content-type')]).toEqual([503, '5', 'application/problem+json']);
      expect(await first.json()).toMatchObject({ code: 'starting', status: 503 });
      await wait(50);
      await shop.databaseBack();
      await ready;
      expect((await health()).status).toBe(200);
    } finally {
      await close();
    }
    await expect(health()).rejects.toThrow();
  });

  test('stops while it still waits', async () => {
    await shop.databaseAway();
    const { close } = await startServer(shop.config, { quiet: true });
    await close();
    await shop.databaseBack();
  });

  test('a fault that waiting does not mend ends the start', async () => {
    const { ready, close } = await startServer(
      { ...shop.config, ownerUrl: shop.config.ownerUrl.replace('test_owner:test_owner', 'test_owner:wrong') },
      { quiet: true },
    );
    await expect(ready).rejects.toThrow(/password/);
    await close();
  });

  test('a port that is taken is said', async () => {
    const { port, close, ready } = await startServer(shop.config, { quiet: true });
    await ready;
    await expect(startServer({ ...shop.config, port }, { quiet: true })).rejects.toThrow(/EADDRINUSE/);
    await close();
  });
});
