import { changeLayer, withPatches, withPostCure } from '../plan/edit-plan.js';
import { DEFAULT_INFUSION } from '../plan/parts/infusion.js';
import { DEFAULT_KIT } from '../plan/parts/kit-plan.js';
import { DEFAULT_MIX } from '../plan/parts/mix-plan.js';
import { DEFAULT_DESIGN, type MoldDesign, type PullFace } from '../plan/parts/mold-design.js';
import type { Patch, PatchForm } from '../plan/parts/patch-area.js';
import { DEFAULT_INTAKE, type PlugIntake } from '../plan/parts/plug-intake.js';
import { defaultRelease, type ReleasePlan } from '../plan/parts/release-plan.js';
import type { PlanLayer, SectionPlan } from '../plan/section-plan.js';
import { planFromTemplate, stackTemplates } from '../plan/stack-templates.js';
import { plugReleasePrograms } from '../materials/release-steps.js';

const patch = (id: string, form: PatchForm, place: Patch['place'] = 'flat', count = 1): Patch => ({ id, name: id, place, count, form });

/** Every shape and kind of place that a plug is measured by. */
export const everyPatch: readonly Patch[] = [
  patch('bottom', { shape: 'flat', lengthMm: 1400, widthMm: 700 }),
  patch('wall', { shape: 'flat', lengthMm: 900, widthMm: 120 }, 'vertical', 2),
  patch('bend', { shape: 'cylinder', radiusMm: 60, arcDeg: 90, lengthMm: 900 }, 'inside corner', 2),
  patch('nose', { shape: 'cylinder', radiusMm: 30, arcDeg: 180, lengthMm: 700 }, 'outside corner'),
  patch('funnel', { shape: 'cone', radiusMm: 120, topRadiusMm: 60, heightMm: 150, arcDeg: 360 }, 'deep pocket'),
  patch('cap', { shape: 'dome', radiusMm: 220, heightMm: 150 }),
  patch('deep cap', { shape: 'dome', radiusMm: 150, heightMm: 220 }),
  patch('edge', { shape: 'flange strip', lengthMm: 4200, widthMm: 70 }),
];

const face = (id: string, more: Partial<PullFace>): PullFace => ({ id, name: id, draftDeg: 5, depthMm: 100, undercutMm: 0, radiusMm: 8, ...more });

const split: MoldDesign = {
  ...DEFAULT_DESIGN,
  longestSideMm: 1600,
  targetMm: 9,
  sections: [
    { id: 'a', name: 'Left' },
    { id: 'b', name: 'Right' },
  ],
  partings: [{ id: 'p', name: 'Keel', firstSectionId: 'a', secondSectionId: 'b', lengthMm: 1500 }],
  flange: { ...DEFAULT_DESIGN.flange, kind: 'bolted', widthMm: 40, filletMm: 0 },
  faces: [
    face('steep', { draftDeg: 0.2, depthMm: 400 }),
    face('back', { draftDeg: -1 }),
    face('hook', { undercutMm: 4 }),
    face('sharp', { radiusMm: 2 }),
  ],
  backing: { kind: 'steel', spacingMm: 900, softStrips: false, bondMin: 2900 },
  loadKPa: 4,
  sagMm: 0.4,
};

const start = { startDate: '2026-11-30', areaM2: 1.3, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 75 } };
const of = (school: string, change: Partial<SectionPlan> = {}): SectionPlan => ({ ...planFromTemplate(school, start), ...change });

const release = (more: Partial<ReleasePlan>): ReleasePlan => ({ ...defaultRelease(1.3), ...more });
const intake = (more: Partial<PlugIntake>): PlugIntake => ({ ...DEFAULT_INTAKE, ...more });
const layers = (plan: SectionPlan, change: (layer: PlanLayer, i: number) => PlanLayer): SectionPlan => {
  let at = 0;
  return { ...plan, sessions: plan.sessions.map((session) => ({ ...session, layers: session.layers.map((layer) => change(layer, at++)) })) };
};

const staged = of('staged');
const shop = staged.climate;

/** Plans of many kinds, good and bad, by name: what the rules are held to, answer by answer. */
export const manyPlans: readonly (readonly [name: string, plan: SectionPlan])[] = [
  ...stackTemplates.map(({ id }) => [`school ${id}`, of(id)] as const),
  ['measured', withPatches(of('staged', { kit: { ...DEFAULT_KIT, overlapMm: 60, longestPieceMm: 900, edge: 'cut' } }), everyPatch)],
  [
    'measured, with more on flange and in corners',
    changeLayer(withPatches(of('staged', { kit: { ...DEFAULT_KIT, rollWidthMm: 1000, wastePct: 15 } }), everyPatch), 'l4', {
      extras: { flangePlies: 2, cornerPlies: 1 },
    }),
  ],
  ['split badly', { ...of('staged', { design: split, intake: intake({ hand: 'left', use: 'infused', partThicknessMm: 6, accuracyMm: 0.3 }) }) }],
  [
    'split, framed late on soft strips',
    of('staged', {
      design: {
        ...split,
        marked: true,
        flange: { ...split.flange, kind: 'infused', widthMm: 130 },
        backing: { ...split.backing, softStrips: true, bondMin: 6000 },
      },
    }),
  ],
  ['direct', of('pu-dough', { design: { ...DEFAULT_DESIGN, direct: true } })],
  ['over an offset', of('low-profile', { design: { ...DEFAULT_DESIGN, offset: { partMm: 4, clearanceMm: 2, sheetMm: 1.5 } }, release: release({}) })],
  ['bonded frame of wood', of('low-profile', { design: { ...DEFAULT_DESIGN, backing: { ...DEFAULT_DESIGN.backing, kind: 'wood' } } })],
  ...plugReleasePrograms.map(
    ({ id }, i) =>
      [
        `released by ${id}`,
        of('staged', {
          intake: intake({
            holes: i,
            coarsestGrit: 80 + 60 * i,
            finish: i % 2 === 0 ? 'gloss' : 'satin',
            back: i % 2 === 0 ? 'open' : 'ribbed',
            hardware: i === 1 ? 'inserts' : '',
          }),
          release: release({
            newSurface: i % 2 === 0,
            humidityPct: 30 + 15 * i,
            zones: [
              { id: 'plug', name: 'Plug', areaM2: 0.7, programId: id, already: i % 2 === 0 ? 'bare' : 'wax' },
              { id: 'rim', name: 'Rim', areaM2: 0.4, programId: 'paste-wax', already: 'semi-permanent' },
            ],
          }),
        }),
      ] as const,
  ),
  [
    'a gate signed in part',
    of('staged', {
      intake: intake({ done: [{ id: 'wash', doneMin: -600, by: 'Ada' }], heatedToC: 60 }),
      release: release({ passed: [{ id: 'dust', by: 'Ada' }] }),
    }),
  ],
  ['a gate overruled', of('staged', { release: release({ startMin: 300, override: { by: 'Ada', reason: 'a trial' } }) })],
  [
    'a neighbor’s flange released',
    of('staged', {
      design: split,
      release: release({ zones: [...release({}).zones, { id: 'flange-p', name: 'Flange', areaM2: 0.1, programId: 'wax-film', already: 'bare' }] }),
    }),
  ],
  ...['pu_foam', 'plaster', 'abs', 'cured_frp', 'aluminium'].map(
    (materialId, i) => [`on ${materialId}`, of(i % 2 === 0 ? 'staged' : 'epoxy', { plug: { ...start.plug, materialId } })] as const,
  ),
  [
    'on sealed foam',
    of('staged', {
      plug: {
        ...start.plug,
        materialId: 'pu_foam',
        surfaces: ['primer_two_pack', 'wax_fillet', 'release_wax'],
        seal: { coats: 3, curedH: 48, testPatch: true },
      },
    }),
  ],
  [
    'on foam sealed too little',
    of('staged', { plug: { ...start.plug, materialId: 'pu_foam', surfaces: ['shellac'], seal: { coats: 1, curedH: 2, testPatch: false } } }),
  ],
  ['cold', of('staged', { climate: { ...shop, meanC: 13 } })],
  ['hot, with a fan', of('low-profile', { climate: { ...shop, meanC: 29, fan: true } })],
  ['all at once', of('staged', { sessions: staged.sessions.map((session) => ({ ...session, plyMin: 0 })) })],
  [
    'one person, patch by patch',
    of('staged', {
      areaM2: 4,
      sessions: staged.sessions.map((session) => ({ ...session, people: 1, order: 'patch by patch' as const, patchM2: 0.8 })),
    }),
  ],
  [
    'sprayed',
    layers(of('staged', { mix: { ...DEFAULT_MIX, gunKgPerMin: 0.4, people: 3 } }), (layer) =>
      layer.wetFilmUm === null ? layer : { ...layer, application: { method: 'cup gun', passes: 3, color: 'black' } },
    ),
  ],
  ['by volume, small cups', of('epoxy', { mix: { ...DEFAULT_MIX, measure: 'volume', containersG: [250, 500], scaleG: 5 } })],
  ['one hand on a fast resin', of('pu-dough', { areaM2: 5, mix: { ...DEFAULT_MIX, people: 1, containersG: [5000] } })],
  ['too hot with catalyst', layers(staged, (layer) => (layer.catalystPct === null ? layer : { ...layer, catalystPct: layer.catalystPct * 1.4 }))],
  [
    'thin films and fat laminates',
    layers(staged, (layer, i) =>
      layer.laminate
        ? { ...layer, laminate: { ...layer.laminate, plies: i === 3 ? 9 : 1, resinToGlass: i === 4 ? 1.2 : 4 } }
        : { ...layer, wetFilmUm: i === 0 ? 150 : 1500 },
    ),
  ],
  ['begun every way', layers(staged, (layer, i) => ({ ...layer, start: (['tack', 'washed', 'abraded', 'peel ply', 'flock'] as const)[i % 5] }))],
  [
    'closed every way',
    layers(staged, (layer, i) => ({ ...layer, surface: (['none', 'additive', 'film', 'veil', 'peel ply', 'flock'] as const)[(i + 1) % 6] })),
  ],
  ['every session at one hour', of('staged', { sessions: staged.sessions.map((session, i) => ({ ...session, startMin: 480 + i * 30 })) })],
  [
    'late sessions at night',
    of('staged', { sessions: staged.sessions.map((session, i) => ({ ...session, startMin: 22 * 60 + i * 2 * 1440 })), demoldMin: 16 * 1440 }),
  ],
  ['deep pockets', of('staged', { shape: { panelMm: 1500, cornersDeg: [60, 120], pockets: true } })],
  ['infused, not tested', { ...of('infused'), infusion: { ...DEFAULT_INFUSION, dropMbar: null } }],
  ['infused through a leak, far', { ...of('infused'), infusion: { ...DEFAULT_INFUSION, dropMbar: 25, flowLengthMm: 3000, meshId: null } }],
  ['infused, tight', { ...of('infused'), infusion: { ...DEFAULT_INFUSION, dropMbar: 2, flowLengthMm: 200 } }],
  ['post-cured on the plug', withPostCure(of('epoxy'), { startMin: of('epoxy').demoldMin - 600, rampKPerH: 8, holdC: 50, holdMin: 480 })],
  ['post-cured too fast and too hot', withPostCure(of('epoxy'), { startMin: of('epoxy').demoldMin - 2000, rampKPerH: 60, holdC: 90, holdMin: 480 })],
  ['demolded at once', of('staged', { demoldMin: (staged.sessions.at(-1)?.startMin ?? 0) + 120 })],
  ['nothing laid', of('staged', { sessions: [] })],
];
