import { caseByLayer } from '@pentimento/core/bench';
import { instrumentKinds, standInLogger, standInRoom, standInScale, type InstrumentKind, type StandIn } from '@pentimento/core/instruments';
import { cardLibrary } from '@pentimento/core/plan';
import { randomUUID } from 'node:crypto';
import { setInterval } from 'node:timers';
import { INSTRUMENT_PATH } from '../../instruments/instrument-lines.js';
import { demoBuilds } from '../demo-builds.js';
import { speak } from './speak.js';

/*
 * node server/dist/demo/stand-ins/main.js demo ADDRESS                            three in the demo's shop, each with a new key
 * node server/dist/demo/stand-ins/main.js ADDRESS KEY scale|room|logger [SEED]    one, with a key from Stores, Instruments
 */
const SEED = 4;
/** The demo's own: a scale on which somebody pours now and then, a sensor in the hall, a logger in the petal. */
const NAMES: Readonly<Record<InstrumentKind, string>> = { scale: 'Bench scale', room: 'Hall', logger: 'Petal logger' };
const POUR = { everyMs: 75_000, g: 740, takenOffMs: 45_000 };

interface Ready {
  readonly standIn: StandIn;
  readonly startMs: number;
  readonly onTare?: () => void;
}

/** Each as it stands in the demo's shop: the air of the petal's plan, its layers, a hand that pours. */
function standInOf(kind: InstrumentKind, seed: number): Ready {
  const build = demoBuilds.find(({ status }) => status === 'under way');
  const plan = build?.versions.at(-1)?.plan;
  if (!plan) throw new Error('no build of the demo is under way');
  const [section] = plan.sections;
  const growth = caseByLayer(plan, section.id, cardLibrary());
  const midnight = new Date();
  midnight.setHours(0, 0, 0, 0);
  const dayMs = 86_400_000;
  switch (kind) {
    case 'room':
      return { standIn: standInRoom(growth.air, seed), startMs: midnight.getTime() };
    case 'logger': {
      const probes = growth.sessions.flatMap(({ layers }) => layers.map(({ name }) => ({ layer: name, frac: 0.5 })));
      // The petal began yesterday.
      return { standIn: standInLogger(growth, probes, seed), startMs: midnight.getTime() - dayMs };
    }
    case 'scale': {
      const scale = standInScale(seed);
      const startMs = Date.now();
      const now = (): number => (Date.now() - startMs) / 1000;
      setInterval(() => {
        scale.pour(now(), POUR.g);
        setTimeout(() => {
          scale.tare(now());
        }, POUR.takenOffMs);
      }, POUR.everyMs);
      return {
        standIn: scale,
        startMs,
        onTare: () => {
          scale.tare(now());
        },
      };
    }
  }
}

/** An answer of the shop, as its API says it is. */
async function answer<T>(response: Promise<Response>): Promise<T> {
  // eslint-disable-next-line @typescript-eslint/no-unsafe-return
  return (await response).json();
}

const lineAddress = (address: string): string => `${address.replace(/^http/, 'ws')}${INSTRUMENT_PATH}`;

async function inDemo(address: string): Promise<void> {
  const who = await answer<{ demoPeople: { id: string; role: string }[] }>(fetch(`${address}/api/auth/who`));
  const owner = who.demoPeople.find(({ role }) => role === 'owner');
  const headers: Record<string, string> = { 'content-type': 'application/json' };
  const post = async (path: string, body: object = {}): Promise<Response> =>
    fetch(`${address}/api/${path}`, { method: 'POST', headers, body: JSON.stringify(body) });
  const signedIn = await post('auth/demo-sign-in', { personId: owner?.id });
  headers.cookie = signedIn.headers
    .getSetCookie()
    .map((one) => one.split(';')[0])
    .join('; ');
  const known = await answer<{ id: string; name: string }[]>(fetch(`${address}/api/instruments`, { headers }));
  for (const { id, name } of known) if (Object.values(NAMES).includes(name)) await post(`instruments/${id}/end`);
  await Promise.all(
    instrumentKinds.map(async (kind) => {
      const made = await answer<{ key: string }>(post('instruments', { id: randomUUID(), name: NAMES[kind], kind }));
      await speak({ address: lineAddress(address), key: made.key, withPast: false, ...standInOf(kind, SEED) });
    }),
  );
}

const [first, ...rest] = process.argv.slice(2);
if (first === 'demo' && rest[0]) await inDemo(rest[0]);
else {
  const [key, kind, seed = String(SEED)] = rest;
  const known = instrumentKinds.find((one) => one === kind);
  if (!first || !key || !known) {
    process.stderr.write('ADDRESS KEY scale|room|logger [SEED]: the key is made in Stores, Instruments\n');
    process.exit(2);
  }
  await speak({ address: lineAddress(first), key, withPast: false, ...standInOf(known, Number(seed)) });
}
