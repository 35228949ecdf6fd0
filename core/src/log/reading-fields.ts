import { choice, flag, list, number, optional, orNull, text, type FieldTable, type PartOf } from '../plan/fields/field.js';

/** A zone by its id; left out: the field, or the whole section. */
const zone = optional(text('Zone', 60));
const share = (label: string): ReturnType<typeof number> => number(label, 'of the picture', [0, 1]);

/** Wet, transfers to a glove, prints but does not transfer, dry to touch, closed. */
export const tackStates = ['wet', 'transfers', 'prints', 'dry', 'closed'] as const;
export type TackState = (typeof tackStates)[number];

export const findingKinds = [
  'wrinkles',
  'pre-release',
  'pinholes',
  'soft gel coat',
  'print-through',
  'chip',
  'blister',
  'crack',
  'warp',
  'sticks',
  'texture',
  'tacky back',
  'dry fiber',
  'run or sag',
  'air under a ply',
  'dirt',
  'other',
] as const;
export type FindingKind = (typeof findingKinds)[number];

/**
 * What is read and written down at a step, each kind with fields of its own: the type, the check, the wire and the form follow from them.
 * Units as the labels say; temperatures in °C as they are read.
 */
export const readingFields = {
  /** One pot as it was weighed */
  pot: {
    cardId: text('Resin', 60),
    resinG: number('Resin', 'g', [1, 100000], { quantity: 'potMass', digits: 0 }),
    hardenerG: number('Hardener', 'g', [0.01, 100000], { quantity: 'potMass', digits: 1 }),
    /** Layer it was mixed for */
    layerId: optional(text('Layer', 60)),
    /** Lots of what is in it */
    lots: list('Lots', text('Lot', 60), { entry: 'lot', most: 6 }),
    /** Thrown away, not poured */
    thrownAway: flag('Thrown away', false),
  },
  /** Gauge on a grid of places */
  film: {
    um: list('Readings', number('Reading', 'µm', [20, 20000], { quantity: 'film' }), { entry: 'reading', least: 1, most: 60 }),
    layerId: optional(text('Layer', 60)),
    zone,
  },
  tack: {
    at: choice('Tried', ['cup', 'flange', 'corner', 'pocket', 'field'], 'flange'),
    state: choice('It is', tackStates, 'transfers', { prints: 'prints, does not transfer', dry: 'dry to touch', closed: 'hard' }),
  },
  temperature: {
    at: choice('Of', ['air', 'drum', 'surface', 'thermocouple'], 'air', { drum: 'the resin in its drum' }),
    tempC: number('Temperature', '°C', [-20, 300], { quantity: 'temperature', digits: 1 }),
    /** Of a thermocouple: the layer it lies in, and where: 0 its bottom, 1 its top */
    layerId: optional(text('Layer', 60)),
    frac: optional(number('Depth', '', [0, 1])),
  },
  humidity: { pct: number('Humidity', '%', [1, 100], { digits: 0 }) },
  photo: {
    photoId: text('Picture', 60),
    /** A place on it; null: none marked */
    x: orNull(share('Mark, across')),
    y: orNull(share('Mark, down')),
    zone,
  },
  finding: {
    what: choice('What', findingKinds, 'other'),
    sizeMm: orNull(number('Size', 'mm', [0.1, 10000], { quantity: 'thickness' })),
    zone,
    photoId: optional(text('Picture', 60)),
    /** On the section's drawing, across and down; both or none */
    x: optional(share('Mark, across')),
    y: optional(share('Mark, down')),
  },
  'release test': {
    test: text('Test', 80),
    zone,
    passed: flag('Passed', true),
  },
  leak: {
    startMbar: number('At the start', 'mbar', [0, 1100], { quantity: 'vacuum' }),
    endMbar: number('At the end', 'mbar', [0, 1100], { quantity: 'vacuum' }),
    minutes: number('Minutes', 'min', [0.5, 240]),
  },
  thickness: {
    mm: list('Readings', number('Reading', 'mm', [0.1, 500], { quantity: 'thickness' }), { entry: 'reading', least: 1, most: 60 }),
    zone,
  },
  mass: { kg: number('Mass', 'kg', [0.01, 20000], { quantity: 'mass' }) },
  'let go': {
    ease: number('How it let go, 1 falls off to 5 fights', '', [1, 5], { whole: true }),
    tools: text('With', 120, { least: 0, initial: '' }),
    marks: text('Marks left', 200, { least: 0, initial: '' }),
    zone,
  },
} as const satisfies Readonly<Record<string, FieldTable>>;

type Fields = typeof readingFields;
export type ReadingKind = keyof Fields;
/** What is said in a reading of a kind. */
export type ReadingOf<K extends ReadingKind> = PartOf<Fields[K]>;

/** Kinds in the order in which a key board offers them. */
export const readingKinds: readonly ReadingKind[] = [
  'pot',
  'film',
  'tack',
  'temperature',
  'humidity',
  'photo',
  'finding',
  'release test',
  'leak',
  'thickness',
  'mass',
  'let go',
];
