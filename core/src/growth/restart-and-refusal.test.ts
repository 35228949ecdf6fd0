import fc from 'fast-check';
import { DomainError } from '../errors/domain-error.js';
import { kineticCards } from '../materials/kinetic-cards.js';
import { loadCase } from '../test-support/cases.js';
import type { GrowthCase, SessionSpec } from './growth-case.js';
import { simulateGrowth } from './simulate-growth.js';

const { growth } = loadCase('c04_two_bulk_day_apart');

function withSession(index: number, change: Partial<SessionSpec>): GrowthCase {
  return { ...growth, sessions: growth.sessions.map((s, i) => (i === index ? { ...s, ...change } : s)) };
}

describe('restart from saved states', () => {
  const first = simulateGrowth(growth);

  test.each([
    ['catalyst of the last session', withSession(3, { layers: growth.sessions[3].layers.map((l) => ({ ...l, catalystPct: 1.2 })) })],
    ['start of the last session, later', withSession(3, { startS: growth.sessions[3].startS + 7200 })],
    ['start of the last session, earlier', withSession(3, { startS: growth.sessions[3].startS - 7200 })],
    ['a middle session', withSession(2, { startS: growth.sessions[2].startS + 900 })],
    ['the end', { ...growth, endS: growth.endS - 3600 }],
  ])('%s: equal to a full run to the last digits', (_what, changed) => {
    const restarted = simulateGrowth(changed, {}, first);
    const full = simulateGrowth(changed);
    expect(restarted.newSteps).toBeLessThan(full.newSteps);
    restarted.layers.forEach((layer, i) => {
      expect(Math.abs(layer.peakK - full.layers[i].peakK)).toBeLessThan(1e-9);
      expect(Math.abs(layer.cureMean - full.layers[i].cureMean)).toBeLessThan(1e-9);
    });
    expect(Math.abs(restarted.energyResidualRel)).toBeLessThan(1e-9);
    expect(restarted.segments.map((s) => s.sessionIndex)).toEqual(full.segments.map((s) => s.sessionIndex));
  });

  test('editing only the last session costs a fraction of the steps', () => {
    const changed = withSession(3, { layers: growth.sessions[3].layers.map((l) => ({ ...l, catalystPct: 1.2 })) });
    expect(simulateGrowth(changed, {}, first).newSteps).toBeLessThan(first.steps / 3);
  });

  test('a change of the shop air reuses nothing', () => {
    const colder = { ...growth, air: { kind: 'constant', tempK: 288.15 } } as const;
    const result = simulateGrowth(colder, {}, first);
    expect(result.newSteps).toBe(result.steps);
  });
});

describe('tagged ends', () => {
  test('stopped on request', () => {
    expect(simulateGrowth(growth, { shouldStop: () => true }).status).toBe('cancelled');
  });
  test('too many steps', () => {
    expect(simulateGrowth(growth, { maxSteps: 20 }).status).toBe('maxSteps');
  });
  test('absurd heat diverges with a status, without NaN', () => {
    const hot = { ...kineticCards.iso_lam, H: 5e7 };
    const result = simulateGrowth(withSession(3, { layers: [{ ...growth.sessions[3].layers[0], card: hot }] }));
    expect(result.status).toBe('diverged');
    for (const layer of result.layers) expect(Number.isFinite(layer.peakK)).toBe(true);
  });
});

describe('refusals name quantity, value and expectation', () => {
  const refusal = (input: GrowthCase): DomainError => {
    try {
      simulateGrowth(input);
    } catch (error) {
      if (error instanceof DomainError) return error;
    }
    throw new Error('was not refused');
  };

  test('a session before its predecessor', () => {
    const error = refusal(withSession(2, { startS: 3600 }));
    expect(error.code).toBe('session-before-predecessor');
    expect(error.message).toBe('session 3, start: got "1.00 h", expected not before session 2 at 11.00 h');
  });
  test('a ply of no thickness', () => {
    const error = refusal(withSession(2, { layers: [{ ...growth.sessions[2].layers[0], thicknessM: 0 }] }));
    expect(error.code).toBe('zero-thickness');
    expect(error.message).toContain('layer "bulk1", thickness');
  });
  test('bad card data', () => {
    const card = { ...kineticCards.iso_lam, cp_r: NaN };
    const error = refusal(withSession(2, { layers: [{ ...growth.sessions[2].layers[0], card }] }));
    expect(error.quantity).toContain('cp_r');
    expect(error.message).toContain('between 500 and 5000 J/kgK');
  });
  test('no catalyst where the card wants one', () => {
    expect(refusal(withSession(2, { layers: [{ ...growth.sessions[2].layers[0], catalystPct: null }] })).code).toBe('value-missing');
  });
});

describe('properties', () => {
  const plies = fc.record({
    mm: fc.double({ min: 0.4, max: 10, noNaN: true }),
    airC: fc.double({ min: 15, max: 32, noNaN: true }),
    cat: fc.double({ min: 1, max: 2.2, noNaN: true }),
  });
  test('cure stays within 0–1, never falls, and energy closes, for any stack', () => {
    fc.assert(
      fc.property(plies, ({ mm, airC, cat }) => {
        const sessions = [
          {
            startS: 600,
            layK: airC + 273.15,
            layers: [{ name: 'a', card: kineticCards.iso_lam, thicknessM: mm / 1000, glassW: 0.3, catalystPct: cat }],
          },
        ];
        const result = simulateGrowth({ ...growth, endS: 40000, air: { kind: 'constant', tempK: airC + 273.15 }, sessions });
        expect(result.status).toBe('converged');
        expect(Math.abs(result.energyResidualRel)).toBeLessThan(1e-6);
        for (const { field } of result.segments) {
          for (let f = 0; f < field.frames; f++) {
            for (let i = 0; i < field.cells; i++) {
              const a = field.cure[f * field.cells + i];
              expect(a >= 0 && a <= 1).toBe(true);
              if (f > 0) expect(a - field.cure[(f - 1) * field.cells + i]).toBeGreaterThan(-1e-5);
            }
          }
        }
      }),
      { seed: 7, numRuns: 25 },
    );
  });
  test('a warmer shop never lowers the peak', () => {
    fc.assert(
      fc.property(plies, ({ mm, airC, cat }) => {
        const peak = (tempC: number): number =>
          simulateGrowth({
            ...growth,
            endS: 20000,
            air: { kind: 'constant', tempK: tempC + 273.15 },
            sessions: [
              {
                startS: 0,
                layK: tempC + 273.15,
                layers: [{ name: 'a', card: kineticCards.iso_lam, thicknessM: mm / 1000, glassW: 0.3, catalystPct: cat }],
              },
            ],
          }).layers[1].peakK;
        expect(peak(airC + 1)).toBeGreaterThan(peak(airC));
      }),
      { seed: 11, numRuns: 20 },
    );
  });
});
