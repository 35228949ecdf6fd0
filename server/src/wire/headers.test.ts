import 'reflect-metadata';
import { builtInMaterials } from '@pentimento/core/materials';
import { firstValueFrom, NEVER, of, toArray } from 'rxjs';
import { TestShop } from '../test-support/test-shop.js';
import { bodyLimit } from './body-limits.js';
import { keepingOf } from './keeping.js';
import { StreamLimit } from './streams.js';

test.each<[string, string]>([
  ['/api/auth/who', 'no-store'],
  ['/api/people', 'no-store'],
  ['/api/people/changes', 'no-store'],
  ['/api/devices', 'no-store'],
  ['/api/builds', 'private, no-cache'],
  ['/api/peoples', 'private, no-cache'],
])('%s is kept: %s', (path, keeping) => {
  expect(keepingOf(path)).toBe(keeping);
});

test.each<[string, string]>([
  ['/api/cards/import', '8mb'],
  ['/api/cards/iso_lam/cup-tests', '2mb'],
  ['/api/cards/iso_lam/laminate-records', '2mb'],
  ['/api/builds', '1mb'],
  ['/api/builds/x/versions', '1mb'],
  ['/api/builds/x/finish', '64kb'],
  ['/api/cards/x/versions', '256kb'],
  ['/api/cards', '256kb'],
  ['/api/auth/sign-in', '16kb'],
  ['/api/people/me', '16kb'],
  ['/api/molds/x/pulls', '64kb'],
])('%s takes %s', (path, limit) => {
  expect(bodyLimit(path)).toBe(limit);
});

describe('answers', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await TestShop.open();
  });
  afterAll(() => shop.close());

  test('say what pages may load and run, and nobody frames them', async () => {
    const { headers } = await shop.anonymous().get('/api/health').set('host', 'shop.local:4310');
    const policy = new Map(
      headers['content-security-policy'].split(';').map((line): [string, string] => {
        const [name, ...sources] = line.trim().split(' ');
        return [name, sources.join(' ')];
      }),
    );
    expect(Object.fromEntries(policy)).toEqual({
      'default-src': "'self'",
      'script-src': "'self' 'wasm-unsafe-eval'",
      'script-src-attr': "'none'",
      'worker-src': "'self'",
      'style-src': "'self' 'unsafe-inline'",
      'img-src': "'self' blob: data:",
      'font-src': "'self'",
      'connect-src': "'self' ws://shop.local:4310 wss://shop.local:4310",
      'manifest-src': "'self'",
      'object-src': "'none'",
      'base-uri': "'none'",
      'form-action': "'self'",
      'frame-ancestors': "'none'",
    });
    expect(headers['x-content-type-options']).toBe('nosniff');
    expect(headers).not.toHaveProperty('x-powered-by');
  });

  test('a Host that is none adds nothing to the policy', async () => {
    const { headers } = await shop.anonymous().get('/api/health').set('host', 'a,b');
    expect(headers['content-security-policy']).toContain("connect-src 'self' 'self';");
  });

  test('data that did not change is not sent again', async () => {
    const ada = await shop.signedIn('ada');
    const { headers } = await ada.get('/api/cards').expect(200);
    expect(headers['cache-control']).toBe('private, no-cache');
    await ada.get('/api/cards').set('if-none-match', headers.etag).expect(304);
    expect((await ada.get('/api/people').expect(200)).headers['cache-control']).toBe('no-store');
  });

  test('a body over the limit of its route is refused in words', async () => {
    const login = 'x'.repeat(17 * 1024);
    const { body } = await shop.anonymous().post('/api/auth/sign-in').send({ login, password: 'x' }).expect(413);
    expect(body.code).toBe('too-large');
    const ada = await shop.signedIn('ada');
    await ada
      .post('/api/builds')
      .send({ note: 'x'.repeat(17 * 1024) })
      .expect(400);
  });

  test('500 cards fit into one import, 501 do not; a card twice is said', async () => {
    const ada = await shop.signedIn('ada');
    const [card] = builtInMaterials.filter(({ kind }) => kind === 'resin');
    const many = (count: number): object[] => Array.from({ length: count }, (_, i) => ({ ...card, id: `copy_${String(i)}` }));
    const send = (cards: object[]) => ada.post('/api/cards/import').send({ note: '', cards });
    await send(many(501)).expect(400);
    expect((await send([...many(3), many(1)[0]]).expect(422)).body.code).toBe('card-twice');
    expect((await send(many(500)).expect(201)).body).toHaveLength(500);
  });

  test('only a key clash of cards is called one', async () => {
    const ada = await shop.signedIn('ada');
    const [card] = builtInMaterials;
    await shop.sql(`alter table card_version add constraint never check (note <> 'refused by the table')`);
    const { body } = await ada.post('/api/cards').send({ note: 'refused by the table', card: { ...card, id: 'clash' } });
    expect(body.code).toBe('server-fault');
    const both = await Promise.all([1, 2].map(() => ada.post('/api/cards').send({ note: '', card: { ...card, id: 'clash' } })));
    expect(both.map(({ status }) => status).sort()).toEqual([201, 409]);
  });
});

test('a person has so many streams and no more, and gets them back', async () => {
  const streams = new StreamLimit();
  const open = Array.from({ length: 6 }, () => streams.within('ada', NEVER).subscribe());
  expect(() => streams.within('ada', NEVER)).toThrow('6 live pages');
  expect(await firstValueFrom(streams.within('ben', of(1, 2)).pipe(toArray()))).toEqual([1, 2]);
  open[0].unsubscribe();
  expect(await firstValueFrom(streams.within('ada', of(3)))).toBe(3);
  streams.within('ada', NEVER).subscribe();
  expect(() => streams.within('ada', NEVER)).toThrow('6 live pages');
});
