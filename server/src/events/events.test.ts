import { planFromTemplate, planOf } from '@pentimento/core/plan';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { randomUUID } from 'node:crypto';
import { get, type IncomingMessage } from 'node:http';
import type { AddressInfo } from 'node:net';
import { TestShop } from '../test-support/test-shop.js';
import { ChangesService } from './changes.service.js';

const plan = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });

describe('what changes is told', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await TestShop.open();
  });
  afterAll(() => shop.close());

  const cookieOf = async (app: NestExpressApplication): Promise<string> => {
    const answer = await shop.anonymous(app).post('/api/auth/sign-in').send({ login: 'ben', password: 'marram-demo' }).expect(200);
    return [answer.headers['set-cookie']]
      .flat()
      .map((one) => one.split(';')[0])
      .join('; ');
  };
  /** A page that listens to a server; what it hears, and its end. */
  const listener = async (
    app: NestExpressApplication,
  ): Promise<{ heard: () => string; until: (words: RegExp) => Promise<void>; close: () => void }> => {
    const server = app.getHttpServer();
    if (!server.listening) await app.listen(0, '127.0.0.1');
    const { port } = server.address() as AddressInfo;
    const cookie = await cookieOf(app);
    let text = '';
    const response = await new Promise<IncomingMessage>((resolve, reject) => {
      get({ port, host: '127.0.0.1', path: '/api/events', headers: { cookie } }, resolve).on('error', reject);
    });
    expect([response.statusCode, response.headers['content-type']]).toEqual([200, 'text/event-stream']);
    response.on('data', (chunk: Buffer) => (text += chunk.toString()));
    response.on('error', () => undefined);
    const until = async (words: RegExp): Promise<void> => {
      for (let i = 0; i < 200 && !words.test(text); i++) await new Promise((resolve) => setTimeout(resolve, 50));
      expect(text).toMatch(words);
    };
    return { heard: () => text, until, close: () => response.destroy() };
  };

  test('a pull, a save and a card are heard at once, through another process too; nobody hears what was rolled back', async () => {
    const other = await shop.second();
    const [near, far] = [await listener(shop.app), await listener(other)];
    const agent = await shop.signedIn('ada');
    const [{ id: moldId }] = (await agent.get('/api/molds')).body.molds as { id: string }[];
    const pull = { id: randomUUID(), at: new Date().toISOString(), ease: 2, note: '' };
    await agent.post(`/api/molds/${moldId}/pulls`).send(pull).expect(201);
    const buildId = randomUUID();
    await agent
      .post('/api/builds')
      .send({ id: buildId, name: 'Sill', part: 'Sill', note: '', plan: planOf(plan) })
      .expect(201);
    for (const page of [near, far]) {
      await page.until(new RegExp(`"kind":"mold","id":"${moldId}"`));
      await page.until(new RegExp(`"kind":"build","id":"${buildId}"`));
    }
    const before = far.heard();
    // The same id for another mold is refused.
    const { id: otherMold } = ((await agent.get('/api/molds')).body.molds as { id: string }[])[1];
    await agent.post(`/api/molds/${otherMold}/pulls`).send(pull).expect(409);
    await new Promise((resolve) => setTimeout(resolve, 300));
    expect(far.heard().slice(before.length)).not.toContain(otherMold);
    near.close();
    far.close();
  });

  test('nobody listens without signing in', async () => {
    await shop.anonymous().get('/api/events').expect(401);
  });

  test('a lost connection is made anew, and says that something may have been missed', async () => {
    const page = await listener(shop.app);
    await shop.sql(`select pg_terminate_backend(pid) from pg_stat_activity where query like 'listen %' and datname = current_database()`);
    await page.until(/"kind":"all"/);
    page.close();
  });

  test('a stop ends the listening', async () => {
    const own = await shop.second();
    let ended = false;
    own.get(ChangesService).ended.subscribe(() => (ended = true));
    await listener(own);
    await own.close();
    expect(ended).toBe(true);
  });
});
