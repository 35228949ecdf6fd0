import { choice, day, flag, id, list, name, number, optional, orNull, part, record, text, type PartOf, type Value } from './fields/field.js';
import { initialPart } from './fields/initial.js';
import { infusionFields } from './parts/infusion.js';
import { kitFields } from './parts/kit-plan.js';
import { mixFields } from './parts/mix-plan.js';
import { designFields } from './parts/mold-design.js';
import { patchFields } from './parts/patch-area.js';
import { intakeFields } from './parts/plug-intake.js';
import { releaseFields } from './parts/release-plan.js';
import type { ZoneKind } from './parts/zone.js';

/** Sixty days, the longest plan [min]. */
const LONGEST_MIN = 60 * 24 * 60;

export const laminateFields = {
  plies: number('Plies', 'plies', [1, 60], { whole: true, initial: 1, zeroCode: 'zero-thickness' }),
  /** Areal weight of one ply */
  glassGsm: number('Areal weight', 'g/m²', [20, 3000], { initial: 450, quantity: 'arealWeight' }),
  /** Parts of resin (with filler) per part of glass, by weight */
  resinToGlass: number('Resin to glass', ': 1', [0.5, 8], { initial: 2.4, digits: 2 }),
};

export const layerRole = choice('It is', ['gelcoat', 'barrier', 'skin', 'bulk', 'core'], undefined, { gelcoat: 'gel coat', core: 'paste core' });
export type LayerRole = Value<typeof layerRole>;

export const applyMethods = ['brush', 'roller', 'cup gun', 'high-pressure gun'] as const;
export type ApplyMethod = (typeof applyMethods)[number];

export const applicationFields = {
  method: choice('Put on by', applyMethods, 'brush'),
  passes: number('Passes', 'passes', [1, 12], { initial: 1, whole: true }),
  color: text('Color', 40, { least: 0, initial: '' }),
  /** Until styrene and air have left a sprayed pass */
  flashMin: optional(number('Flash between passes', 'min', [0, 60], { initial: 4, digits: 0 })),
};

export const additionFields = {
  cardId: text('Filler or pigment', 60),
  partsPer100: number('In 100 of resin', 'parts', [0.1, 200], { initial: 2, digits: 1 }),
};
/** What is stirred into a layer's resin before its hardener. */
export type LayerAddition = PartOf<typeof additionFields>;

export const extrasFields = {
  flangePlies: number('Plies more on the flange', 'plies', [0, 20], { initial: 0, whole: true }),
  cornerPlies: number('Plies more in corners', 'plies', [0, 20], { initial: 0, whole: true }),
};

const start = choice('Begins', ['tack', 'washed', 'abraded', 'peel ply', 'flock'], undefined, {
  tack: 'at tack',
  washed: 'cured, washed',
  abraded: 'cured, washed and abraded',
  'peel ply': 'peel ply torn off',
  flock: 'onto flock',
});
/** How a layer begins on what lies below: as it is, or after a preparation. */
export type LayerStart = Value<typeof start>;

const surface = choice('Closes with', ['none', 'additive', 'film', 'veil', 'peel ply', 'flock']);

export const layerFields = {
  id,
  name,
  role: layerRole,
  cardId: text('Resin', 60),
  /** null for fixed-ratio resins */
  catalystPct: orNull(number('Catalyst', '%', [0.2, 5], { digits: 2, code: 'catalyst-out-of-range' })),
  /** Card of its hardener; left out: the usual one of its resin */
  hardenerId: optional(text('Hardener', 60)),
  /** A coat, or a paste core, which may be thicker: `filmRange` */
  wetFilmUm: orNull(number('Wet film', 'µm', [50, 60000], { quantity: 'film', zeroCode: 'zero-thickness' })),
  laminate: orNull(part('Plies', laminateFields)),
  /** Card of the reinforcement; left out: not named */
  fabricId: optional(text('Reinforcement', 60)),
  /** Method, passes to the wet film, and color, so that a sanding depth shows; left out: by the card's usual share */
  application: optional(part('Application', applicationFields)),
  /** Stirred into the resin as it comes from the drum, before the hardener */
  additions: optional(list('Filler and pigment', part('Filler or pigment', additionFields), { entry: 'addition', most: 4 })),
  /** How it begins on what lies below */
  start: optional(start),
  /** What closes its surface, where it is the last ply */
  surface: optional(surface),
  /** Plies more than in the field */
  extras: optional(part('Extra plies', extrasFields)),
};
/** One layer: either a film or plies. */
export type PlanLayer = PartOf<typeof layerFields>;

/** Wet film of a coat, and thickness of a paste core [µm]. */
export const filmRange = {
  coat: { min: 50, max: 3000, unit: 'µm' },
  core: { min: 500, max: 60000, unit: 'µm' },
} as const;

export const sessionFields = {
  id,
  name,
  /** Minutes from 00:00 of day 1 */
  startMin: number('Start', 'min', [0, LONGEST_MIN], { whole: true }),
  /** Left out: as many as are named, else as the plan's mix says */
  people: optional(number('People', 'people', [1, 8], { whole: true })),
  /** Names; left out: those of the plan's mix */
  who: optional(list('Who', text('Name', 60), { entry: 'person', most: 8 })),
  /** Left out: ply over all up to 1.5 m², patch by patch above */
  order: optional(choice('Laid', ['ply over all', 'patch by patch'])),
  patchM2: optional(number('Patch', 'm²', [0.05, 100])),
  /** Minutes of one ply over the whole area; left out: from the labor table; 0: all at once */
  plyMin: optional(number('One ply takes', 'min', [0, 600])),
  /** Of the resin as it comes from its drum; left out: as warm as the shop */
  resinC: optional(number('Resin as laid', '°C', [0, 60], { quantity: 'temperature' })),
  layers: list('Layers', part('Layer', layerFields), { entry: 'layer', least: 1, most: 12 }),
};
/** One spell of laminating. */
export type PlanSession = PartOf<typeof sessionFields>;

export const sealFields = {
  coats: number('Coats', 'coats', [1, 8], { initial: 2, whole: true }),
  /** Before the first thing that it must keep off */
  curedH: number('Cured for', 'h', [0, 500], { initial: 24, digits: 0 }),
  /** The same coats on an offcut, let go cleanly */
  testPatch: flag('Test patch passed', false),
};
/** A hard coat that keeps apart what does not go together. */
export type PlugSeal = PartOf<typeof sealFields>;

export const plugFields = {
  materialId: text('Made of', 60),
  thicknessMm: number('Plug thickness', 'mm', [1, 1000], { quantity: 'thickness' }),
  /** Highest temperature allowed at the plug face */
  heatLimitC: number('Highest at the plug face', '°C', [30, 250], { quantity: 'temperature' }),
  /** What is on it, layer by layer, and what holds it: ids of substances */
  surfaces: optional(list('Surfaces', text('Surface', 60), { entry: 'surface', most: 20 })),
  /** null or left out: what lies under is not sealed */
  seal: optional(orNull(part('Seal', sealFields))),
};
export type PlanPlug = PartOf<typeof plugFields>;

export const heatingFields = {
  dayC: number('By day', '°C', [5, 45], { initial: 20, quantity: 'temperature' }),
  nightC: number('At night', '°C', [0, 45], { initial: 15, quantity: 'temperature' }),
  fromHour: number('Heated from', 'h', [0, 24], { initial: 6 }),
  toHour: number('until', 'h', [0, 24], { initial: 18 }),
  riseKPerH: number('Warms by', 'K/h', [0.2, 20], { initial: 2, quantity: 'ramp', digits: 1 }),
  fallKPerH: number('Cools by', 'K/h', [0.1, 20], { initial: 0.8, quantity: 'ramp', digits: 1 }),
};

const airOrigin = choice('Known by', ['measured', 'forecast'], 'forecast');
export type AirOrigin = Value<typeof airOrigin>;

export const airPointFields = {
  /** Minutes from 00:00 of day 1; it stays at its own moment where the plan is moved to other days */
  atMin: number('At', 'min', [-LONGEST_MIN, LONGEST_MIN], { whole: true }),
  tempC: number('Air', '°C', [-20, 60], { quantity: 'temperature', digits: 1 }),
  humidityPct: optional(number('Humidity', '%', [5, 100], { digits: 0 })),
  from: airOrigin,
};
/** The shop's air at a moment. */
export type AirPoint = PartOf<typeof airPointFields>;

export const climateFields = {
  meanC: number('Shop, mean', '°C', [0, 45], { initial: 20, quantity: 'temperature' }),
  swingC: number('Day and night, ±', 'K', [0, 15], { initial: 1.5, quantity: 'temperatureDifference', digits: 1 }),
  warmestHour: number('Warmest at', 'h', [0, 24], { initial: 15 }),
  /** Over the work */
  fan: flag('Air moved by a fan', false),
  heating: optional(part('Heating', heatingFields)),
  /** In time: what was measured, what is forecast; before and after it the air is as assumed */
  series: optional(list('Air by the hour', part('Air', airPointFields), { entry: 'hour', most: 500 })),
};
/** The shop's air: a cosine about the mean, with heating over it, and what is known by the hour in its place. */
export type PlanClimate = PartOf<typeof climateFields>;

export const hoursFields = {
  opensHour: number('Opens', 'h', [0, 24], { initial: 7 }),
  closesHour: number('Closes', 'h', [0, 24], { initial: 18 }),
  /** Work on Saturday and Sunday too */
  weekends: flag('Weekends', false),
};

export const postCureFields = {
  startMin: number('Oven from', 'min', [0, LONGEST_MIN], { whole: true }),
  rampKPerH: number('Ramp', 'K/h', [1, 100], { initial: 10, quantity: 'ramp' }),
  holdC: number('Hold', '°C', [25, 180], { initial: 45, quantity: 'temperature' }),
  holdMin: number('for', 'min', [10, 5760], { initial: 720, quantity: 'duration' }),
};
/** Warm cure after the last session, on the plug: ramp up from the shop's temperature, hold, and back down as fast. */
export type PlanPostCure = PartOf<typeof postCureFields>;

/** A plan that says nothing about its shape is judged by a meter of panel between two square corners, no pockets. */
export const shapeFields = {
  /** Length of the panel whose bow is judged */
  panelMm: number('Panel', 'mm', [20, 20000], { initial: 1000, quantity: 'thickness' }),
  /** Enclosed angles of the drawn corners, in order along the section */
  cornersDeg: list('Corners', number('Corner', '°', [5, 175], { digits: 0 }), { entry: 'corner', most: 6, initial: [90, 90] }),
  /** In which styrene lies and cure lags */
  pockets: flag('Deep pockets', false),
};
/** What of the mold's shape matters for distortion and for slow places. */
export type PlanShape = PartOf<typeof shapeFields>;
export const DEFAULT_SHAPE: PlanShape = initialPart(shapeFields);

/** Length of the panel whose bow is judged [mm]: what is said, no longer than the mold itself. */
export function judgedPanelMm({ shape, design }: Pick<SectionPlan, 'shape' | 'design'>): number {
  return Math.min((shape ?? DEFAULT_SHAPE).panelMm, design?.longestSideMm ?? Infinity);
}

/** A plan of format 1: one section, and the mold with it. */
export const sectionPlanFields = {
  formatVersion: choice('Format', [1], 1),
  /** Shop time */
  startDate: day('Date of day 1'),
  areaM2: number('Area', 'm²', [0.01, 500], { quantity: 'area' }),
  plug: part('Plug', plugFields),
  climate: part('Climate', climateFields),
  hours: part('Hours', hoursFields),
  sessions: list('Sessions', part('Session', sessionFields), { entry: 'session', most: 40 }),
  /** Minutes from 00:00 of day 1 */
  demoldMin: number('Demolding', 'min', [0, LONGEST_MIN], { whole: true }),
  /** Version of each card the plan was made with, by card id; a card that is missing counts as the newest */
  cardVersions: optional(record('Card versions', number('Version', '', [0, 1e6], { whole: true }))),
  postCure: optional(orNull(part('Post-cure', postCureFields))),
  shape: optional(part('Shape', shapeFields)),
  intake: optional(part('Intake', intakeFields)),
  /** Measured patches; their sum is the area */
  patches: optional(list('Patches', part('Patch', patchFields), { entry: 'patch', most: 60 })),
  design: optional(part('Mold design', designFields)),
  release: optional(part('Release', releaseFields)),
  infusion: optional(orNull(part('Infusion', infusionFields))),
  mix: optional(part('Mix', mixFields)),
  kit: optional(part('Kit', kitFields)),
};

/** Which section of a mold of several is looked at; left out: the mold has but one stack. */
export interface SectionInView {
  readonly id: string;
  readonly name: string;
  /** Parting lines at which it is laid against its neighbor's flange */
  readonly laidAgainst: readonly string[];
}

/** A zone that a section is looked at in; left out: the field. */
export interface ZoneInView {
  readonly id: string;
  readonly name: string;
  readonly kind: ZoneKind;
  /** Of the section's area [-] */
  readonly areaShare: number;
  /** Plies of each layer in the field, by which the crew's time goes; a layer that is left out here has an entry too */
  readonly field: SectionPlan;
  /** Cure takes so many times as long; null: by the card of each resin */
  readonly slow: number | null;
}

/** A zone that takes plies more than the field. */
export interface MoreZone {
  readonly id: string;
  readonly name: string;
  readonly kind: ZoneKind;
  readonly areaM2: number;
  /** Plies more by layer */
  readonly plies: ReadonlyMap<string, number>;
}

/**
 * One section as the rules see it, with what it shares with its mold. Plans of format 1 had this form, and `readPlan` lifts them;
 * `sectionOf` and `withSection` go to and fro between it and a plan.
 */
export type SectionPlan = PartOf<typeof sectionPlanFields> & {
  readonly zone?: ZoneInView;
  readonly section?: SectionInView;
  /** Zones that have plies more besides flange and corners, which layers say as extras; left out: none */
  readonly moreZones?: readonly MoreZone[];
};
