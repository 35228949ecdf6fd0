import { NO_STEP, type StepEntry } from '../log/entry.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { checkDocument } from '../plan/check-document.js';
import { planOf } from '../plan/lift-plan.js';
import { DEFAULT_INTAKE } from '../plan/parts/plug-intake.js';
import { defaultRelease, gateOpen, gateTests } from '../plan/parts/release-plan.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { sectionOf } from '../plan/section-view.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { readinessChecks, readyAtMin } from '../plug/readiness.js';
import { finishBlocks, moldBlocks } from '../release/finish-blocks.js';
import { releaseObjections } from '../release/release-objections.js';
import { twoHalves } from '../test-support/two-halves.js';
import { isGate, isReadWithPlan, withSigned } from './signed.js';

const cards = cardLibrary();
const view = {
  ...planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } }),
  release: defaultRelease(1),
};
const plan = planOf(view);
const minuteOf = (iso: string): number => (Date.parse(iso) - Date.parse('2026-11-30T00:00:00Z')) / 60000;
let made = 0;
const line = (stepId: string, kind: 'started' | 'done' | 'skipped' | 'taken back', reverses: string | null = null): StepEntry => ({
  id: `e${String(++made)}`,
  stepId,
  kind,
  at: `2026-11-29T10:${String(made).padStart(2, '0')}:30.000Z`,
  note: 'why not',
  reverses,
  data: null,
  madeBy: 'Dov Tansy',
});
const signed = (of: PlanDocument, ...entries: StepEntry[]): PlanDocument => withSigned(of, entries, minuteOf);
const checks = readinessChecks(view, cards).map(({ id }) => `plug:${id}`);
const all = [...checks, 'release:gate'].map((stepId) => line(stepId, 'done'));

test('the same plan where nothing was signed', () => {
  expect(signed(plan)).toBe(plan);
  expect(signed(plan, line(NO_STEP, 'done'), line('session:s1:lay:l1:p1', 'done'), line('release:other', 'skipped'))).toBe(plan);
  for (const kind of ['started', 'skipped'] as const) expect(signed(plan, line('release:gate', kind), line('plug:wash', kind))).toBe(plan);
});

test('checks and gate signed at the bench open the way to laying and finishing', () => {
  expect(finishBlocks(sectionOf(plan, 'a'), cards)).toHaveLength(2);
  const now = signed(plan, ...all);
  expect(finishBlocks(sectionOf(now, 'a'), cards)).toEqual([]);
  expect(moldBlocks(now, cards)).toEqual([]);
  expect(finishBlocks(sectionOf(signed(plan, ...all.slice(1)), 'a'), cards)).toEqual(['1 check of the plug not done']);
  expect(finishBlocks(sectionOf(signed(plan, ...all.slice(0, -1)), 'a'), cards)).toHaveLength(1);
  expect(plan.sections[0].release?.passed).toEqual([]);
});

test('with whom and when; what waits, waits from then on', () => {
  const now = signed(plan, line('plug:wash', 'done'));
  const [tick] = now.mold.intake?.done ?? [];
  expect(tick).toEqual({ id: 'wash', by: 'Dov Tansy', doneMin: expect.any(Number) });
  expect(tick.doneMin).toBe(Math.round(minuteOf(`2026-11-29T10:${String(made).padStart(2, '0')}:30.000Z`)));
  expect(readyAtMin(sectionOf(now, 'a'), cards).atMin).toBe(tick.doneMin);
});

test('signed long before or after the plan’s days, it is still a plan that makes sense', () => {
  for (const at of ['2024-01-01T08:00:00.000Z', '2029-01-01T08:00:00.000Z']) {
    const lines = [line('plug:wash', 'done'), line('release:plug:wax:1', 'started')].map((one): StepEntry => ({ ...one, at }));
    const now = signed(plan, ...lines);
    expect(now).not.toBe(plan);
    expect(() => {
      checkDocument(now);
    }).not.toThrow();
  }
});

test('what is ticked in the plan stays as it is', () => {
  const ticked = { ...DEFAULT_INTAKE, done: [{ id: 'wash', doneMin: -60, by: 'Ada Marsh' }] };
  const before = { ...plan, mold: { ...plan.mold, intake: ticked } };
  expect(signed(before, line('plug:wash', 'done'))).toBe(before);
  const [first] = gateTests(defaultRelease(1));
  const half = planOf({ ...view, release: { ...defaultRelease(1), passed: [{ id: first.id, by: 'Ada Marsh' }] } });
  const { release } = signed(half, line('release:gate', 'done')).sections[0];
  expect(release?.passed.at(0)).toEqual({ id: first.id, by: 'Ada Marsh' });
  expect(release && gateOpen(release)).toBe(true);
  expect(new Set(release?.passed.map(({ id }) => id)).size).toBe(release?.passed.length);
});

test('a signature that was taken back counts no more', () => {
  const gate = line('release:gate', 'done');
  expect(signed(plan, gate)).not.toBe(plan);
  expect(signed(plan, gate, line('release:gate', 'taken back', gate.id))).toBe(plan);
});

test('a release that was begun later than planned begins then: what dried meanwhile was dry, and behind a signed gate its times are history', () => {
  const washed = line('plug:wash', 'done');
  const waxed = line('release:plug:wax:1', 'started');
  const washedMin = Math.round(minuteOf(washed.at));
  const early = planOf({ ...view, release: { ...defaultRelease(1), startMin: washedMin - 30 } });
  const rest = checks.filter((id) => id !== 'plug:wash').map((stepId) => ({ ...line(stepId, 'done'), at: '2026-11-20T08:00:00.000Z' }));
  const said = (of: PlanDocument): string[] => releaseObjections(sectionOf(of, 'a'), cards).map(({ id }) => id);
  expect(said(signed(early, washed, ...rest))).toContain('before-ready');
  const begun = signed(early, washed, ...rest, waxed);
  expect(begun.sections[0].release?.startMin).toBe(Math.round(minuteOf(waxed.at)));
  expect(said(begun)).not.toContain('before-ready');
  expect(said(begun)).toContain('gate-open');
  const late = signed(early, washed, ...rest, { ...waxed, at: '2026-11-30T07:30:00.000Z' });
  expect(said(late)).toContain('gate-late');
  expect(said(signed(late, line('release:gate', 'done')))).toEqual(expect.not.arrayContaining(['gate-late', 'before-ready', 'gate-open']));
});

test('each section has a gate of its own; one without a release has none', () => {
  const two = twoHalves();
  const second = two.sections[1].id;
  const both = { ...two, sections: two.sections.map((section) => ({ ...section, release: defaultRelease(0.5) })) };
  const now = signed(both, line(`release:gate@${second}`, 'done'));
  expect(now.sections.map(({ release }) => release && gateOpen(release))).toEqual([false, true]);
  const bare = { ...two, sections: two.sections.map(({ release: _none, ...section }) => section) };
  expect(signed(bare, line('release:gate', 'done'))).toBe(bare);
});

test('which steps a plan is read with, and which are gates', () => {
  expect(['plug:wash', 'release:gate', 'release:gate@b', 'release:plug:wax:1', 'session:s1:setup', 'commission:gate'].map(isReadWithPlan)).toEqual([
    true,
    true,
    true,
    true,
    false,
    false,
  ]);
  expect(['release:gate', 'release:gate@b', 'release:gates', 'plug:wash'].map(isGate)).toEqual([true, true, false, false]);
});
