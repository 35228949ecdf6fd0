import { availableParallelism } from 'node:os';
import { readFileSync } from 'node:fs';
import { parseEnv } from 'node:util';

/** How a shop is served, from its file. */
export interface ServeConfig {
  readonly processes: number;
  /** On this machine alone; 0: nowhere */
  readonly metricsPort: number;
  /** Variables of each process */
  readonly env: Readonly<Record<string, string>>;
}

/** What the file may say; anything else in it is a slip of the pen. */
const KNOWN = [
  'NAME',
  'PORT',
  'HOST',
  'PROCESSES',
  'DATA',
  'DATABASE_URL',
  'DATABASE_OWNER_URL',
  'SESSION_SECRET',
  'HTTPS',
  'CERTIFICATE',
  'CERTIFICATE_KEY',
  'AUTHORITY',
  'PUBLIC_URL',
  'TRUST_PROXY',
  'METRICS_PORT',
  'BACKUPS',
  'WEB_ROOT',
] as const;

const MOST_PROCESSES = 64;

/** @throws Error that says which line is wrong and what it may be */
export function readServeConfig(text: string): Map<string, string> {
  const said = new Map(Object.entries(parseEnv(text)).map(([key, value]) => [key, value ?? '']));
  for (const key of said.keys()) {
    if (!KNOWN.some((known) => known === key)) throw new Error(`${key} is no setting. Known: ${KNOWN.join(', ')}.`);
  }
  return said;
}

function whole(said: ReadonlyMap<string, string>, key: string, { initial, min, max }: { initial: number; min: number; max: number }): number {
  const text = said.get(key);
  if (text === undefined || text === '') return initial;
  const value = Number(text);
  if (Number.isInteger(value) && value >= min && value <= max) return value;
  throw new Error(`${key} is "${text}". Give a whole number from ${String(min)} to ${String(max)}.`);
}

function need(said: ReadonlyMap<string, string>, key: string, why: string): string {
  const value = said.get(key);
  if (value) return value;
  throw new Error(`${key} is missing: ${why}.`);
}

/**
 * The settings of every process: of the file, on top of what the environment of the start says (an own database, a certificate that was made).
 * @throws Error that says what is missing or wrong
 */
export function serveConfig(file: string, env: NodeJS.ProcessEnv): ServeConfig {
  const said = readServeConfig(readFileSync(file, 'utf8'));
  for (const key of KNOWN) {
    const given = env[key];
    if (given !== undefined && given !== '' && !said.get(key)) said.set(key, given);
  }
  const port = whole(said, 'PORT', { initial: 8443, min: 1, max: 65535 });
  const https = said.get('HTTPS') !== 'no';
  const certificate = https ? need(said, 'CERTIFICATE', 'a file with the certificate; HTTPS=no only behind a proxy that has one') : '';
  const key = https ? need(said, 'CERTIFICATE_KEY', 'the file with the key of the certificate') : '';
  if (!https && !said.get('TRUST_PROXY')) throw new Error('HTTPS=no needs TRUST_PROXY: the proxy that people reach over https.');
  const name = need(said, 'NAME', 'the name people type, like shop.local');
  const publicUrl = said.get('PUBLIC_URL') ?? `https://${name}${port === 443 || !https ? '' : `:${String(port)}`}`;
  return {
    processes: whole(said, 'PROCESSES', { initial: availableParallelism(), min: 1, max: MOST_PROCESSES }),
    metricsPort: whole(said, 'METRICS_PORT', { initial: 9464, min: 0, max: 65535 }),
    env: {
      DATABASE_URL: need(said, 'DATABASE_URL', 'the database in the role that works in it; without it ./pentimento serve makes an own one'),
      DATABASE_OWNER_URL: said.get('DATABASE_OWNER_URL') ?? need(said, 'DATABASE_URL', 'the database'),
      SESSION_SECRET: need(said, 'SESSION_SECRET', 'a long random word that signs the sessions'),
      PORT: String(port),
      HOST: said.get('HOST') ?? '0.0.0.0',
      COOKIE_SECURE: '1',
      PUBLIC_URL: publicUrl,
      TRUST_PROXY: said.get('TRUST_PROXY') ?? '',
      WEB_ROOT: need(said, 'WEB_ROOT', 'the folder of the built pages'),
      CERTIFICATE: certificate,
      CERTIFICATE_KEY: key,
      AUTHORITY: said.get('AUTHORITY') ?? '',
    },
  };
}
