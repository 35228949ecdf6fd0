import type { Instrument } from '../../api/api';
import { liveValues } from './live';

const NOW = Date.parse('2026-03-01T10:00:00Z');
const at = (secondsAgo: number): string => new Date(NOW - secondsAgo * 1000).toISOString();
const none = { g: null, steady: false, tempC: null, humidityPct: null, channel: 0 };
const instrument = (kind: Instrument['kind'], latest: Partial<Instrument['latest'][number]>[]): Instrument => ({
  id: kind,
  name: `The ${kind}`,
  kind,
  madeBy: 'Ada Marsh',
  madeAt: at(1000),
  latest: latest.map((one) => ({ instrumentId: kind, ...none, at: at(1), ...one })),
});

test('a scale’s mass, settled once it stands still', () => {
  const of = (steady: boolean) => liveValues([instrument('scale', [{ g: 412.5, steady }])], 'mass', NOW);
  expect(of(true)).toEqual([{ instrumentId: 'scale', name: 'The scale', channel: 0, value: 412.5, settled: true }]);
  expect(of(false)[0].settled).toBe(false);
});

test.each([
  ['scale', 'mass', 10, { g: 1, steady: true }],
  ['logger', 'probe', 180, { tempC: 20 }],
  ['room', 'air', 180, { tempC: 20 }],
] as const)('a %s that said nothing for a while is silent', (kind, live, s, said) => {
  const of = (ago: number) => liveValues([instrument(kind, [{ ...said, at: at(ago) }])], live, NOW).length;
  expect([of(s), of(s + 1)]).toEqual([1, 0]);
});

test('channels by number; one that does not answer is left out; a room gives air and humidity', () => {
  const logger = instrument('logger', [
    { channel: 3, tempC: 31 },
    { channel: 1, tempC: 25 },
    { channel: 2, tempC: null },
  ]);
  const room = instrument('room', [{ tempC: 18.2, humidityPct: 61 }]);
  expect(liveValues([logger, room], 'probe', NOW).map(({ name, value }) => [name, value])).toEqual([
    ['The logger, channel 1', 25],
    ['The logger, channel 3', 31],
  ]);
  expect(liveValues([logger, room], 'air', NOW).map(({ value }) => value)).toEqual([18.2]);
  expect(liveValues([logger, room], 'humidity', NOW).map(({ value }) => value)).toEqual([61]);
  expect(liveValues([instrument('room', [{ tempC: 18, humidityPct: null }])], 'humidity', NOW)).toEqual([]);
});
