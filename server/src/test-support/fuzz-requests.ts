import { Seeded } from '../demo/seeded.js';

/** A seeded generator of requests: near enough to right ones that each check is met, and wrong in one or more places. */
type Json = null | boolean | number | string | Json[] | { [key: string]: Json };
type Schema = Readonly<Record<string, unknown>>;
export interface OpenApi {
  readonly paths: Readonly<
    Record<string, Readonly<Record<string, { readonly requestBody?: { readonly content: Readonly<Record<string, { readonly schema: Schema }>> } }>>>
  >;
  readonly components: { readonly schemas: Readonly<Record<string, Schema>> };
}
export interface FuzzRequest {
  readonly method: string;
  readonly path: string;
  /** null: no body */
  readonly body: string | null;
  readonly type: string;
}

/** The demo's generator with what a fuzzer asks besides. */
class Dice extends Seeded {
  below(n: number): number {
    return Math.floor(this.next() * n);
  }
  chance(p: number): boolean {
    return this.next() < p;
  }
}

const ODD_NUMBERS = [0, -1, 1.5, 1e308, -1e308, 1e-320, 2 ** 31, 2 ** 53, 86401, 86400.5, -0];
const ODD_TEXTS = [
  '',
  ' ',
  '\0',
  'a\0b',
  '\ud83e',
  'x\udd8e',
  '🧪'.repeat(40),
  'x'.repeat(5000),
  '2026-02-31',
  '9999-99-99',
  '2026-W05-1',
  '+275760-09-14',
  '0000-00-00T00:00:00Z',
  "'; drop table person; --",
  '../../etc/passwd',
  '%00',
  '{{x}}',
  'NaN',
  '__proto__',
  'constructor',
  '\u202etxt',
  'null',
];
const KEYS = ['__proto__', 'constructor', 'prototype', 'toString', 'hasOwnProperty', 'id', 'x', '', '\0', '$ref'];

function odd(random: Dice, depth = 0): Json {
  switch (random.below(depth > 3 ? 4 : 9)) {
    case 0:
      return null;
    case 1:
      return random.pick(ODD_NUMBERS);
    case 2:
      return random.pick(ODD_TEXTS);
    case 3:
      return random.chance(0.5);
    case 4:
      return [];
    case 5:
      return Array.from({ length: random.pick([1, 3, 50, 5000]) }, () => (random.chance(0.5) ? {} : 1));
    case 6:
      return { [random.pick(KEYS)]: odd(random, depth + 1) };
    case 7:
      return nested(random.pick([5, 30, 2000]));
    default:
      return {};
  }
}

function nested(levels: number): Json {
  let inner: Json = 1;
  for (let i = 0; i < levels; i++) inner = i % 2 === 0 ? { a: inner } : [inner];
  return inner;
}

/** A value that fits its schema, now and then with something odd in it. */
function fromSchema(schema: Schema, api: OpenApi, random: Dice, oddness: number, depth = 0): Json {
  if (random.chance(oddness) || depth > 12) return odd(random);
  if (typeof schema.$ref === 'string')
    return fromSchema(api.components.schemas[schema.$ref.replace('#/components/schemas/', '')] ?? {}, api, random, oddness, depth + 1);
  for (const many of [schema.allOf, schema.oneOf, schema.anyOf])
    if (Array.isArray(many) && many.length > 0) return fromSchema(random.pick(many as Schema[]), api, random, oddness, depth + 1);
  if (Array.isArray(schema.enum)) return random.pick(schema.enum as Json[]);
  if (schema.nullable === true && random.chance(0.2)) return null;
  switch (schema.type) {
    case 'object':
      return objectFrom(schema, api, random, oddness, depth);
    case 'array': {
      const items = schema.items as Schema;
      const most = Math.min(Number(schema.maxItems ?? 3), 3);
      return Array.from({ length: random.below(most + 1) }, () => fromSchema(items, api, random, oddness, depth + 1));
    }
    case 'integer':
    case 'number':
      return numberFrom(schema, random);
    case 'boolean':
      return random.chance(0.5);
    case 'string':
      return textFrom(schema, random);
    default:
      return odd(random);
  }
}

function objectFrom(schema: Schema, api: OpenApi, random: Dice, oddness: number, depth: number): Json {
  const made: Record<string, Json> = {};
  for (const [key, value] of Object.entries((schema.properties ?? {}) as Record<string, Schema>))
    if (!random.chance(oddness)) made[key] = fromSchema(value, api, random, oddness, depth + 1);
  if (typeof schema.additionalProperties === 'object')
    for (let i = random.below(3); i > 0; i--)
      made[random.pick(['iso_lam', 'mdf', ...KEYS])] = fromSchema(schema.additionalProperties as Schema, api, random, oddness, depth + 1);
  if (random.chance(oddness)) made[random.pick(KEYS)] = odd(random);
  return made;
}

function numberFrom({ minimum, maximum, type }: Schema, random: Dice): number {
  const low = typeof minimum === 'number' ? minimum : 0;
  const high = typeof maximum === 'number' ? maximum : 100;
  const value = low + (high - low) * random.next() * random.next();
  return type === 'integer' || random.chance(0.3) ? Math.round(value) : value;
}

function textFrom({ format, maxLength, pattern }: Schema, random: Dice): string {
  if (format === 'uuid') return random.uuid();
  if (format === 'date') return random.pick(['2026-11-30', '2027-01-04', '2026-02-30']);
  if (format === 'date-time') return random.pick(['2026-11-24T08:00:00Z', '2026-11-24', 'soon']);
  if (typeof pattern === 'string') return random.pick(['gus', '2580', 'x y']);
  return random.pick(['Gel coat', 'a', 'Tram seat, left', 'x'.repeat(Math.min(Number(maxLength ?? 20), 400))]);
}

const PLACES = ['1', '0', '-1', '1.5', '1e9', '99999999999999999999', 'x', '%00', '..%2f..', 'iso_lam', '%F0%9F%A7%AA', '%FF'];
const METHODS = ['get', 'post', 'put', 'patch', 'delete'] as const;
const BROKEN = ['{', '[', '{"a":', 'x', '""', '7', 'null', '{"a":1}{', '\ufeff{}', `${'['.repeat(5000)}${']'.repeat(5000)}`];

/**
 * The requests of a seed, one after another without end.
 * @param known ids that exist and bodies that are right, by path, so that requests get as far as the rules behind the types
 */
export function* fuzzRequests(api: OpenApi, seed: number, known: { readonly ids: readonly string[]; readonly plan: Json }): Generator<FuzzRequest> {
  const random = new Dice(seed);
  const routes = Object.entries(api.paths).flatMap(([path, item]) =>
    METHODS.filter((method) => method in item).map((method) => ({ path, method, operation: item[method] })),
  );
  for (;;) {
    const { path, method, operation } = random.pick(routes);
    // Signing out or closing accounts would end the run; they are walked through by tests.
    if (/sign-out|one-time-word|people\/\{id\}$/.test(path)) continue;
    const address = path.replaceAll(/\{(\w+)\}/g, () =>
      random.chance(0.5) && known.ids.length > 0 ? random.pick(known.ids) : random.chance(0.5) ? random.uuid() : random.pick(PLACES),
    );
    const query = random.chance(0.15)
      ? `?${random.pick(['paper', 'speed', 'x', '__proto__', 'massG'])}=${random.pick(['A4', '1', '-1', '', '%00', 'x'.repeat(3000), '[]'])}`
      : path.includes('traveler.pdf')
        ? '?paper=A4'
        : '';
    const schema = operation.requestBody?.content['application/json'].schema;
    const type = random.chance(0.02)
      ? random.pick(['text/plain', 'application/x-www-form-urlencoded', 'application/json; charset=koi8-r'])
      : 'application/json';
    yield { method, path: address + query, body: method === 'get' ? null : bodyOf(schema, api, random, known.plan), type };
  }
}

function bodyOf(schema: Schema | undefined, api: OpenApi, random: Dice, plan: Json): string {
  if (random.chance(0.03)) return random.pick(BROKEN);
  const body = schema ? fromSchema(schema, api, random, random.pick([0, 0.02, 0.1, 0.3])) : odd(random);
  if (typeof body === 'object' && body !== null && 'plan' in body && random.chance(0.7)) body.plan = bent(structuredClone(plan), random);
  return JSON.stringify(body);
}

/** A right value with a few places bent. */
function bent(value: Json, random: Dice): Json {
  for (let i = random.below(4); i > 0; i--) bendOnce(value, random);
  return value;
}

function bendOnce(value: Json, random: Dice): void {
  if (typeof value !== 'object' || value === null) return;
  const keys = Object.keys(value);
  if (keys.length === 0) return;
  const key = random.pick(keys);
  const holder = value as Record<string, Json>;
  const inner = holder[key];
  if (typeof inner === 'object' && inner !== null && random.chance(0.8)) bendOnce(inner, random);
  else if (random.chance(0.2)) Reflect.deleteProperty(holder, key);
  else if (typeof inner === 'number' && random.chance(0.7)) holder[key] = inner * random.pick([0, -1, 1.1, 10, 1e6]);
  else holder[key] = odd(random);
}
