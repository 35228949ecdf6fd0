import { TestShop } from '../test-support/test-shop.js';

describe('accounts', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await TestShop.open();
  });
  afterAll(() => shop.close());

  test.each(['/api/builds', '/api/molds', '/api/cards', '/api/people'])('%s is closed without sign-in', async (path) => {
    expect((await shop.anonymous().get(path).expect(401)).body.code).toBe('not-signed-in');
  });

  test('the session cookie is strict, out of reach of scripts, and dies with sign-out', async () => {
    const agent = shop.anonymous();
    const { headers } = await agent.post('/api/auth/sign-in').send({ login: 'ada', password: 'marram-demo' }).expect(200);
    for (const cookie of [headers['set-cookie']].flat()) expect(cookie).toMatch(/HttpOnly.*SameSite=Strict/);
    await agent.get('/api/builds').expect(200);
    const out = await agent.post('/api/auth/sign-out').expect(200);
    expect([out.headers['set-cookie']].flat()).toContainEqual(expect.stringMatching(/^pentimento.sid=;.*1970/));
    await agent.get('/api/builds').expect(401);
  });

  test('a session made by one server holds at another', async () => {
    const agent = shop.anonymous();
    const { headers } = await agent.post('/api/auth/sign-in').send({ login: 'cleo', password: 'marram-demo' });
    const cookie =
      [headers['set-cookie']]
        .flat()
        .find((one) => one.startsWith('pentimento.sid='))
        ?.split(';')[0] ?? '';
    const { body } = await shop
      .anonymous(await shop.second())
      .get('/api/auth/who')
      .set('cookie', cookie);
    expect(body.person.name).toBe('Cleo Strand');
  });

  test('whoever asks at the same moment is answered as who they are, and a session that ended meanwhile is over', async () => {
    const [ada, cleo, gone, nobody] = [await shop.signedIn('ada'), await shop.signedIn('cleo'), await shop.signedIn('finn'), shop.anonymous()];
    await gone.post('/api/auth/sign-out').expect(200);
    const askers = [ada, cleo, gone, nobody, cleo, ada, ada, nobody, cleo, gone];
    const answers = await Promise.all(askers.map((agent) => agent.get('/api/auth/who').expect(200)));
    const names = new Map([
      [ada, 'Ada Marsh'],
      [cleo, 'Cleo Strand'],
    ]);
    answers.forEach(({ body }, i) => {
      expect(body.person?.name).toBe(names.get(askers[i]));
    });
    expect((await Promise.all([ada.get('/api/molds'), nobody.get('/api/molds'), cleo.get('/api/molds')])).map(({ status }) => status)).toEqual([
      200, 401, 200,
    ]);
  });

  test('requests from a foreign page are refused', async () => {
    const agent = await shop.signedIn();
    expect((await agent.patch('/api/people/me').set('origin', 'http://elsewhere.example').send({ unitSystem: 'us' }).expect(403)).body.code).toBe(
      'foreign-origin',
    );
  });

  test('units are kept per person; only owners add people, never with a weak password', async () => {
    const finn = await shop.signedIn('finn');
    await finn.patch('/api/people/me').send({ unitSystem: 'us' }).expect(200);
    expect((await (await shop.signedIn('finn')).get('/api/auth/who')).body.person.unitSystem).toBe('us');
    const person = { name: 'Gus Dune', login: 'gus', password: 'long enough', role: 'toolmaker' };
    await finn.post('/api/people').send(person).expect(403);
    const ada = await shop.signedIn('ada');
    await ada
      .post('/api/people')
      .send({ ...person, password: 'short' })
      .expect(400);
    await ada.post('/api/people').send(person).expect(201);
    await ada.post('/api/people').send(person).expect(409);
    await shop.anonymous().post('/api/auth/sign-in').send({ login: 'gus', password: 'long enough' }).expect(200);
    const stored = await shop.sql(`select password_hash from person where login = 'gus'`);
    expect(JSON.stringify(stored)).toContain('$argon2id$');
  });
});

describe('a shop without demo', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await TestShop.open({ demo: false });
  });
  afterAll(() => shop.close());

  test('the first person sets up, and only the first; demo sign-in is closed', async () => {
    const agent = shop.anonymous();
    expect((await agent.get('/api/auth/who')).body).toEqual({
      person: null,
      byCode: false,
      needsSetup: true,
      demoPeople: [],
      device: null,
      switchable: [],
    });
    const owner = { name: 'Hal Knot', login: 'hal', password: 'long enough', role: 'toolmaker' };
    const { body } = await agent.post('/api/auth/setup').send(owner).expect(200);
    expect(body.person).toMatchObject({ name: 'Hal Knot', role: 'owner' });
    await shop
      .anonymous()
      .post('/api/auth/setup')
      .send({ ...owner, login: 'two' })
      .expect(403);
    await shop.anonymous().post('/api/auth/demo-sign-in').send({ personId: body.person.id }).expect(403);
    expect((await shop.anonymous().get('/api/health').expect(200)).body).toEqual({ status: 'ok' });
  });
});
