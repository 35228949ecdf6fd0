import fc from 'fast-check';
import { cornerClosingDeg, panelBowM, sequentialLaminate, type SolidifyingLayer } from './sequential-laminate.js';

const layer = (gpa: number, mm: number, shrink: number): SolidifyingLayer => ({ modulusPa: gpa * 1e9, thicknessM: mm / 1000, shrink });
const two = [layer(8, 3, 0), layer(7, 4, -0.002)];
const three = [layer(4, 0.6, 0), layer(8, 2.4, -0.0015), layer(7, 4, -0.0025)];

/** Curvature of a bimetal strip [timoshenko-1925]. */
function bimetal(e1: number, h1: number, e2: number, h2: number, mismatch: number): number {
  const m = h1 / h2;
  const n = e1 / e2;
  return (6 * mismatch * (1 + m) ** 2) / ((h1 + h2) * (3 * (1 + m) ** 2 + (1 + m * n) * (m * m + 1 / (m * n))));
}

test('two layers bend as a bimetal strip, 52.9 mm over a meter', () => {
  const { curvature } = sequentialLaminate(two);
  expect(curvature).toBeCloseTo(-0.423428, 6);
  expect(curvature).toBeCloseTo(bimetal(8e9, 0.003, 7e9, 0.004, -0.002), 9);
  expect(panelBowM(-curvature, 1) * 1000).toBeCloseTo(52.9, 1);
});

test('three layers lock in what the stack had shrunk by', () => {
  const held = sequentialLaminate(three);
  expect(held.locked[1]).toBeCloseTo(-0.0015, 9);
  expect(held.locked[2]).toBeCloseTo(-0.0038333, 7);
  expect(held.curvature).toBeCloseTo(-0.566524, 6);
  expect(sequentialLaminate(three, 'in-plane-restrained').curvature).toBeCloseTo(-0.277878, 6);
  expect(sequentialLaminate(three, 'never-held').curvature).toBeCloseTo(-0.881927, 6);
});

test('a corner closes by 1.79° of 90', () => {
  const strains = { expansionInPlane: 25e-6, expansionThrough: 75e-6, shrinkInPlane: -0.002, shrinkThrough: -0.02 };
  expect(cornerClosingDeg(90, -30, strains)).toBeCloseTo(1.7884, 4);
  expect(cornerClosingDeg(0, -30, strains)).toBe(0);
});

test('layers that all shrink alike at once do not bend; more shrink bends more', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.5, max: 10, noNaN: true }), fc.double({ min: -0.01, max: -0.0001, noNaN: true }), (mm, shrink) => {
      expect(sequentialLaminate([layer(7, mm, shrink), layer(7, mm, shrink)], 'in-plane-restrained').curvature).toBeCloseTo(0, 9);
      const mild = sequentialLaminate([layer(7, mm, 0), layer(7, mm, shrink)]).curvature;
      expect(sequentialLaminate([layer(7, mm, 0), layer(7, mm, 2 * shrink)]).curvature).toBeCloseTo(2 * mild, 9);
    }),
    { seed: 5 },
  );
});

test('refuses what makes no sense', () => {
  expect(() => sequentialLaminate([layer(7, 0, 0)])).toThrow(/layer 1, thickness/);
  expect(() => sequentialLaminate([layer(0, 1, 0)])).toThrow(/modulus/);
  expect(sequentialLaminate([]).curvature).toBe(0);
});
