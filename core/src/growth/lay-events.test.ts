import { kineticCards } from '../materials/kinetic-cards.js';
import { plugMaterials } from '../materials/plug-materials.js';
import type { GrowthCase, LayerSpec } from './growth-case.js';
import { layEvents } from './lay-events.js';
import { simulateGrowth } from './simulate-growth.js';

const layer = (name: string, afterS: readonly number[], mm = 1): LayerSpec => ({
  name,
  card: kineticCards.tooling_lp_1go,
  thicknessM: (mm * Math.max(1, afterS.length)) / 1000,
  glassW: 0.2857,
  catalystPct: 1,
  ...(afterS.length > 0 ? { plies: afterS.map((s) => ({ afterS: s, thicknessM: mm / 1000 })) } : {}),
});
const sessions = (...of: { startS: number; layers: LayerSpec[] }[]): Pick<GrowthCase, 'sessions'> => ({
  sessions: of.map((one) => ({ ...one, layK: 293.15 })),
});
const told = (input: Pick<GrowthCase, 'sessions'>): string[] =>
  layEvents(input).map(({ timeS, sessionIndex, pieces }) =>
    `${String(timeS)} s${String(sessionIndex)} ${pieces.map((p) => `${p.layer.name}${String(p.fromPly)}-${String(p.toPly)}`).join(' ')}`.trim(),
  );

test.each<[string, Pick<GrowthCase, 'sessions'>, string[]]>([
  ['a layer without plies arrives whole', sessions({ startS: 100, layers: [layer('a', [])] }), ['100 s0 a0-1']],
  ['plies a minute apart arrive each by itself', sessions({ startS: 0, layers: [layer('a', [0, 60])] }), ['0 s0 a0-1', '60 s0 a1-2']],
  ['plies closer than a minute arrive together', sessions({ startS: 0, layers: [layer('a', [0, 59])] }), ['0 s0 a0-2']],
  [
    'a minute is counted from the first of those that arrive together',
    sessions({ startS: 0, layers: [layer('a', [0, 40, 80])] }),
    ['0 s0 a0-2', '80 s0 a2-3'],
  ],
  [
    'layers follow each other',
    sessions({ startS: 0, layers: [layer('a', [0, 300]), layer('b', [310, 600])] }),
    ['0 s0 a0-1', '300 s0 a1-2 b0-1', '600 s0 b1-2'],
  ],
  ['nothing arrives before what lies beneath it', sessions({ startS: 0, layers: [layer('a', [500]), layer('b', [0])] }), ['500 s0 a0-1 b0-1']],
  [
    'a session that starts before the last one is laid comes after it',
    sessions({ startS: 0, layers: [layer('a', [0, 900])] }, { startS: 600, layers: [layer('b', [0])] }),
    ['0 s0 a0-1', '900 s0 a1-2', '900 s1 b0-1'],
  ],
  ['an empty session is an event all the same', sessions({ startS: 50, layers: [] }), ['50 s0']],
])('%s', (_what, input, events) => {
  expect(told(input)).toEqual(events);
});

const around = {
  endS: 24 * 3600,
  air: { kind: 'constant', tempK: 295.15 },
  topH: 9,
  plug: {
    layers: [{ name: 'mdf', material: plugMaterials.mdf, thicknessM: 0.018 }],
    back: { kind: 'convective', h: 5, tempK: null },
    contactResistance: 2.5e-4,
    startK: 295.15,
  },
} as const;
const four = (minutes: number): GrowthCase => ({
  ...around,
  ...sessions({ startS: 0, layers: [layer('lp', minutes === 0 ? [] : [0, 1, 2, 3].map((k) => k * minutes * 60))] }),
});

test('the slower the plies come, the cooler the laminate; one outcome for the layer, one piece for each arrival', () => {
  const whole = { ...four(0), sessions: [{ startS: 0, layK: 293.15, layers: [{ ...layer('lp', []), thicknessM: 0.004 }] }] };
  const peaks = [whole, four(9), four(15), four(25)].map((input) => simulateGrowth(input).layers.at(-1)!.peakK);
  for (let i = 1; i < peaks.length; i++) expect(peaks[i]).toBeLessThan(peaks[i - 1] - 1);
  const [, lp] = simulateGrowth(four(15)).layers;
  expect(lp.pieces.map(({ fromPly, toPly, laidS }) => [fromPly, toPly, laidS])).toEqual([
    [0, 1, 0],
    [1, 2, 900],
    [2, 3, 1800],
    [3, 4, 2700],
  ]);
  expect(lp.thicknessM).toBeCloseTo(0.004, 12);
  expect([lp.start, lp.end]).toEqual([lp.pieces[0].start, lp.pieces[3].end]);
  expect(lp.gelFirstS!).toBeLessThan(lp.gelS!);
});

test('plies one after another are the same as sessions one after another', () => {
  const apart = { ...around, ...sessions(...[0, 1, 2, 3].map((k) => ({ startS: k * 900, layers: [layer(`lp${String(k)}`, [])] }))) };
  const [one, other] = [
    simulateGrowth(four(15)),
    simulateGrowth({ ...apart, sessions: apart.sessions.map((s) => ({ ...s, layers: s.layers.map((l) => ({ ...l, thicknessM: 0.001 })) })) }),
  ];
  const hottest = Math.max(...other.layers.filter(({ plug }) => !plug).map(({ peakK }) => peakK));
  expect(Math.abs(one.layers.at(-1)!.peakK - hottest)).toBeLessThan(0.2);
  expect(Math.abs(one.energyResidualRel)).toBeLessThan(1e-9);
});

test('a run restarts between the plies of a session and ends as a full one', () => {
  const before = simulateGrowth(four(15));
  const later = four(15);
  const changed: GrowthCase = {
    ...later,
    sessions: later.sessions.map((s) => ({
      ...s,
      layers: s.layers.map((l) => ({ ...l, plies: l.plies!.map((p, i) => (i === 3 ? { ...p, afterS: p.afterS + 300 } : p)) })),
    })),
  };
  const [full, restarted] = [simulateGrowth(changed), simulateGrowth(changed, {}, before)];
  expect(restarted.newSteps).toBeLessThan(full.newSteps);
  expect(Math.abs(restarted.layers.at(-1)!.peakK - full.layers.at(-1)!.peakK)).toBeLessThan(1e-9);
});
