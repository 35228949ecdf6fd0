import { DomainError } from '../errors/domain-error.js';

/** What an instrument of the shop measures. */
export const instrumentKinds = ['scale', 'logger', 'room'] as const;
export type InstrumentKind = (typeof instrumentKinds)[number];

/** Version of the line protocol, docs/instruments.md. */
export const LINE_PROTOCOL = 1;
/** Longer ones are no lines of this protocol [characters]. */
export const LONGEST_LINE = 200;
/** Channels of a logger are numbered from 1. */
export const MOST_CHANNELS = 32;

/** What an instrument says of its place in the protocol, and with which key. */
export interface Hello {
  readonly version: number;
  readonly key: string;
}

/** When something was read, where the instrument kept it while its line was down, as UTC; null: now. */
interface Timed {
  readonly at: string | null;
}

/** One line of an instrument that is known. */
export type InstrumentLine = Timed &
  (
    | { readonly kind: 'mass'; readonly g: number; readonly steady: boolean }
    | { readonly kind: 'temp'; readonly channel: number; readonly tempC: number }
    | { readonly kind: 'air'; readonly tempC: number; readonly humidityPct: number | null }
    /** A channel does not answer: a broken wire, an empty plug */
    | { readonly kind: 'lost'; readonly channel: number }
  );

/** What each kind of instrument may say. */
const SAYS: Readonly<Record<InstrumentKind, readonly InstrumentLine['kind'][]>> = {
  scale: ['mass'],
  logger: ['temp', 'lost'],
  room: ['air'],
};

const LIMITS = { g: [-100_000, 1_000_000], tempC: [-40, 400], pct: [0, 100] } as const;
const NUMBER = /^-?\d+(\.\d+)?$/;
const MOMENT = /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])T([01]\d|2[0-3]):[0-5]\d(:[0-5]\d(\.\d{1,6})?)?Z$/;

const refused = (quantity: string, value: unknown, expected: string): DomainError =>
  new DomainError({ code: 'bad-document', quantity, value, expected });

function numberOf(word: string | undefined, [least, most]: readonly [number, number], what: string): number {
  if (word === undefined || !NUMBER.test(word)) throw refused(what, word, 'a number such as 21.5');
  const value = Number(word);
  if (value < least || value > most) throw refused(what, value, `${String(least)} to ${String(most)}`);
  return value;
}

function channelOf(word: string | undefined): number {
  const channel = numberOf(word, [1, MOST_CHANNELS], 'channel');
  if (!Number.isInteger(channel)) throw refused('channel', channel, 'a whole number');
  return channel;
}

/**
 * `hello 1 KEY`, an instrument's first line.
 * @throws DomainError where it is not
 */
export function readHello(line: string): Hello {
  const words = wordsOf(line);
  const [word, version, key] = words;
  if (word !== 'hello' || words.length !== 3) throw refused('first line', word, 'hello 1 KEY');
  if (version !== String(LINE_PROTOCOL)) throw refused('version', version, String(LINE_PROTOCOL));
  return { version: LINE_PROTOCOL, key };
}

/**
 * One line of an instrument that said hello.
 * @throws DomainError saying what is wrong with it
 */
export function readInstrumentLine(line: string, kind: InstrumentKind): InstrumentLine {
  const words = wordsOf(line);
  const at = momentOf(words);
  const [word, ...rest] = words;
  const said = lineOf(word, rest, at);
  if (!SAYS[kind].includes(said.kind)) throw refused(`line of a ${kind}`, said.kind, SAYS[kind].join(' or '));
  return said;
}

function wordsOf(line: string): string[] {
  if (line.length > LONGEST_LINE) throw refused('line', line.length, `${String(LONGEST_LINE)} characters at most`);
  return line.trim().split(/\s+/);
}

/** Takes `at MOMENT` off the end of a line. */
function momentOf(words: string[]): string | null {
  if (words.at(-2) !== 'at') return null;
  const [, moment] = words.splice(-2);
  if (!MOMENT.test(moment)) throw refused('at', moment, 'a moment such as 2026-03-01T08:30:00Z');
  return moment;
}

function lineOf(word: string, rest: readonly string[], at: string | null): InstrumentLine {
  const most = (count: number): void => {
    if (rest.length > count) throw refused(`end of ${word}`, rest.slice(count).join(' '), 'nothing more');
  };
  switch (word) {
    case 'mass': {
      most(3);
      const g = numberOf(rest[0], LIMITS.g, 'mass');
      if (rest[1] !== 'g') throw refused('unit of mass', rest[1], 'g');
      if (rest[2] !== 'steady' && rest[2] !== 'moving') throw refused('end of mass', rest[2], 'steady or moving');
      return { kind: 'mass', g, steady: rest[2] === 'steady', at };
    }
    case 'temp':
      most(2);
      return { kind: 'temp', channel: channelOf(rest[0]), tempC: numberOf(rest[1], LIMITS.tempC, 'temperature'), at };
    case 'air':
      most(2);
      return {
        kind: 'air',
        tempC: numberOf(rest[0], LIMITS.tempC, 'temperature'),
        humidityPct: rest.length < 2 ? null : numberOf(rest[1], LIMITS.pct, 'humidity'),
        at,
      };
    case 'lost':
      most(1);
      return { kind: 'lost', channel: channelOf(rest[0]), at };
    default:
      throw refused('first word', word, 'mass, temp, air or lost');
  }
}

/** The line of a reading, as `readInstrumentLine` takes it. */
export function instrumentLine(said: InstrumentLine): string {
  const at = said.at === null ? '' : ` at ${said.at}`;
  switch (said.kind) {
    case 'mass':
      return `mass ${said.g.toFixed(1)} g ${said.steady ? 'steady' : 'moving'}${at}`;
    case 'temp':
      return `temp ${String(said.channel)} ${said.tempC.toFixed(1)}${at}`;
    case 'air':
      return `air ${said.tempC.toFixed(1)}${said.humidityPct === null ? '' : ` ${said.humidityPct.toFixed(0)}`}${at}`;
    case 'lost':
      return `lost ${String(said.channel)}${at}`;
  }
}
