import { readCase } from '../formats/case-file.js';
import { DomainError } from '../errors/domain-error.js';
import { instrumentLine, LONGEST_LINE, readHello, readInstrumentLine, type InstrumentKind } from './lines.js';
import { heard, told } from './latest.js';
import { standInAir, standInLogger, standInRoom, standInScale, type StandIn } from './stand-ins.js';

describe('lines of instruments', () => {
  test.each<[InstrumentKind, string]>([
    ['scale', 'mass 412.5 g steady'],
    ['scale', 'mass -0.5 g moving'],
    ['logger', 'temp 2 31.4'],
    ['logger', 'lost 32'],
    ['logger', 'temp 1 98.0 at 2026-11-24T10:20:00.000Z'],
    ['room', 'air 20.4 48'],
    ['room', 'air -3.0'],
  ])('a %s says "%s", and the same is written again', (kind, line) => {
    expect(instrumentLine(readInstrumentLine(line, kind))).toBe(line);
  });

  test.each<[InstrumentKind, string, RegExp]>([
    ['scale', 'temp 1 20.0', /line of a scale: got "temp", expected mass/],
    ['room', 'mass 3 g steady', /line of a room: got "mass", expected air/],
    ['scale', 'mass 412 kg steady', /unit of mass/],
    ['scale', 'mass many g steady', /mass: got "many", expected a number/],
    ['scale', 'mass 412 g', /steady or moving/],
    ['scale', 'mass 412 g steady now', /end of mass: got "now"/],
    ['scale', 'mass 1000001 g steady', /-100000 to 1000000/],
    ['logger', 'temp 0 20', /channel: got 0, expected 1 to 32/],
    ['logger', 'temp 33 20', /1 to 32/],
    ['logger', 'temp 1.5 20', /whole number/],
    ['logger', 'temp 1 400.1', /-40 to 400/],
    ['logger', 'temp 1 20 at noon', /at: got "noon"/],
    ['logger', 'temp 1 20 at 2026-13-40T10:00Z', /a moment such as/],
    ['room', 'air 20 101', /humidity: got 101/],
    ['room', '', /first word/],
    ['room', 'x'.repeat(LONGEST_LINE + 1), /200 characters/],
  ])('a %s is not understood: "%s"', (kind, line, why) => {
    expect(() => readInstrumentLine(line, kind)).toThrow(why);
    expect(() => readInstrumentLine(line, kind)).toThrow(DomainError);
  });

  test('the longest line and the limits themselves are understood', () => {
    expect(readInstrumentLine('temp 32 400', 'logger')).toEqual({ kind: 'temp', channel: 32, tempC: 400, at: null });
    expect(readInstrumentLine('air 20 100'.padEnd(LONGEST_LINE), 'room')).toMatchObject({ humidityPct: 100 });
  });

  test('hello names version and key', () => {
    expect(readHello('hello 1 abc')).toEqual({ version: 1, key: 'abc' });
    expect(() => readHello('hello 2 abc')).toThrow(/version: got "2", expected 1/);
    expect(() => readHello('hello 1')).toThrow(/hello 1 KEY/);
    expect(() => readHello('mass 3 g steady')).toThrow(/first line/);
    expect(() => readHello('hello 1 abc def')).toThrow(/first line/);
  });
});

const AIR = { kind: 'constant', tempK: 293.15 } as const;
const HOURS = Array.from({ length: 24 * 120 }, (_, i) => i * 30);
const all = (standIn: StandIn, times: readonly number[] = HOURS) => times.map((at) => standIn.read(at));

describe('what one process tells another', () => {
  test.each<[InstrumentKind, string, object]>([
    ['scale', 'mass 412.5 g steady', { channel: 0, g: 412.5, steady: true, tempC: null, humidityPct: null }],
    ['scale', 'mass 412.5 g moving', { channel: 0, g: 412.5, steady: false, tempC: null, humidityPct: null }],
    ['logger', 'temp 3 31.4 at 2026-11-24T10:20:00Z', { channel: 3, g: null, steady: false, tempC: 31.4, humidityPct: null }],
    ['logger', 'lost 3', { channel: 3, g: null, steady: false, tempC: null, humidityPct: null }],
    ['room', 'air 20.4 48', { channel: 0, g: null, steady: false, tempC: 20.4, humidityPct: 48 }],
  ])('a %s that said "%s"', (kind, line, reading) => {
    const at = '2026-11-24T10:20:30.000Z';
    expect(heard(told('some-id', kind, readInstrumentLine(line, kind), at))).toEqual({ instrumentId: 'some-id', at, ...reading });
  });

  test('nonsense is refused', () => {
    expect(() => heard('some-id elephant now mass many')).toThrow(DomainError);
  });
});

describe('stand-ins', () => {
  test('the same seed says the same, another one something else', () => {
    expect(all(standInRoom(AIR, 3))).toEqual(all(standInRoom(AIR, 3)));
    expect(all(standInRoom(AIR, 3))).not.toEqual(all(standInRoom(AIR, 4)));
  });

  test('a room is not as planned: off all along, a door left open now and then, some readings missing', () => {
    const offsets = Array.from({ length: 40 }, (_, seed) => standInAir(AIR, seed).offsetK);
    expect(Math.max(...offsets.map(Math.abs))).toBeLessThan(2.5);
    expect(offsets.some((k) => k > 0.5) && offsets.some((k) => k < -0.5)).toBe(true);
    const air = standInAir(AIR, 5);
    const below = HOURS.map((at) => 20 + air.offsetK - air.tempC(at));
    expect(Math.max(...below)).toBeGreaterThan(2.4);
    expect(below.filter((k) => k < 0.2).length).toBeGreaterThan(HOURS.length / 2);
    const missing = all(standInRoom(AIR, 5)).filter((lines) => lines.length === 0).length / HOURS.length;
    expect(missing).toBeGreaterThan(0.015);
    expect(missing).toBeLessThan(0.05);
  });

  test('while a door is open it is damper, and humidity stays between 0 and 100', () => {
    const air = standInAir(AIR, 5);
    const coldest = HOURS.reduce((best, at) => (air.tempC(at) < air.tempC(best) ? at : best), 0);
    expect(air.humidityPct(coldest)).toBeGreaterThan(air.humidityPct(coldest - 60));
    expect(HOURS.every((at) => air.humidityPct(at) > 0 && air.humidityPct(at) <= 98)).toBe(true);
  });

  test('a logger’s layer does not peak as planned, is read late and with noise, and one channel drops out for a while', () => {
    const { growth } = readCase({
      t_end_h: 12,
      air: 20,
      top: { h: 9 },
      plug: { layers: [{ material: 'mdf', mm: 18 }], back: { h: 5 }, Rc: 2.5e-4, T0_C: 20 },
      sessions: [{ t_h: 1, T_lay_C: 20, plies: [{ name: 'bulk', resin: 'iso_lam', cat_pct: 1.5, glass_gsm: 2250, glass_w: 0.3 }] }],
    });
    const probes = [
      { layer: 'bulk', frac: 0.5 },
      { layer: 'bulk', frac: 1 },
    ];
    const peaks = [1, 2, 3, 4, 5, 6].map((seed) => standInLogger(growth, probes, seed).peaksC[0]);
    expect(Math.max(...peaks) - Math.min(...peaks)).toBeGreaterThan(5);
    const logger = standInLogger(growth, probes, 2);
    const times = HOURS.filter((at) => at <= 12 * 3600);
    const said = all(logger, times).flat();
    const temps = said.flatMap((line) => (line.kind === 'temp' && line.channel === 1 ? [line.tempC] : []));
    expect(Math.abs(Math.max(...temps) - logger.peaksC[0])).toBeLessThan(3);
    const lost = said.filter(({ kind }) => kind === 'lost').length;
    expect(lost).toBeGreaterThan(20);
    expect(lost).toBeLessThanOrEqual(30);
    expect(said.every((line) => line.kind !== 'lost' || line.channel === 1)).toBe(true);
    // In the air before its layer is laid.
    const early = logger.read(600).find((line) => line.kind === 'temp');
    expect(early?.kind === 'temp' && Math.abs(early.tempC - 20) < 5).toBe(true);
  });

  test('a scale moves while somebody pours, then stands a little off what was wanted; set to zero it weighs what comes next', () => {
    const scale = standInScale(4);
    const at = (s: number) => [s, s + 0.5, s + 1].flatMap((one) => [...scale.read(one)])[0];
    scale.pour(1, 900);
    expect(at(5)).toMatchObject({ kind: 'mass', steady: false });
    const full = at(20);
    expect(full).toMatchObject({ kind: 'mass', steady: true });
    const g = full.kind === 'mass' ? full.g : NaN;
    expect(Math.abs(g - 900)).toBeLessThan(900 * 0.012 + 1);
    expect(g % 0.5).toBe(0);
    scale.tare(21);
    expect(Math.abs(Object(at(22)).g)).toBeLessThanOrEqual(1);
    scale.pour(23, 13.5);
    expect(Math.abs(Object(at(30)).g - 13.5)).toBeLessThanOrEqual(1);
  });
});
