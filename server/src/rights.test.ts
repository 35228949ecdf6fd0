import 'reflect-metadata';
import { mayDo, rights, roles, type Right, type Role } from '@pentimento/core/rights';
import { openApiDocument } from './openapi-document.js';
import { TestShop } from './test-support/test-shop.js';

interface Route {
  readonly method: 'get' | 'post' | 'put' | 'patch' | 'delete';
  readonly path: string;
  readonly need: Right | 'nothing' | undefined;
}

const METHODS = ['get', 'post', 'put', 'patch', 'delete'] as const;
const SOME_ID = '6b7fbd0c-8f2e-4b63-9a50-0a8a0e9d9f11';

/** Every route × role, asked for real, from the OpenAPI document. */
describe('routes and roles', () => {
  let shop: TestShop;
  let routes: Route[];
  beforeAll(async () => {
    shop = await TestShop.open();
    routes = Object.entries(openApiDocument(shop.app).paths).flatMap(([path, item]) =>
      METHODS.flatMap((method) => {
        const operation = item[method] as { 'x-needs'?: Route['need'] } | undefined;
        return operation ? [{ method, path, need: operation['x-needs'] }] : [];
      }),
    );
    await shop.sql(`update person set role = 'apprentice' where login = 'cleo'; update person set role = 'inspector' where login = 'dov'`);
  });
  afterAll(() => shop.close());

  test('every route says what it needs', () => {
    expect(routes.length).toBeGreaterThan(30);
    expect(routes.filter(({ need }) => need === undefined).map(({ method, path }) => `${method} ${path}`)).toEqual([]);
    const known = new Set<string>([...rights, 'nothing']);
    expect(routes.filter(({ need }) => !known.has(need ?? '')).map(({ path }) => path)).toEqual([]);
  });

  test('only the door itself needs nothing', () => {
    expect(routes.filter(({ need }) => need === 'nothing').map(({ path }) => path)).toEqual([
      '/api/health',
      '/api/auth/who',
      '/api/auth/sign-in',
      '/api/auth/demo-sign-in',
      '/api/auth/switch',
      '/api/auth/setup',
      '/api/auth/sign-out',
      '/api/feeds/{token}.ics',
    ]);
  });

  const people: [Role, string][] = [
    ['owner', 'ada'],
    ['toolmaker', 'ben'],
    ['apprentice', 'cleo'],
    ['inspector', 'dov'],
  ];
  test('the list of roles is walked in full', () => {
    expect(people.map(([role]) => role)).toEqual(roles);
  });

  test.each(people)('%s', async (role, login) => {
    const { body } = await shop.anonymous().get('/api/auth/who');
    const personId = (body.demoPeople as { id: string; login: string }[]).find((one) => one.login === login)?.id;
    const wrong: string[] = [];
    for (const { method, path, need } of routes) {
      if (need === 'nothing' || need === undefined) continue;
      const agent = shop.anonymous();
      await agent.post('/api/auth/demo-sign-in').send({ personId }).expect(200);
      const address = path.replaceAll(/\{(\w+)\}/g, (_all, name: string) => (/^(number|version)$/.test(name) ? '1' : SOME_ID));
      const { status, body: answer } = await agent[method](address).send(method === 'get' ? undefined : {});
      const refused = status === 403 && (answer as { code?: string }).code === 'not-allowed';
      if (refused === mayDo(role, need) || status === 401 || status >= 500) wrong.push(`${method} ${path}: ${String(status)}`);
    }
    expect(wrong).toEqual([]);
  });

  test('nobody gets in anywhere without signing in', async () => {
    const open: string[] = [];
    for (const { method, path, need } of routes) {
      const address = path.replaceAll(/\{\w+\}/g, SOME_ID);
      const { status } = await shop.anonymous()[method](address);
      if (need !== 'nothing' && status !== 401) open.push(`${method} ${path}: ${String(status)}`);
    }
    expect(open).toEqual([]);
    await shop.anonymous().get('/api/openapi.json').expect(401);
    const { body } = await (await shop.signedIn('ada')).get('/api/openapi.json').expect(200);
    expect(body.paths['/api/builds'].post['x-needs']).toBe('plan');
  });
});
