import { cardLibrary } from '../plan/built-in-library.js';
import { evaluatePlan } from '../judging/evaluate-plan.js';
import { planFromTemplate, stackTemplates } from '../plan/stack-templates.js';
import { defaultRelease } from '../plan/parts/release-plan.js';
import { potLookup } from '../mix/mix-sheet.js';
import { layerCautions, planCautions } from '../cautions/cautions.js';
import { growthSvg } from './growth-svg.js';
import { gelTimes } from '../judging/gel-times.js';
import { makeTraveler } from './traveler.js';

const cards = cardLibrary();
const look = potLookup();
const start = { startDate: '2026-12-07', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 90 } };

/** Tags of a picture open and close, and every number in it is one. */
function wellFormed(svg: string): void {
  const open: string[] = [];
  for (const [, closing, name, rest] of svg.matchAll(/<(\/?)([a-z]+)([^>]*)>/g)) {
    if (closing === '/') expect(open.pop()).toBe(name);
    else if (!rest.endsWith('/')) open.push(name);
    expect(rest).not.toMatch(/NaN|undefined|Infinity/);
  }
  expect(open).toEqual([]);
}

test.each(stackTemplates.map(({ id }) => id))('the sheet of school %s has everything of every session', (id) => {
  const plan = { ...planFromTemplate(id, start), release: { ...defaultRelease(1), startMin: -3 * 1440 + 480 } };
  const traveler = makeTraveler(plan, cards, [], look);
  expect(traveler.mix.flatMap(({ layers }) => layers.map(({ id }) => id))).toEqual(
    plan.sessions.flatMap(({ layers }) => layers.map((layer) => layer.id)),
  );
  expect(traveler.timers).toHaveLength(9);
  expect(traveler.gate.length).toBeGreaterThan(3);
  expect(traveler.takeOff.length).toBeGreaterThan(2);
  const svg = growthSvg(plan, traveler.evaluation, 500, 140);
  wellFormed(svg);
  for (const { layers } of plan.sessions) for (const { name } of layers) expect(svg).toContain(`>${name}<`);
});

test('a layer’s name cannot break the picture, and an empty plan has one too', () => {
  const plan = planFromTemplate('staged', start);
  const [first, ...rest] = plan.sessions;
  const evil = { ...plan, sessions: [{ ...first, layers: [{ ...first.layers[0], name: '<script>&"' }] }, ...rest] };
  const svg = growthSvg(evil, evaluatePlan(evil, cards), 400, 100);
  wellFormed(svg);
  expect(svg).not.toContain('<script');
  const empty = { ...plan, sessions: [] };
  wellFormed(growthSvg(empty, evaluatePlan(empty, cards), 400, 100));
});

test('gel follows laying, later in a colder shop', () => {
  const plan = planFromTemplate('staged', start);
  const at = (meanC: number): Map<string, number> => {
    const here = { ...plan, climate: { ...plan.climate, meanC } };
    return gelTimes(here, evaluatePlan(here, cards));
  };
  const [warm, cold] = [at(24), at(18)];
  expect([...warm.keys()]).toEqual(['l1', 'l2', 'l3', 'l4', 'l5']);
  for (const [id, s] of warm) {
    expect(s).toBeGreaterThan(60);
    expect(cold.get(id) ?? 0).toBeGreaterThan(s);
  }
});

describe('cautions stand where the hazard is', () => {
  const of = (id: string): string => planCautions(planFromTemplate(id, start), cards).join(' ');
  test('peroxide and styrene with polyester, amine with epoxy, isocyanate with polyurethane, and only there', () => {
    expect(of('staged')).toMatch(/Peroxide.*Styrene/);
    expect(of('staged')).not.toMatch(/Isocyanate|amine/);
    expect(of('epoxy')).toMatch(/amine.*never more hardener/);
    expect(of('epoxy')).not.toMatch(/Peroxide|Styrene/);
    expect(of('pu-dough')).toMatch(/Isocyanate/);
  });
  test('spraying and abrading bring their own', () => {
    const [layer] = planFromTemplate('staged', start).sessions[0].layers;
    expect(layerCautions({ ...layer, application: { method: 'cup gun', passes: 2, color: '' } }, cards).join()).toMatch(/supplied air/);
    expect(layerCautions({ ...layer, start: 'abraded' }, cards).join()).toMatch(/respirator/);
    expect(layerCautions(layer, cards).join()).not.toMatch(/supplied air|respirator/);
  });
});
