import fc from 'fast-check';
import { kineticCards } from '../materials/kinetic-cards.js';
import { plugMaterials } from '../materials/plug-materials.js';
import type { GrowthCase, LayerSpec, SessionSpec } from './growth-case.js';
import type { GrowthResult } from './growth-result.js';
import { simulateGrowth } from './simulate-growth.js';

const RUNS = { seed: 11, numRuns: 25 };

const layer = fc
  .record({
    id: fc.constantFrom(...Object.keys(kineticCards)),
    mm: fc.double({ min: 0.4, max: 9, noNaN: true }),
    glassW: fc.double({ min: 0, max: 0.45, noNaN: true }),
    share: fc.double({ min: 0.7, max: 1.2, noNaN: true }),
  })
  .map(({ id, mm, glassW, share }): LayerSpec => {
    const card = kineticCards[id];
    return { name: id, card, thicknessM: mm / 1000, glassW, catalystPct: card.c_ref === null ? null : card.c_ref * share };
  });

/** Any stack a shop could lay: one to three sessions, hours apart, on some plug, in some weather. */
const stack = fc
  .record({
    plug: fc.constantFrom(...Object.keys(plugMaterials)),
    plugMm: fc.double({ min: 4, max: 60, noNaN: true }),
    meanC: fc.double({ min: 14, max: 30, noNaN: true }),
    swingK: fc.double({ min: 0, max: 5, noNaN: true }),
    gapsH: fc.array(fc.double({ min: 0.5, max: 20, noNaN: true }), { minLength: 1, maxLength: 3 }),
    layers: fc.array(layer, { minLength: 3, maxLength: 3 }),
  })
  .map(({ plug, plugMm, meanC, swingK, gapsH, layers }): GrowthCase => {
    const meanK = meanC + 273.15;
    let at = 0;
    const sessions = gapsH.map((gap, i): SessionSpec => {
      at += gap * 3600;
      return { startS: at, layK: meanK, layers: [layers[i]] };
    });
    return {
      endS: at + 20 * 3600,
      air: { kind: 'daily', meanK, ampK: swingK, warmestS: 54000 },
      topH: 9,
      plug: {
        layers: [{ name: plug, material: plugMaterials[plug], thicknessM: plugMm / 1000 }],
        back: { kind: 'convective', h: 5, tempK: null },
        contactResistance: 2.5e-4,
        startK: meanK,
      },
      sessions,
    };
  });

/** Runs that left the range of the cards end tagged; all others must obey. */
function obeying(check: (result: GrowthResult, input: GrowthCase) => void): (input: GrowthCase) => void {
  return (input) => {
    const result = simulateGrowth(input);
    if (result.status === 'converged') check(result, input);
    else expect(result.status).toBe('diverged');
  };
}

test('cure never goes back and stays between 0 and 1, in any stack', () => {
  fc.assert(
    fc.property(
      stack,
      obeying(({ segments }) => {
        let [lowest, highest, backward] = [0, 0, 0];
        for (const { field } of segments) {
          field.cure.forEach((alpha, at) => {
            lowest = Math.min(lowest, alpha);
            highest = Math.max(highest, alpha);
            if (at >= field.cells) backward = Math.max(backward, field.cure[at - field.cells] - alpha);
          });
        }
        expect(lowest).toBe(0);
        expect(highest).toBeLessThanOrEqual(1);
        expect(backward).toBeLessThan(1e-9);
      }),
    ),
    RUNS,
  );
});

test('the energy balance closes in any stack', () => {
  fc.assert(
    fc.property(
      stack,
      obeying(({ energyResidualRel }) => {
        expect(Math.abs(energyResidualRel)).toBeLessThan(1e-6);
      }),
    ),
    RUNS,
  );
});

test('an edit resumed from saved states gives what a whole run gives, to the tolerance', () => {
  fc.assert(
    fc.property(stack, layer, (input, other) => {
      const last = input.sessions.length - 1;
      const edited = { ...input, sessions: input.sessions.map((s, i) => (i === last ? { ...s, layers: [other] } : s)) };
      const before = simulateGrowth(input);
      const [resumed, whole] = [simulateGrowth(edited, {}, before), simulateGrowth(edited)];
      expect(resumed.status).toBe(whole.status);
      if (whole.status !== 'converged') return;
      resumed.layers.forEach((one, i) => {
        expect(Math.abs(one.peakK - whole.layers[i].peakK)).toBeLessThan(0.2);
        expect(Math.abs(one.cureMean - whole.layers[i].cureMean)).toBeLessThan(0.002);
      });
      if (before.status === 'converged' && last > 0) expect(resumed.newSteps).toBeLessThan(whole.newSteps);
    }),
    RUNS,
  );
});

const single = fc.record({ mm: fc.double({ min: 2, max: 18, noNaN: true }), tempC: fc.double({ min: 15, max: 30, noNaN: true }) });

/** One shot of laminating resin on board in a still room. */
function peakOf(mm: number, tempC: number, heat = 1): number {
  const tempK = tempC + 273.15;
  const card = { ...kineticCards.iso_lam, H: kineticCards.iso_lam.H * heat };
  const result = simulateGrowth({
    endS: 8 * 3600,
    air: { kind: 'constant', tempK },
    topH: 9,
    plug: {
      layers: [{ name: 'board', material: plugMaterials.mdf, thicknessM: 0.018 }],
      back: { kind: 'convective', h: 5, tempK: null },
      contactResistance: 2.5e-4,
      startK: tempK,
    },
    sessions: [{ startS: 0, layK: tempK, layers: [{ name: 'one shot', card, thicknessM: mm / 1000, glassW: 0.3, catalystPct: 1.5 }] }],
  });
  return result.layers[result.layers.length - 1].peakK - tempK;
}

test('thicker, warmer, or with more heat in it: never less hot', () => {
  fc.assert(
    fc.property(single, fc.double({ min: 0.02, max: 0.3, noNaN: true }), ({ mm, tempC }, more) => {
      const base = peakOf(mm, tempC);
      // 0.3 K: twice the error of one run.
      expect(peakOf(mm * (1 + more), tempC)).toBeGreaterThan(base - 0.3);
      expect(peakOf(mm, tempC + 10 * more) + 10 * more).toBeGreaterThan(base - 0.3);
      expect(peakOf(mm, tempC, 1 + more / 3)).toBeGreaterThan(base - 0.3);
    }),
    RUNS,
  );
});
