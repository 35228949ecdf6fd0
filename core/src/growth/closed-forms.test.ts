import { GAS_CONSTANT } from '../cure/kinetics.js';
import type { KineticCard } from '../cure/kinetic-card.js';
import { kineticCards } from '../materials/kinetic-cards.js';
import { plugMaterials } from '../materials/plug-materials.js';
import type { GrowthCase } from './growth-case.js';
import { simulateGrowth } from './simulate-growth.js';

const material = { rho: 1450, cp: 1500, k: 0.25 };
const diffusivity = material.k / (material.rho * material.cp);

/** A bare slab of one material at 100 °C, cooled on its top by air at 0 °C, insulated below. */
function slab(thicknessM: number, topH: number, endS: number): GrowthCase {
  return {
    endS,
    topH,
    air: { kind: 'constant', tempK: 273.15 },
    plug: { layers: [{ name: 'slab', material, thicknessM }], back: { kind: 'adiabatic' }, contactResistance: 0, startK: 373.15 },
    sessions: [],
  };
}

/** Roots of ζ tan ζ = Bi, one per branch. */
function eigenvalue(bi: number, branch: number): number {
  let low = branch * Math.PI;
  let high = branch * Math.PI + Math.PI / 2 - 1e-12;
  for (let i = 0; i < 200; i++) {
    const mid = 0.5 * (low + high);
    if (mid * Math.tan(mid) < bi) low = mid;
    else high = mid;
  }
  return 0.5 * (low + high);
}

/** Series solution of the convectively cooled slab, 0–1 [carslaw-jaeger-1959]. */
function slabSeries(bi: number, fo: number, x: number): number {
  let sum = 0;
  for (let branch = 0; branch < 60; branch++) {
    const z = eigenvalue(bi, branch);
    sum += ((4 * Math.sin(z)) / (2 * z + Math.sin(2 * z))) * Math.exp(-z * z * fo) * Math.cos(z * x);
  }
  return sum;
}

function worstSlabError(bi: number, cells: number, toleranceK: number): number {
  const L = 0.02;
  const endS = (0.4 * L * L) / diffusivity;
  const result = simulateGrowth(slab(L, (bi * material.k) / L, endS), {
    toleranceK,
    maxStepS: endS / 3000,
    grid: { plugCellM: L / cells, plugGrowth: 1 },
  });
  const last = result.segments[0].checkpoints[0];
  expect(last.cellCount).toBe(cells);
  const { field } = result.segments[0];
  let worst = 0;
  for (let i = 0; i < cells; i++) {
    const x = (result.geometry.centerM[i] + L) / L;
    const exact = 273.15 + 100 * slabSeries(bi, 0.4, x);
    worst = Math.max(worst, Math.abs(field.tempK[(field.frames - 1) * cells + i] - exact));
  }
  return worst;
}

test.each([0.1, 1, 10])('convectively cooled slab, Bi %p: 2 mK of 100 K at 200 cells', (bi) => {
  expect(worstSlabError(bi, 200, 0.002)).toBeLessThan(2e-3);
});

test('order 2 in space: a quarter of the error at half the cell', () => {
  const coarse = worstSlabError(10, 10, 0.002);
  const fine = worstSlabError(10, 20, 0.002);
  expect(Math.log2(coarse / fine)).toBeGreaterThan(1.8);
  expect(Math.log2(coarse / fine)).toBeLessThan(2.2);
});

/** Complementary error function [abramowitz-stegun 7.1.26 is too coarse: continued by series]. */
function erf(x: number): number {
  let term = x;
  let sum = x;
  for (let n = 1; n < 200; n++) {
    term *= (-x * x) / n;
    sum += term / (2 * n + 1);
  }
  return (2 / Math.sqrt(Math.PI)) * sum;
}

test('semi-infinite body with a step at its face: within 0.02 K of 100 K', () => {
  const L = 0.2;
  const cells = 800;
  const endS = 1200;
  const result = simulateGrowth(slab(L, Infinity, endS), { toleranceK: 0.01, grid: { plugCellM: L / cells, plugGrowth: 1 } });
  const { field } = result.segments[0];
  for (let i = cells - 200; i < cells; i += 10) {
    const depth = -result.geometry.centerM[i];
    const exact = 273.15 + 100 * erf(depth / (2 * Math.sqrt(diffusivity * endS)));
    expect(Math.abs(field.tempK[(field.frames - 1) * cells + i] - exact)).toBeLessThan(0.02);
  }
});

// The brief's three contact temperatures belong to a laminate of 1400 kg/m³ and 1600 J/kgK (effusivity 748.3).
const inert: KineticCard = {
  ...kineticCards.iso_lam,
  name: 'inert',
  rho_r: 1400,
  cp_r: 1600,
  k_r: 0.25,
  k1: 0,
  k2: 0,
  t_ind_min: undefined,
  c_ref: null,
};

test.each([
  ['mdf', 45.6912],
  ['aluminium', 21.4627],
  ['pu_foam', 57.5657],
])('contact temperature of a 20 °C %s half-space and 60 °C laminate', (id, expectedC) => {
  const half = 0.08;
  const result = simulateGrowth(
    {
      endS: 4,
      topH: 0,
      air: { kind: 'constant', tempK: 293.15 },
      plug: {
        layers: [{ name: id, material: plugMaterials[id], thicknessM: half }],
        back: { kind: 'adiabatic' },
        contactResistance: 0,
        startK: 293.15,
      },
      sessions: [{ startS: 0, layK: 333.15, layers: [{ name: 'lam', card: inert, thicknessM: half, glassW: 0, catalystPct: null }] }],
    },
    { toleranceK: 0.02, grid: { plugCellM: 0.02e-3, plugGrowth: 1.05, cellM: 0.05e-3 } },
  );
  expect(result.status).toBe('converged');
  // The face from both neighbors by the balance of fluxes.
  const { field } = result.segments[result.segments.length - 1];
  const face = result.geometry.firstLaid;
  const row = (field.frames - 1) * field.cells;
  const kp = plugMaterials[id].k / result.geometry.sizeM[face - 1];
  const kl = 0.25 / result.geometry.sizeM[face];
  const contactK = (kp * field.tempK[row + face - 1] + kl * field.tempK[row + face]) / (kp + kl);
  expect(Math.abs(contactK - 273.15 - expectedC)).toBeLessThan(0.02);
});

/** Half of a slab with zero-order Arrhenius heat release between faces held at T0; true when it runs away. */
function ignites(delta: number, epsilon: number): boolean {
  const T0 = 298.15;
  const E = epsilon * GAS_CONSTANT * T0;
  const half = 0.01;
  const H = 1e12; // so much heat that hardly any of it is used: zero order
  const k1 = (delta * material.k * GAS_CONSTANT * T0 * T0) / (E * half * half * inert.rho_r * H);
  const card: KineticCard = { ...inert, H, k1, E1: E, E2: E, n: 0, m: 0 };
  const result = simulateGrowth(
    {
      endS: (300 * half * half) / diffusivity,
      topH: Infinity,
      air: { kind: 'constant', tempK: T0 },
      plug: { layers: [], back: { kind: 'adiabatic' }, contactResistance: 0, startK: T0 },
      sessions: [{ startS: 0, layK: T0, layers: [{ name: 'slab', card, thicknessM: half, glassW: 0, catalystPct: null }] }],
    },
    { toleranceK: 0.2, history: false, grid: { cellM: half / 100 } },
  );
  return result.status === 'diverged';
}

test.each([
  [20, 0.9284],
  [50, 0.89745],
  [100, 0.88781],
])('zero-order Arrhenius slab, E/RT0 = %p, ignites at δ = %p', (epsilon, critical) => {
  // 0.1 %: near the critical point the field lingers for ever longer, so a finite run ends slightly above it.
  expect(ignites(critical * 0.999, epsilon)).toBe(false);
  expect(ignites(critical * 1.001, epsilon)).toBe(true);
});

test('adiabatic rise is H·w·α/cp', () => {
  const result = simulateGrowth({
    endS: 6 * 3600,
    topH: 0,
    air: { kind: 'constant', tempK: 298.15 },
    plug: { layers: [], back: { kind: 'adiabatic' }, contactResistance: 0, startK: 298.15 },
    sessions: [{ startS: 0, layK: 298.15, layers: [{ name: 'lam', card: kineticCards.iso_lam, thicknessM: 0.01, glassW: 0.3, catalystPct: 1.5 }] }],
  });
  const [lam] = result.layers;
  const cp = 0.7 * 1950 + 0.3 * 800;
  expect(lam.peakK - 298.15).toBeCloseTo((292000 * 0.7 * lam.cureMean) / cp, 6);
});
