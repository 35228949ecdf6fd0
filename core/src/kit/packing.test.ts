import fc from 'fast-check';
import type { Patch } from '../plan/parts/patch-area.js';
import { pieceAreaM2, plyPieces, type Piece } from './pieces.js';
import { outlineOf, packRoll } from './roll-packing.js';
import { unrolled, type FlatShape } from './unrolled.js';

const piece = (label: string, lengthMm: number, bottomMm: number, topMm = bottomMm): Piece => ({ label, patch: 'x', lengthMm, bottomMm, topMm });
const places = (pieces: readonly Piece[], roll: number): (string | number | boolean)[][] =>
  packRoll(pieces, roll).placed.map(({ piece: { label }, xMm, yMm, turned, roomMm }) => [label, xMm, yMm, turned, roomMm]);

test('the longest lie first, the wider of two equally long ones before the other, side by side while there is room', () => {
  expect(places([piece('a', 300, 400), piece('b', 900, 500), piece('c', 300, 600)], 1000)).toEqual([
    ['b', 0, 0, false, 500],
    ['c', 0, 900, false, 600],
    ['a', 500, 0, false, 400],
  ]);
});

test('a piece that just fits beside another does; a tenth of a millimeter more opens a new shelf', () => {
  expect(packRoll([piece('a', 500, 600), piece('b', 500, 400)], 1000).lengthMm).toBe(500);
  expect(packRoll([piece('a', 500, 600), piece('b', 500, 400.1)], 1000).lengthMm).toBe(1000);
});

test('mat may lie across the roll where that is shorter; cloth, and what would not fit, stays along it', () => {
  const long = [piece('a', 900, 300), piece('b', 900, 300)];
  expect(packRoll(long, 1000).lengthMm).toBe(900);
  expect(packRoll(long, 1000, true).lengthMm).toBe(600);
  expect(packRoll([piece('a', 1001, 300)], 1000, true).lengthMm).toBe(1001);
  expect(packRoll([piece('a', 800, 300, 200)], 1000, true).lengthMm).toBe(800);
  const area = packRoll(long, 1000, true).placed.reduce((sum, { piece: one }) => sum + pieceAreaM2(one), 0);
  expect(area).toBeCloseTo(0.54, 9);
});

test('turning is never longer than not turning', () => {
  const some = fc.array(fc.tuple(fc.integer({ min: 50, max: 1500 }), fc.integer({ min: 50, max: 1000 })), { minLength: 1, maxLength: 12 });
  fc.assert(
    fc.property(some, (sizes) => {
      const pieces = sizes.map(([length, wide], i) => piece(String(i), length, wide));
      expect(packRoll(pieces, 1000, true).lengthMm).toBeLessThanOrEqual(packRoll(pieces, 1000).lengthMm + 1e-9);
    }),
  );
});

test('two tapered ones lie head to tail in the room of their two ends; an odd one lies alone', () => {
  const gore = (label: string): Piece => piece(label, 800, 300, 100);
  expect(places([gore('a'), gore('b'), gore('c')], 1000)).toEqual([
    ['a', 0, 0, false, 200],
    ['b', 100, 0, true, 200],
    ['c', 400, 0, false, 300],
  ]);
  const [first, second] = packRoll([gore('a'), gore('b')], 1000).placed;
  expect(outlineOf(first)).toEqual([
    [0, 0],
    [300, 0],
    [100, 800],
    [0, 800],
  ]);
  expect(outlineOf(second)).toEqual([
    [300, 0],
    [400, 0],
    [400, 800],
    [100, 800],
  ]);
});

test('tapered ones of other sizes, or too wide together, are no pair', () => {
  expect(places([piece('a', 800, 300, 100), piece('b', 800, 310, 100)], 1000).map(([, , , turned]) => turned)).toEqual([false, false]);
  expect(packRoll([piece('a', 800, 300, 100), piece('b', 800, 300, 100)], 400).lengthMm).toBe(800);
  expect(packRoll([piece('a', 800, 300, 100), piece('b', 800, 300, 100)], 399).lengthMm).toBe(1600);
});

test('waste is the share of the roll that is in no piece; an empty roll wastes nothing', () => {
  expect(packRoll([piece('a', 500, 600)], 1000).waste).toBeCloseTo(0.4, 12);
  expect(packRoll([], 1000)).toEqual({ rollWidthMm: 1000, lengthMm: 0, placed: [], waste: 0 });
  expect(pieceAreaM2({ lengthMm: 1000, bottomMm: 300, topMm: 100 })).toBeCloseTo(0.2, 12);
});

const rules = { rollWidthMm: 1000, overlapMm: 40, staggerMm: 100, longestPieceMm: 1500, edge: 'torn' as const };
const shape = (lengthMm: number, bottomMm: number, topMm = bottomMm, count = 1): FlatShape => ({ name: 'x', count, lengthMm, bottomMm, topMm });
const cut = (of: FlatShape, ply = 0, more: Partial<typeof rules> = {}): number[][] =>
  plyPieces([of], { ...rules, ...more }, ply, 'P').map(({ lengthMm, bottomMm, topMm }) =>
    [lengthMm, bottomMm, topMm].map((mm) => Number(mm.toFixed(6))),
  );

test.each<[string, FlatShape, number, number[][]]>([
  ['as wide as roll less lap: one piece', shape(500, 960), 0, [[540, 1000, 1000]]],
  [
    'a millimeter wider: two equal ones',
    shape(500, 961),
    0,
    [
      [540, 520.5, 520.5],
      [540, 520.5, 520.5],
    ],
  ],
  ['as long as handy less lap: one piece', shape(1460, 500), 0, [[1500, 540, 540]]],
  [
    'a millimeter longer: two',
    shape(1461, 500),
    0,
    [
      [770.5, 540, 540],
      [770.5, 540, 540],
    ],
  ],
  [
    'joints of the second ply move by the stagger',
    shape(500, 1200),
    1,
    [
      [540, 590, 590],
      [540, 690, 690],
    ],
  ],
  [
    'and no further than half a piece',
    shape(500, 1200),
    5,
    [
      [540, 630, 630],
      [540, 650, 650],
    ],
  ],
])('%s', (_what, of, ply, expected) => {
  expect(cut(of, ply)).toEqual(expected);
});

test('a cut edge laps half, a taper keeps its shares, each piece as often as its shape', () => {
  expect(cut(shape(500, 300), 0, {})).toEqual([[540, 340, 340]]);
  expect(plyPieces([shape(500, 300)], { ...rules, edge: 'cut' }, 0, 'P')[0]).toMatchObject({ lengthMm: 520, bottomMm: 320, topMm: 320 });
  expect(cut(shape(2000, 400, 200, 2))).toEqual([
    [1040, 440, 340],
    [1040, 440, 340],
    [1040, 340, 240],
    [1040, 340, 240],
  ]);
  expect(plyPieces([shape(2000, 400, 200, 2)], rules, 0, 'S1-P1').map(({ label }) => label)).toEqual([
    'S1-P1-01',
    'S1-P1-02',
    'S1-P1-03',
    'S1-P1-04',
  ]);
});

test('absurdly narrow rolls and short pieces still give pieces: 50 mm across, 100 mm along at least', () => {
  expect(plyPieces([shape(90, 45)], { ...rules, rollWidthMm: 60, longestPieceMm: 50 }, 0, 'P')).toHaveLength(1);
  expect(plyPieces([shape(101, 51)], { ...rules, rollWidthMm: 60, longestPieceMm: 50 }, 0, 'P')).toHaveLength(4);
});

const patch = (form: Patch['form'], count = 1): Patch => ({ id: 'p', name: 'side', place: 'flat', count, form });
const flat = (of: Patch): number[][] =>
  unrolled(of).map(({ count, lengthMm, bottomMm, topMm }) => [count, lengthMm, bottomMm, topMm].map((n) => Number(n.toFixed(4))));

test.each<[string, Patch, number[][]]>([
  ['a flange strip', patch({ shape: 'flange strip', lengthMm: 2000, widthMm: 60 }, 3), [[3, 2000, 60, 60]]],
  ['half a cylinder', patch({ shape: 'cylinder', radiusMm: 100, arcDeg: 180, lengthMm: 700 }), [[1, 700, 314.1593, 314.1593]]],
  ['a cone of one gore', patch({ shape: 'cone', radiusMm: 60, topRadiusMm: 30, heightMm: 40, arcDeg: 360 }), [[1, 50, 376.9911, 188.4956]]],
  [
    'a wider cone of two, its upper end the wider',
    patch({ shape: 'cone', radiusMm: 30, topRadiusMm: 65, heightMm: 84, arcDeg: 360 }, 2),
    [[4, 91, 94.2478, 204.2035]],
  ],
  [
    'a small dome has four gores, each in two bands',
    patch({ shape: 'dome', radiusMm: 100, heightMm: 100 }),
    [
      [4, 78.5398, 165.6854, 117.1573],
      [4, 78.5398, 117.1573, 0.0],
    ],
  ],
  [
    'a large one as many as stay under 400 mm',
    patch({ shape: 'dome', radiusMm: 800, heightMm: 800 }),
    [
      [13, 628.3185, 407.841, 288.3872],
      [13, 628.3185, 288.3872, 0.0],
    ],
  ],
])('%s laid flat', (_what, of, expected) => {
  expect(flat(of)).toEqual(expected);
});
