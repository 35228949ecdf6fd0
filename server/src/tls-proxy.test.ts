import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { request as httpRequest } from 'node:http';
import { createServer, request as httpsRequest, type Server } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readConfig } from './config.js';
import { TestShop } from './test-support/test-shop.js';

interface Answer {
  readonly status: number;
  readonly cookie: string;
  readonly body: { code?: string; person?: { login: string } | null };
}

describe('behind a TLS proxy', () => {
  let shop: TestShop;
  let proxy: Server;
  let certificate: Buffer;
  const folder = mkdtempSync(join(tmpdir(), 'pentimento-tls-'));

  beforeAll(async () => {
    shop = await TestShop.open();
    const [key, cert] = [join(folder, 'key.pem'), join(folder, 'cert.pem')];
    execFileSync(
      'openssl',
      [
        'req',
        '-x509',
        '-newkey',
        'rsa:2048',
        '-nodes',
        '-keyout',
        key,
        '-out',
        cert,
        '-days',
        '2',
        '-subj',
        '/CN=shop.test',
        '-addext',
        'subjectAltName=DNS:shop.test',
      ],
      { stdio: 'ignore' },
    );
    certificate = readFileSync(cert);
    const app = await shop.served({ secureCookies: true, trustProxy: 1, publicUrl: 'https://shop.test' });
    await app.listen(0, '127.0.0.1');
    const { port } = app.getHttpServer().address() as AddressInfo;
    proxy = createServer({ key: readFileSync(key), cert: certificate }, (incoming, outgoing) => {
      const headers = {
        ...incoming.headers,
        'x-forwarded-proto': 'https',
        'x-forwarded-for': String(incoming.headers['x-test-visitor'] ?? incoming.socket.remoteAddress),
      };
      const inner = httpRequest({ port, host: '127.0.0.1', method: incoming.method, path: incoming.url, headers }, (answer) => {
        outgoing.writeHead(answer.statusCode ?? 500, answer.headers);
        answer.pipe(outgoing);
      });
      incoming.pipe(inner);
    });
    await new Promise<void>((done) => proxy.listen(0, '127.0.0.1', done));
  });
  afterAll(async () => {
    proxy.closeAllConnections();
    proxy.close();
    await shop.close();
    rmSync(folder, { recursive: true });
  });

  const ask = (method: string, path: string, body?: object, headers: Record<string, string> = {}): Promise<Answer> =>
    new Promise((resolve, reject) => {
      const { port } = proxy.address() as AddressInfo;
      const sent = httpsRequest(
        {
          port,
          host: '127.0.0.1',
          servername: 'shop.test',
          ca: certificate,
          method,
          path,
          headers: { host: 'shop.test', 'content-type': 'application/json', ...headers },
        },
        (answer) => {
          let text = '';
          answer.on('data', (part: Buffer) => (text += part.toString()));
          answer.on('end', () => {
            resolve({
              status: answer.statusCode ?? 0,
              cookie: [answer.headers['set-cookie'] ?? ''].flat().find((one) => one.startsWith('pentimento.sid=')) ?? '',
              body: text.startsWith('{') ? JSON.parse(text) : {},
            });
          });
        },
      );
      sent.on('error', reject);
      sent.end(body === undefined ? undefined : JSON.stringify(body));
    });

  test('sign-in gives a secure cookie that holds, with the page’s own origin', async () => {
    const { status, cookie } = await ask('POST', '/api/auth/sign-in', { login: 'ada', password: 'marram-demo' }, { origin: 'https://shop.test' });
    expect(status).toBe(200);
    expect(cookie).toMatch(/Secure/);
    const who = await ask('GET', '/api/auth/who', undefined, { cookie: cookie.split(';')[0] });
    expect(who.body.person?.login).toBe('ada');
    expect((await ask('PATCH', '/api/people/me', { unitSystem: 'us' }, { cookie: cookie.split(';')[0], origin: 'https://evil.test' })).status).toBe(
      403,
    );
  });

  test('visitors are throttled each by their own address', async () => {
    let names = 0;
    const guess = (visitor: string) =>
      ask('POST', '/api/auth/sign-in', { login: `name${String((names += 1))}`, password: 'no' }, { 'x-test-visitor': visitor });
    let last = 0;
    for (let i = 0; i < 21; i++) last = (await guess('203.0.113.5')).status;
    expect(last).toBe(429);
    expect((await guess('203.0.113.6')).status).toBe(401);
  });

  test('another Host is not answered', async () => {
    const { status, body } = await ask('GET', '/api/auth/who', undefined, { host: 'evil.test' });
    expect([status, body.code]).toEqual([421, 'other-address']);
  });

  test('without https there is no sign-in that looks like one: it says what to do', async () => {
    const plain = await shop.served({ secureCookies: true });
    const { status, body } = await shop.anonymous(plain).post('/api/auth/sign-in').send({ login: 'ada', password: 'marram-demo' });
    expect([status, body.code]).toEqual([400, 'needs-https']);
  });
});

test.each([
  [{}, null, null],
  [{ TRUST_PROXY: '0' }, null, null],
  [{ TRUST_PROXY: '2' }, 2, null],
  [{ TRUST_PROXY: 'loopback', PUBLIC_URL: 'https://shop.example/path' }, 'loopback', 'https://shop.example'],
])('settings %p', (env, trustProxy, publicUrl) => {
  expect(readConfig({ DATABASE_URL: 'x', SESSION_SECRET: 'y', ...env })).toMatchObject({ trustProxy, publicUrl });
});

test.each(['shop.example', 'ftp://shop.example'])('the public address %s is refused with words', (PUBLIC_URL) => {
  expect(() => readConfig({ DATABASE_URL: 'x', SESSION_SECRET: 'y', PUBLIC_URL })).toThrow('Give the address people type');
});
