import 'reflect-metadata';
import { DataSource } from 'typeorm';
import { ProblemException } from '../errors/problem.js';
import { TestShop } from '../test-support/test-shop.js';
import { TriesService } from './tries.service.js';
import { addressKey, byAccount, byAddress, byCode, MOST_WRONG_CODES, type TryLimit } from './tries.js';

test.each<[string | undefined, string]>([
  ['10.0.0.7', '10.0.0.7'],
  ['::ffff:10.0.0.7', '10.0.0.7'],
  ['2001:db8:1:2:3:4:5:6', '2001:db8:1:2'],
  ['2001:db8:1:2:ffff::9', '2001:db8:1:2'],
  ['2001:db8::9', '2001:db8:0:0'],
  ['::1', '0:0:0:0'],
  [undefined, 'unknown'],
])('the address %p counts as %p', (ip, key) => {
  expect(addressKey(ip)).toBe(key);
});

test('three tries of an account are free; then the wait doubles up to a minute', () => {
  expect(byAccount('ada', false)).toEqual({ key: 'account:ada', waitS: [0, 0, 0, 2, 4, 8, 16, 32, 60], forgottenS: 3600 });
  expect(byAccount('ada', true)).toEqual({ key: 'known:ada', waitS: [0, 0, 0, 2, 4, 8, 16, 32, 60], forgottenS: 3600 });
  expect(byCode('id')).toEqual({ key: 'code:id', waitS: [0, 0, 0, 2, 4, 8, 16, 32, 60], forgottenS: 7776000 });
});

test('nineteen tries of an address are free, the twentieth closes it for a quarter of an hour', () => {
  const { waitS, forgottenS } = byAddress('10.0.0.7');
  expect(waitS).toEqual([...Array(19).fill(0), 900]);
  expect(forgottenS).toBe(900);
});

describe('tries in the database', () => {
  let shop: TestShop;
  let tries: TriesService;
  beforeAll(async () => {
    shop = await TestShop.open({ demo: false });
    tries = new TriesService(shop.app.get(DataSource));
  });
  afterAll(() => shop.close());

  const limit = (key: string, waitS: number[] = [0, 0, 50]): TryLimit => ({ key, waitS, forgottenS: 600 });
  const outcome = async (limits: readonly TryLimit[]): Promise<unknown> =>
    tries.admit(limits).catch((error: unknown) => (error instanceof ProblemException ? [error.getStatus(), error.extra.retryAfterS] : error));

  test('are free up to the limit, then wait, and say how long', async () => {
    const seen = [];
    for (let i = 0; i < 4; i++) seen.push(await outcome([limit('k')]));
    expect(seen.slice(0, 3)).toEqual([[1], [2], [3]]);
    expect(seen[3]).toEqual([429, expect.any(Number)]);
    const [, left] = seen[3] as [number, number];
    expect(left).toBeGreaterThan(40);
    expect(left).toBeLessThanOrEqual(50);
  });

  test('a refused try does not lengthen the wait', async () => {
    for (let i = 0; i < 3; i++) await tries.admit([limit('w')]);
    await shop.sql(`update sign_in_tries set free_at = now() + interval '5 seconds' where key = 'w'`);
    for (let i = 0; i < 5; i++) await outcome([limit('w')]);
    const [row] = (await shop.sql(`select tries, free_at < now() + interval '6 seconds' as soon from sign_in_tries where key = 'w'`)) as object[];
    expect(row).toEqual({ tries: 3, soon: true });
  });

  test('the last wait holds for all further tries', async () => {
    for (let i = 0; i < 6; i++) {
      await tries.admit([limit('l')]);
      await shop.sql(`update sign_in_tries set free_at = now() where key = 'l'`);
    }
    expect(await tries.admit([limit('l')])).toEqual([7]);
    expect(((await outcome([limit('l')])) as number[])[1]).toBeGreaterThan(40);
  });

  test('of fifty at once only the free ones are let in', async () => {
    const all = await Promise.all(Array.from({ length: 50 }, () => outcome([limit('at once')])));
    expect(all.filter((one) => (one as number[]).length === 1)).toHaveLength(3);
  });

  test('of twenty at once that are all free none is refused', async () => {
    const all = await Promise.all(Array.from({ length: 20 }, () => outcome([limit('free at once', [0])])));
    expect(all.filter((one) => (one as number[]).length === 1)).toHaveLength(20);
  });

  test('under two limits count in both or in neither', async () => {
    await tries.admit([limit('a', [30])]);
    expect(((await outcome([limit('b'), limit('a', [30])])) as number[])[0]).toBe(429);
    expect(await tries.admit([limit('b')])).toEqual([1]);
  });

  test('a right try forgets one count and takes itself out of the other', async () => {
    await tries.admit([limit('mine'), limit('house')]);
    await tries.admit([limit('mine'), limit('house')]);
    await tries.right({ forget: [limit('mine')], lessen: [limit('house')] });
    expect(await tries.admit([limit('mine'), limit('house')])).toEqual([1, 2]);
  });

  test('begin again when they are forgotten, and do not pile up', async () => {
    await tries.admit([limit('old')]);
    await tries.admit([limit('old')]);
    await shop.sql(`update sign_in_tries set forgotten_at = now() - interval '1 second' where key in ('old', 'k')`);
    expect(await tries.admit([limit('old')])).toEqual([1]);
    expect(await shop.sql(`select key from sign_in_tries where key = 'k'`)).toEqual([]);
  });
});

describe('guessing', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await TestShop.open();
  });
  afterAll(() => shop.close());
  const guess = async (login: string, password: string, agent = shop.anonymous()): Promise<number> =>
    (await agent.post('/api/auth/sign-in').send({ login, password })).status;
  const forget = (): Promise<unknown> => shop.sql('delete from sign_in_tries');

  test('one account is slowed down, across servers, and says when to come back', async () => {
    const other = shop.anonymous(await shop.second());
    expect(await guess('ben', 'no')).toBe(401);
    expect(await guess('ben', 'no', other)).toBe(401);
    expect(await guess('ben', 'no')).toBe(401);
    // The fourth is let in too, and brings the first wait.
    expect(await guess('ben', 'no', other)).toBe(401);
    const { headers, body } = await shop.anonymous().post('/api/auth/sign-in').send({ login: 'ben', password: 'marram-demo' }).expect(429);
    expect(Number(headers['retry-after'])).toBeGreaterThan(0);
    expect(body.detail).toMatch(/^Too many wrong tries. Wait \d s, then try again.$/);
    await forget();
  });

  test('a stranger’s tries do not lock the right person out of the browser that knows them', async () => {
    const known = await shop.signedIn('cleo');
    await known.post('/api/auth/sign-out').expect(200);
    for (let i = 0; i < 6; i++) await guess('cleo', 'no');
    expect(await guess('cleo', 'marram-demo')).toBe(429);
    expect(await guess('cleo', 'marram-demo', known)).toBe(200);
    await forget();
  });

  test('sixty names from one address do not pass', async () => {
    const answers: number[] = [];
    for (let i = 0; i < 60; i++) answers.push(await guess(`name${String(i)}`, 'no'));
    expect(answers.filter((status) => status === 401)).toHaveLength(20);
    expect(answers.filter((status) => status === 429)).toHaveLength(40);
    await forget();
  });

  test('right sign-ins of a whole shop behind one address are not counted', async () => {
    for (let i = 0; i < 24; i++) expect(await guess('dov', 'marram-demo')).toBe(200);
    await forget();
  });

  test('a code works on a trusted device only, and ten wrong ones end it until the password is typed', async () => {
    const edda = await shop.signedIn('edda');
    const { id } = (await edda.get('/api/auth/who')).body.person;
    await edda.put('/api/people/me/code').send({ password: 'wrong', code: '2580' }).expect(422);
    await edda.put('/api/people/me/code').send({ password: 'marram-demo', code: '1234' }).expect(422);
    await edda.put('/api/people/me/code').send({ password: 'marram-demo', code: '2580' }).expect(204);
    const tablet = shop.anonymous();
    const tap = async (code: string): Promise<string> => {
      await shop.sql('update sign_in_tries set free_at = now()');
      const { status, body } = await tablet.post('/api/auth/switch').send({ personId: id, code });
      return status === 200 ? (body.person.login as string) : `${String(status)} ${String(body.code)}`;
    };
    expect(await tap('2580')).toBe('403 not-trusted');
    await tablet.post('/api/auth/sign-in').send({ login: 'finn', password: 'marram-demo' }).expect(200);
    await tablet.post('/api/devices').send({ name: 'Bench tablet' }).expect(201);
    expect((await tablet.get('/api/auth/who')).body).toMatchObject({
      device: 'Bench tablet',
      switchable: [{ id, name: 'Edda Rush' }],
      byCode: false,
    });
    expect(await tap('2581')).toBe('401 wrong-code');
    expect(await tap('2580')).toBe('edda');
    expect((await tablet.get('/api/auth/who')).body).toMatchObject({ byCode: true, person: { login: 'edda' } });
    // A code does not open what is behind a password.
    expect((await tablet.post('/api/devices').send({ name: 'x' }).expect(403)).body.code).toBe('needs-password');
    for (let i = 0; i < MOST_WRONG_CODES; i++) expect(await tap('9999')).toBe('401 wrong-code');
    expect(await tap('2580')).toBe('403 code-off');
    await shop.signedIn('edda');
    expect(await tap('2580')).toBe('edda');
    await edda.put('/api/people/me/code').send({ password: 'marram-demo', code: null }).expect(204);
    expect(await tap('2580')).toBe('401 wrong-code');
    expect((await tablet.get('/api/auth/who')).body.switchable).toEqual([]);
    // The owner forgets the device.
    const ada = await shop.signedIn('ada');
    const [device] = (await ada.get('/api/devices').expect(200)).body as { id: string }[];
    expect(device).toMatchObject({ name: 'Bench tablet', trustedBy: 'Finn Sallow', here: false });
    await ada.post(`/api/devices/${device.id}/forget`).expect(204);
    await ada.post(`/api/devices/${device.id}/forget`).expect(404);
    expect(await tap('2580')).toBe('403 not-trusted');
    expect((await tablet.get('/api/auth/who')).body.device).toBeNull();
  });

  test('a device cookie that was made up is none', async () => {
    for (const cookie of ['x', `${'0'.repeat(36)}.${'a'.repeat(43)}`, `6b7fbd0c-8f2e-4b63-9a50-0a8a0e9d9f11.${'a'.repeat(43)}`])
      expect((await shop.anonymous().get('/api/auth/who').set('cookie', `pentimento.device=${cookie}`).expect(200)).body.device).toBeNull();
  });
});
