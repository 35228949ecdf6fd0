import { asBuilt } from '../bench/as-built.js';
import { evaluateMold } from '../judging/evaluate-mold.js';
import type { StepEntry, WireEntry } from '../log/entry.js';
import { cardText } from '../materials/material-card.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { planOf } from '../plan/lift-plan.js';
import type { PlanDocument, PlanSection } from '../plan/plan-document.js';
import type { PlanLayer } from '../plan/section-plan.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { stepsOfEvaluated } from '../steps/mold-steps.js';
import { logLine } from '../test-support/log-lines.js';
import { builtEvidence, type LotOfPot } from './built-evidence.js';
import type { EvidenceId } from './evidence.js';

const cards = cardLibrary();
const view = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 80 } });
const base = planOf({ ...view, climate: { ...view.climate, swingC: 0, meanC: 20 } });
const zones: PlanSection['zones'] = [
  { id: 'pocket', name: 'Pocket', kind: 'deep pocket', layers: [] },
  { id: 'edge', name: 'Edge', kind: 'outside corner', layers: [] },
  { id: 'wall', name: 'Wall', kind: 'steep wall', layers: [] },
];
const plan: PlanDocument = { ...base, sections: [{ ...base.sections[0], zones }] };
const steps = stepsOfEvaluated(plan, cards, evaluateMold(plan, cards));
const [section] = plan.sections;
const [gelSession, nextSession] = section.sessions;
const [gel] = gelSession.layers;
const ZERO = Date.UTC(2026, 10, 30);
const minuteOf = (iso: string): number => (Date.parse(iso) - ZERO) / 60000;
const line = (minute: number, stepId: string, kind: WireEntry['kind'], data: unknown = null): StepEntry =>
  logLine(kind, data, { stepId, at: new Date(ZERO + minute * 60000).toISOString() });

interface Asked {
  readonly sectionId?: string | null;
  readonly zoneId?: string | null;
  readonly of?: PlanDocument;
  readonly lots?: readonly LotOfPot[];
}
function all(entries: StepEntry[], { sectionId = null, zoneId = null, of = plan, lots = [] }: Asked = {}) {
  const planned = of === plan ? steps : stepsOfEvaluated(of, cards, evaluateMold(of, cards));
  const built = asBuilt({ plan: of, steps: planned, entries, minuteOf, nowMin: 0 });
  return builtEvidence({ plan: of, cards, entries, built, sections: evaluateMold(built.plan, cards), minuteOf, lots, sectionId, zoneId });
}
const so = (id: EvidenceId, entries: StepEntry[], asked: Asked = {}): boolean | null | undefined =>
  all(entries, asked).find((one) => one.id === id)?.so;

const laySteps = (sessionId: string) => steps.filter((step) => step.sessionId === sessionId && step.kind === 'lay');
/** A session laid from a minute on. */
const laid = (sessionId: string, from: number): StepEntry[] => {
  const plies = laySteps(sessionId);
  const [{ startMin }] = plies;
  return plies.flatMap((step) => [line(from + step.startMin - startMin, step.id, 'started'), line(from + step.endMin - startMin, step.id, 'done')]);
};
const gelStep = laySteps(gelSession.id)[0].id;
const gelAt = gelSession.startMin;
const withLayer = (changed: (layer: PlanLayer) => PlanLayer): PlanDocument => ({
  ...plan,
  sections: [{ ...section, sessions: section.sessions.map((session) => ({ ...session, layers: session.layers.map(changed) })) }],
});

test('an empty log: nothing of the building is known, and each says what is missing', () => {
  const empty = all([]).filter(({ from }) => from !== 'plan');
  expect(empty.every((one) => one.so === null)).toBe(true);
  expect(empty.every((one) => one.line !== '')).toBe(true);
});

test('film: the readings of the zone where there are some, else those of the section', () => {
  const film = (um: number[], zone?: string) => line(gelAt + 5, gelStep, 'film', { um, ...(zone ? { zone } : {}) });
  const coat = cards.resins.get(gel.cardId)?.limits.sheet.coatUm ?? { least: null, most: null };
  const [least, most] = [coat.least ?? 400, coat.most ?? 1000];
  expect(so('thin film', [film([least])])).toBe(false);
  expect(so('thin film', [film([least - 1])])).toBe(true);
  expect(so('thick film', [film([most])])).toBe(false);
  expect(so('thick film', [film([most + 1])])).toBe(true);
  const both = [film([least - 100], 'edge'), film([least + 50], 'pocket')];
  expect(so('thin film', both, { zoneId: 'edge' })).toBe(true);
  expect(so('thin film', both, { zoneId: 'pocket' })).toBe(false);
  expect(so('thin film', both, { zoneId: 'wall' })).toBeNull();
});

test('the next layer too early, in its window, too late', () => {
  const windows = (minutes: number) => [...laid(gelSession.id, gelAt), ...laid(nextSession.id, gelAt + minutes)];
  const planned = nextSession.startMin - gelSession.startMin;
  expect([so('laid early', windows(planned)), so('laid late', windows(planned))]).toEqual([false, false]);
  expect([so('laid early', windows(20)), so('laid late', windows(20))]).toEqual([true, false]);
  expect([so('laid early', windows(4 * 1440)), so('laid late', windows(4 * 1440))]).toEqual([false, true]);
});

test('heat: a thermocouple over the card’s limit, or the build as it went', () => {
  const most = cards.resins.get(nextSession.layers[0].cardId)?.limits.maxLaminateC ?? NaN;
  const read = (tempC: number) => line(gelAt + 5, laySteps(nextSession.id)[0].id, 'temperature', { at: 'thermocouple', tempC });
  expect(so('hot peak', [...laid(gelSession.id, gelAt), read(most)])).toBe(false);
  expect(so('hot peak', [read(most + 1)])).toBe(true);
});

test('cold and damp: the coldest and dampest reading', () => {
  const least = cards.resins.get(gel.cardId)?.limits.shopMinC ?? NaN;
  const air = (tempC: number) => line(gelAt, gelStep, 'temperature', { at: 'air', tempC });
  expect([so('cold shop', [air(least)]), so('cold shop', [air(least), air(least - 0.5)])]).toEqual([false, true]);
  const damp = (pct: number) => so('damp air', [line(gelAt, gelStep, 'humidity', { pct })]);
  expect([damp(69), damp(70)]).toEqual([false, true]);
});

test('pots: their ratio and their lots', () => {
  const typical = gel.catalystPct ?? NaN;
  const pot = (pct: number, lots: string[] = []) =>
    line(gelAt, gelStep, 'pot', { cardId: gel.cardId, resinG: 1000, hardenerG: 10 * pct, lots, thrownAway: false });
  expect([so('ratio off', [pot(typical)]), so('ratio off', [pot(typical * 1.05)]), so('ratio off', [pot(typical * 1.2)])]).toEqual([
    false,
    false,
    true,
  ]);
  const lot = (expires: string): LotOfPot => ({
    id: 'l',
    number: 'G-7',
    received: '2026-01-01',
    opened: null,
    expires,
    store: 'cool',
    usedUp: true,
    shelfLifeDays: null,
  });
  expect(so('old lot', [pot(typical, ['l'])], { lots: [lot('2027-06-01')] })).toBe(false);
  expect(so('old lot', [pot(typical, ['l'])], { lots: [lot('2026-12-05')] })).toBe(true);
  expect(so('old lot', [pot(typical)])).toBeNull();
});

test('release tests: of the zone, passed, not passed, none', () => {
  const tried = (passed: boolean, zone?: string) => line(gelAt - 60, 'release', 'release test', { test: 'Tape', passed, ...(zone ? { zone } : {}) });
  expect(so('release test failed', [tried(false, 'pocket')], { zoneId: 'pocket' })).toBe(true);
  expect(so('release test failed', [tried(true, 'pocket')], { zoneId: 'pocket' })).toBe(false);
  expect(so('release not tested', [tried(true, 'edge')], { zoneId: 'pocket' })).toBe(true);
  expect(so('release not tested', [tried(true, 'pocket')], { zoneId: 'pocket' })).toBe(false);
  expect(so('release not tested', [tried(true)], { zoneId: 'pocket' })).toBe(false);
});

test.each([
  ['pocket or corner', 'pocket'],
  ['outside corner', 'edge'],
  ['steep wall', 'wall'],
] as const)('%s: by the kind of its zone', (id, zoneId) => {
  expect(so(id, [], { zoneId })).toBe(true);
  expect(so(id, [], { zoneId: zones.find((zone) => zone.id !== zoneId)?.id ?? null })).toBe(false);
  expect(so(id, [])).toBeNull();
  // In the field of a section, which is no such place.
  expect(so(id, [], { sectionId: section.id })).toBe(false);
});

test('binder: a powder-bound mat in epoxy, and not in polyester', () => {
  const powder = [...cards.sheets.values()].find((sheet) => cardText(sheet, 'binder')?.startsWith('styrene-soluble'))?.id ?? '';
  expect(powder).not.toBe('');
  const named = withLayer((layer) => (layer.laminate ? { ...layer, fabricId: powder } : layer));
  expect(so('wrong binder', [], { of: named })).toBe(false);
  const epoxy = [...cards.resins.values()].find(({ family }) => family.startsWith('epoxy'))?.id ?? '';
  const inEpoxy = withLayer((layer) => (layer.laminate ? { ...layer, fabricId: powder, cardId: epoxy, catalystPct: null } : layer));
  expect(so('wrong binder', [], { of: inEpoxy })).toBe(true);
});

test('first bulk session: over four millimeters at once is heavy', () => {
  const plies = (count: number) =>
    withLayer((layer) => (layer.role === 'bulk' && layer.laminate ? { ...layer, laminate: { ...layer.laminate, plies: count } } : layer));
  expect(so('thick first session', [], { of: plies(1) })).toBe(false);
  expect(so('thick first session', [], { of: plies(6) })).toBe(true);
});

test('tack tries: one is enough, none after two sessions is told', () => {
  const two = [...laid(gelSession.id, gelAt), ...laid(nextSession.id, nextSession.startMin)];
  expect(so('no tack try', two)).toBe(true);
  expect(so('no tack try', [...two, line(nextSession.startMin - 5, gelStep, 'tack', { at: 'flange', state: 'prints' })])).toBe(false);
  expect(so('no tack try', laid(gelSession.id, gelAt))).toBeNull();
});

test('skin: hard before bulk went on, or not', () => {
  const skinAt = section.sessions.findIndex(({ layers }) => layers.at(-1)?.role === 'skin');
  const [skin, bulk] = [section.sessions[skinAt], section.sessions[skinAt + 1]];
  const until = section.sessions.slice(0, skinAt + 1).flatMap(({ id, startMin }) => laid(id, startMin));
  expect(so('skin not hard', [...until, ...laid(bulk.id, skin.startMin + 30)])).toBe(true);
  expect(so('skin not hard', [...until, ...laid(bulk.id, skin.startMin + 3 * 1440)])).toBe(false);
});

test('demolded early: under nine tenths of the planned hours after the last session', () => {
  const last = section.sessions[section.sessions.length - 1];
  const wanted = plan.demolds[0].atMin - last.startMin;
  const off = (share: number) => so('demolded early', [line(last.startMin + share * wanted, 'demold', 'let go', { ease: 2, tools: '', marks: '' })]);
  expect([off(1), off(0.91), off(0.89)]).toEqual([false, false, true]);
});

test('resin of the laminate: under 85 % of what was planned is dry', () => {
  const layer = section.sessions.flatMap(({ layers }) => layers).find(({ laminate }) => laminate !== null);
  if (!layer?.laminate) throw new Error('no laminate');
  const step = steps.find(({ layerId, kind }) => layerId === layer.id && kind === 'lay')?.id ?? '';
  const wanted = layer.laminate.plies * layer.laminate.glassGsm * layer.laminate.resinToGlass * section.areaM2;
  const mixed = (share: number) =>
    so('little resin', [
      line(gelAt, step, 'pot', { cardId: layer.cardId, resinG: share * wanted, hardenerG: 0.01, layerId: layer.id, lots: [], thrownAway: false }),
    ]);
  expect([mixed(1), mixed(0.86), mixed(0.84)]).toEqual([false, false, true]);
});

test('the back: closed with something or not, where the resin needs it', () => {
  const closes = (surface: PlanLayer['surface']) => withLayer((layer) => ({ ...layer, surface }));
  expect([so('open back', [], { of: closes('film') }), so('open back', [], { of: closes('none') })]).toEqual([false, true]);
});

test('leak test: the last one counts', () => {
  const leak = (drop: number) => line(gelAt, 'build', 'leak', { startMbar: 10, endMbar: 10 + drop, minutes: 10 });
  expect([so('vacuum leaked', [leak(5)]), so('vacuum leaked', [leak(6)]), so('vacuum leaked', [leak(40), leak(2)])]).toEqual([false, true, false]);
});
