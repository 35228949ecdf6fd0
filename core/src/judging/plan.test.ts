import fc from 'fast-check';
import { DomainError } from '../errors/domain-error.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { addLayer, addSession, changeLayer, moveSession, removeLayer } from '../plan/edit-plan.js';
import { evaluatePlan } from './evaluate-plan.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { emptyPlan, planFromTemplate } from '../plan/stack-templates.js';
import { worstLevel, type Verdict } from './verdicts/verdict.js';

const cards = cardLibrary();
const start = { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } };
const staged = planFromTemplate('staged', start);
const verdict = (plan: SectionPlan, id: string): Verdict => {
  const found = evaluatePlan(plan, cards).verdicts.find((v) => v.id === id);
  if (!found) throw new Error(`no verdict ${id}`);
  return found;
};

describe('verdicts', () => {
  test('the staged school on a quiet plug keeps every limit', () => {
    const { verdicts, windows } = evaluatePlan(staged, cards);
    expect(worstLevel(verdicts)).toBe('ok');
    expect(windows.map(({ state }) => state)).toEqual(['inside', 'inside', 'inside', 'inside']);
  });

  test('two bulk sessions at once overheat the plug face; value, limit and margin agree', () => {
    const thick = changeLayer(staged, 'l4', { laminate: { plies: 5, glassGsm: 450, resinToGlass: 2.3 } });
    const rushed = { ...moveSession(thick, 4, staged.sessions[3].startMin + 30), demoldMin: staged.demoldMin };
    const face = verdict(rushed, 'interface');
    expect(face.level).toBe('stop');
    expect(face.margin).toBeCloseTo(face.limit - face.value, 9);
    expect(face.value).toBeGreaterThan(60);
    expect(face.timeS).toBeGreaterThan(rushed.sessions[3].startMin * 60);
  });

  test('a low-profile layer too thin to warm itself is stopped, a thick one is not', () => {
    const school = planFromTemplate('low-profile', start);
    // A crew quick enough that the first mat has not gelled under the last.
    const plan = { ...school, sessions: school.sessions.map((session) => ({ ...session, plyMin: 5 })) };
    const at = (plies: number): Verdict =>
      verdict(changeLayer(plan, 'l3', { laminate: { plies, glassGsm: 450, resinToGlass: 2.5 } }), 'activation-l3');
    expect(at(2)).toMatchObject({ level: 'stop', sense: 'at least', limit: 40 });
    expect(at(6).level).toBe('ok');
    expect(at(6).value).toBeGreaterThan(at(2).value);
  });

  test('a start before the window is early, found by running the stack on; one days later is late', () => {
    const early = evaluatePlan(moveSession(staged, 2, staged.sessions[1].startMin + 15), cards);
    expect(early.windows[1].state).toBe('early');
    const late = evaluatePlan(moveSession(staged, 4, staged.sessions[3].startMin + 60 * 60), cards);
    expect(late.windows[3].state).toBe('late');
    // Where the window opens does not depend on when somebody plans to come too early.
    const inside = evaluatePlan(staged, cards);
    expect(Math.abs((early.windows[1].opensS ?? NaN) - (inside.windows[1].opensS ?? NaN))).toBeLessThan(120);
  });

  test('a laminating session before gel is wet on wet, one just after gel is early', () => {
    const { windows } = evaluatePlan(staged, cards);
    const gelMin = (windows[3].wetUntilS ?? NaN) / 60;
    const before = evaluatePlan(moveSession(staged, 4, gelMin - 30), cards);
    expect(before.windows[3].state).toBe('wet-on-wet');
    const after = evaluatePlan(moveSession(staged, 4, gelMin + 15), cards);
    expect(after.windows[3].state).toBe('early');
  });

  test('a cold shop and a catalyst outside the card are told', () => {
    const cold = { ...staged, climate: { ...staged.climate, meanC: 14 } };
    expect(evaluatePlan(cold, cards).verdicts.filter(({ kind, level }) => kind === 'shop-minimum' && level === 'stop').length).toBeGreaterThan(0);
    expect(verdict(changeLayer(staged, 'l4', { catalystPct: 2.6 }), 'catalyst-l4')).toMatchObject({ level: 'stop', limit: 2 });
  });

  test('demolding too soon is stopped', () => {
    const soon = { ...staged, demoldMin: staged.sessions[4].startMin + 60 };
    expect(verdict(soon, 'demold-l5').level).toBe('stop');
  });
});

describe('editing', () => {
  test('moving keeps the order for any session and time, on the quarter hour', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 4 }), fc.integer({ min: -500, max: 20000 }), (index, minutes) => {
        const moved = moveSession(staged, index, minutes);
        const starts = moved.sessions.map((s) => s.startMin);
        for (let i = 1; i < starts.length; i++) expect(starts[i]).toBeGreaterThan(starts[i - 1]);
        expect(starts[index] % 15).toBe(0);
        expect(moved.demoldMin).toBeGreaterThan(starts[4]);
        expect(() => evaluatePlan(moved, cards)).not.toThrow();
      }),
      { seed: 3, numRuns: 30 },
    );
  });

  test('from nothing: sessions and layers are added and taken away', () => {
    const layer = staged.sessions[3].layers[0];
    const one = addSession(emptyPlan(start), { id: 'a', name: 'A', layers: [layer] });
    const two = addLayer(one, 'a', { ...layer, id: 'other' });
    expect(two.sessions[0].layers).toHaveLength(2);
    expect(removeLayer(removeLayer(two, 'other'), layer.id).sessions).toEqual([]);
    expect(evaluatePlan(emptyPlan(start), cards).verdicts).toEqual([]);
  });

  test.each([
    ['zero plies', changeLayer(staged, 'l4', { laminate: { plies: 0, glassGsm: 450, resinToGlass: 2.3 } }), 'zero-thickness'],
    ['a film of no thickness', changeLayer(staged, 'l1', { wetFilmUm: 0 }), 'zero-thickness'],
    ['sessions out of order', { ...staged, sessions: [...staged.sessions].reverse() }, 'session-before-predecessor'],
    ['an unknown card', changeLayer(staged, 'l4', { cardId: 'none' }), 'unknown-card'],
    ['a peroxide resin without catalyst', changeLayer(staged, 'l4', { catalystPct: null }), 'value-missing'],
    ['an area that is none', { ...staged, areaM2: NaN }, 'value-out-of-range'],
  ])('refuses %s', (_what, plan, code) => {
    expect.assertions(2);
    try {
      evaluatePlan(plan, cards);
    } catch (error) {
      expect(error).toBeInstanceOf(DomainError);
      expect(error).toMatchObject({ code });
    }
  });
});
