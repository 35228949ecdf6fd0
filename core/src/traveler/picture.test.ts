import { createHash } from 'node:crypto';
import { evaluatePlan } from '../judging/evaluate-plan.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { lateSteps, layerCautions, planCautions, stepCaution } from '../cautions/cautions.js';
import { byLevel } from '../units/levels.js';
import { kitSheet } from '../kit/kit-sheet.js';
import { takeOff } from '../kit/take-off.js';
import { DEFAULT_DESIGN } from '../plan/parts/mold-design.js';
import { defaultRelease, gateTests } from '../plan/parts/release-plan.js';
import { readinessChecks } from '../plug/readiness.js';
import { releaseSchedule } from '../release/release-schedule.js';
import { growthSvg } from './growth-svg.js';
import { gelTimes } from '../judging/gel-times.js';
import { makeTraveler } from './traveler.js';

const cards = cardLibrary();
const start = { startDate: '2026-12-07', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 90 } };
const staged = planFromTemplate('staged', start);
const short = { ...staged, sessions: staged.sessions.slice(0, 3), demoldMin: 32 * 60 };
interface Tag {
  readonly name: string;
  readonly words: string;
  readonly at: (key: string) => string;
}

/** The picture and its tags; drawn inside each test, so that what is drawn counts there. */
function draw(): { svg: string; heat: Tag[]; frame: Tag[] } {
  const svg = growthSvg(short, evaluatePlan(short, cards), 300, 90);
  const tags = [...svg.matchAll(/<(rect|line|text)([^>]*)>([^<]*)/g)].map(([, name, attributes, words]): Tag => {
    const at = (key: string): string => new RegExp(` ${key}="([^"]*)"`).exec(attributes)?.[1] ?? '';
    return { name, words, at };
  });
  const hot = ({ name, at }: Tag): boolean => name === 'rect' && at('fill') !== '#d9d4c6';
  return { svg, heat: tags.filter(hot), frame: tags.filter((tag) => !hot(tag)) };
}

test('the frame of the picture: steps, plug, windows with their pins, days with their names', () => {
  const { svg, frame } = draw();
  const told = frame.map(({ name, words, at }) =>
    name === 'text'
      ? `${words} @${at('x')},${at('y')} ${at('text-anchor')}`
      : [name, ...['x1', 'y1', 'x2', 'y2', 'x', 'y', 'width', 'height'].map(at).filter(Boolean)].join(' '),
  );
  expect(told).toMatchInlineSnapshot(`
   [
     "line 35.78 60 300 60",
     "line 35.78 60 35.78 90",
     "Gel coat 1 @39.78,78 start",
     "line 86.45 30 300 30",
     "line 86.45 30 86.45 90",
     "Gel coat 2 @83.45,48 end",
     "line 147.26 0 300 0",
     "line 147.26 0 147.26 90",
     "Skin mat @144.26,18 end",
     "rect 0 90 300 14",
     "plug @4,100 ",
     "line 65.06 110 300 110",
     "line 86.45 107.5 86.45 112.5",
     "line 113.2 115 300 115",
     "line 147.26 112.5 147.26 117.5",
     "line 0 0 0 120",
     "Mon 7 Dec @2,133 ",
     "line 264.22 0 264.22 120",
     "Tue 8 Dec @266.22,133 ",
   ]
  `);
  expect(svg.startsWith('<svg xmlns="http://www.w3.org/2000/svg" width="300" height="136" viewBox="0 0 300 136">')).toBe(true);
});

test('the heat: nothing before a layer is laid, nothing outside it, cool paper before and hotter after', () => {
  const { heat } = draw();
  for (const { at } of heat) {
    expect(Number(at('x'))).toBeGreaterThanOrEqual(0);
    expect(Number(at('y'))).toBeGreaterThanOrEqual(0);
    expect(Number(at('y'))).toBeLessThan(90);
    expect(at('width')).toBe('2.3');
  }
  const firstX = Math.min(...heat.map(({ at }) => Number(at('x'))));
  expect(firstX).toBe(36);
  // Looked at once as a picture; another digest wants another look.
  expect(
    createHash('sha256')
      .update(JSON.stringify(heat.map(({ at }) => [at('x'), at('y'), at('height'), at('fill')])))
      .digest('hex')
      .slice(0, 16),
  ).toMatchInlineSnapshot(`"a74df5a8ae6eb32c"`);
});

test('a plan without layers is an empty strip of the width asked for', () => {
  const empty = { ...staged, sessions: [] };
  expect(growthSvg(empty, evaluatePlan(empty, cards), 123.456, 50)).toBe('<svg xmlns="http://www.w3.org/2000/svg" width="123.46" height="20"></svg>');
});

test('a sheet without a release has no timers and no gate', () => {
  const sheet = makeTraveler(staged, cards);
  expect([sheet.timers, sheet.gate]).toEqual([[], []]);
  expect(sheet.plan).toBe(staged);
  expect(sheet.kits.length).toBeGreaterThan(0);
});

test('cautions by resin and way of working, each once, the hot pot last', () => {
  const [gel] = staged.sessions[0].layers;
  const starts = (layer: typeof gel): string[] => layerCautions(layer, cards).map((words) => words.split(':')[0]);
  expect(starts(gel)).toEqual(['Peroxide', 'Styrene', 'Polyester on the skin']);
  expect(starts({ ...gel, cardId: 'epoxy_slow', catalystPct: null })).toEqual(['Epoxy amine']);
  expect(starts({ ...gel, cardId: 'pu_fast', catalystPct: null })).toEqual(['Isocyanate']);
  expect(starts({ ...gel, start: 'tack', application: { method: 'brush', passes: 1, color: '' } })).toEqual([
    'Peroxide',
    'Styrene',
    'Polyester on the skin',
  ]);
  expect(starts({ ...gel, start: 'abraded', application: { method: 'high-pressure gun', passes: 1, color: '' } })).toEqual([
    'Peroxide',
    'Styrene',
    'Polyester on the skin',
    'Sanding dust of glass and resin',
    'Spray',
  ]);
  expect(starts({ ...gel, application: { method: 'roller', passes: 1, color: '' } })).toEqual(['Peroxide', 'Styrene', 'Polyester on the skin']);
  const all = planCautions(staged, cards);
  expect(new Set(all).size).toBe(all.length);
  expect(all.at(-1)).toMatch(/^Lifting/);
});

test('cautions of the steps after laying stand where the plan has such a step', () => {
  const said = (plan: SectionPlan): string[] => lateSteps.filter((step) => stepCaution(step, plan, cards) !== null);
  const always = ['trim', 'grind', 'heat gun', 'demold', 'lift'];
  expect(said(staged)).toEqual(always);
  const design = {
    ...DEFAULT_DESIGN,
    flange: { ...DEFAULT_DESIGN.flange, kind: 'bolted' as const },
    backing: { ...DEFAULT_DESIGN.backing, kind: 'steel' as const },
  };
  expect(said({ ...staged, design })).toEqual(['trim', 'grind', 'drill', 'weld', 'heat gun', 'demold', 'lift']);
  const postCure = { startMin: 6000, rampKPerH: 10, holdC: 45, holdMin: 600 };
  expect(said({ ...staged, postCure })).toEqual(['trim', 'grind', 'oven', 'heat gun', 'demold', 'lift']);
  expect(stepCaution('lift', { ...staged, areaM2: 0.5 }, cards)).not.toMatch(/kg/);
  expect(stepCaution('lift', { ...staged, areaM2: 5 }, cards)).toMatch(/about \d+ kg/);
  expect(planCautions({ ...staged, sessions: [] }, cards)).toHaveLength(1);
});

test('gel of each layer is told from its own laying; what has not gelled is left out', () => {
  const evaluation = evaluatePlan(short, cards);
  const laid = evaluation.result.layers.filter((layer) => !layer.plug);
  expect([...gelTimes(short, evaluation)]).toEqual(
    short.sessions.map(({ layers, startMin }, i) => [layers[0].id, (laid[i].gelS ?? NaN) - startMin * 60]),
  );
  const [first, second] = short.sessions;
  const early = { ...short, sessions: [first, { ...second, startMin: 20 * 60 }], demoldMin: 20 * 60 + 30, climate: { ...short.climate, meanC: 8 } };
  expect([...gelTimes(early, evaluatePlan(early, cards)).keys()]).toEqual(['l1']);
});

test('the sheet holds what the stages hold: pots, kit, take-off, checks, and every objection worst first', () => {
  const release = { ...defaultRelease(1), startMin: -3 * 1440 + 480 };
  const design = { ...DEFAULT_DESIGN, backing: { ...DEFAULT_DESIGN.backing, kind: 'wood' as const, bondMin: 20 * 60 } };
  const planned = { ...short, release, design };
  const sheet = makeTraveler(planned, cards, [{ name: 'the other', hand: 'left' }]);
  expect(sheet.timers).toEqual(releaseSchedule(planned, release, cardLibrary()).timers);
  expect(sheet.gate).toEqual(gateTests(release));
  expect(sheet.mix.map(({ layer }) => layer.id)).toEqual(['l1', 'l2', 'l3']);
  expect(sheet.takeOff).toEqual(takeOff(planned, cards));
  expect(sheet.kits).toEqual(kitSheet(planned, cards));
  expect(sheet.checks).toEqual(readinessChecks(planned, cards));
  const told = sheet.objections.map(({ id }) => id);
  const levels = sheet.objections.map(({ level }) => level);
  expect(levels).toEqual([...levels].sort(byLevel));
  // From the mix, from the simulated frame, from the hand of a sibling: all are there.
  expect(told).toEqual(expect.arrayContaining(['smoke', 'frame-early', 'hand']));
});
