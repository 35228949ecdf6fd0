import { findingKinds } from '../log/reading-fields.js';
import {
  choice,
  day,
  flag,
  id,
  key,
  list,
  name,
  number,
  optional,
  part,
  record,
  text,
  type FieldTable,
  type PartOf,
  type Value,
} from '../plan/fields/field.js';
import { zoneKinds } from '../plan/parts/zone.js';
import { repairMethods } from '../findings/repair-methods.js';
import { releasePrograms } from '../service/release-programs.js';

const place = choice('It is', ['field', ...zoneKinds], 'field');
export type MoldZoneKind = Value<typeof place>;
export const moldZoneKinds = place.choices;

export const moldZoneFields = {
  id,
  name,
  /** Of which section; empty: the mold is one piece */
  section: text('Section', 80, { least: 0, initial: '' }),
  kind: place,
};
/** A place of a mold that is looked at by itself. */
export type MoldZone = PartOf<typeof moldZoneFields>;

const state = choice('State', ['in service', 'resting', 'in repair', 'at customer', 'retired'], 'in service', { 'at customer': 'at the customer' });
export type MoldState = Value<typeof state>;
export const moldStates = state.choices;
export const moldStateWords = state.words;

const plug = choice('Plug', ['not said', 'kept', 'scrapped'], 'not said');
export type PlugFate = Value<typeof plug>;
export const plugFates = plug.choices;

const grade = choice('Condition', ['A', 'B', 'C', 'D'], 'A', {
  A: 'as new',
  B: 'marks that do not show on a part',
  C: 'marks that show on a part',
  D: 'no part before a repair',
});
export type ConditionGrade = Value<typeof grade>;
export const conditionGrades = grade.choices;
export const conditionWords = grade.words;

/** How deep something goes, by the color that shows where two gel coats were laid. */
const depth = choice('Goes', ['release', 'first color', 'second color', 'skin coat', 'bulk'], 'release', {
  release: 'in the release only',
  'first color': 'into the gel coat, first color',
  'second color': 'into the gel coat, second color shows',
  'skin coat': 'through the gel coat, skin coat shows',
  bulk: 'into the laminate',
});
export type FindingDepth = Value<typeof depth>;
export const findingDepths = depth.choices;
export const findingDepthWords = depth.words;

const processes = choice('Process', ['open', 'bagged', 'infused', 'heated'], 'open');
export type PartProcess = Value<typeof processes>;
export const partProcesses = processes.choices;

/** Of finishing a new mold, in the order in which it is done. */
const commissioning = choice('Step', ['wash', 'inspect', 'repairs', 'finish', 'scribes', 'label', 'sealer', 'first coats', 'break-in'], 'wash', {
  wash: 'washed',
  inspect: 'inspected',
  repairs: 'repairs done and cured',
  finish: 'sanded and polished to the wanted gloss',
  scribes: 'trim lines scribed',
  label: 'labeled with number and hand',
  sealer: 'sealed',
  'first coats': 'first coats of release on and cured',
  'break-in': 'break-in pulls done',
});
export type CommissioningStep = Value<typeof commissioning>;
export const commissioningSteps = commissioning.choices;
export const commissioningWords = commissioning.words;

const zoneId = text('Zone', 60);
const count = (label: string) => number(label, 'pulls', [0, 1e6], { whole: true, initial: 0 });
const share = (label: string) => number(label, 'of the drawing', [0, 1]);

/** What else is said of a pull. */
export const pullFields = {
  serial: optional(text('Part’s number or batch', 60)),
  process: optional(processes),
  resin: optional(text('Part’s resin', 80)),
  peakC: optional(number('Peak of the part', '°C', [0, 250], { quantity: 'temperature', digits: 0 })),
  /** As the part was laid: of a heated mold, or one that came warm from the pull before */
  moldC: optional(number('Mold, as it was laid', '°C', [0, 200], { quantity: 'temperature', digits: 0 })),
  /** Ease by zone, 1 fell out to 5 stuck; left out: all as the pull */
  zones: optional(record('Ease by zone', number('Ease', '', [1, 5], { whole: true }))),
  /** Zones with a touch-up right after it */
  touchedUp: optional(list('Touched up', zoneId, { entry: 'zone', most: 60 })),
} satisfies FieldTable;
export type PullDetail = PartOf<typeof pullFields>;

/** What else is said of a treatment. */
export const treatmentDetailFields = {
  /** Left out: the whole mold */
  zones: optional(list('Zones', zoneId, { entry: 'zone', least: 1, most: 60 })),
  /** Steps of the program that were really done */
  steps: optional(list('Done', text('Step', 80), { entry: 'step', most: 20 })),
  coats: optional(number('Coats', 'coats', [1, 20], { whole: true })),
  lot: optional(text('Lot of the agent', 60)),
  /** Whether the last coat had its wait before the next pull */
  waitKept: optional(flag('Cure wait kept')),
} satisfies FieldTable;
export type TreatmentDetail = PartOf<typeof treatmentDetailFields>;

/** What is written in a mold's logbook besides pulls and treatments, each kind with fields of its own. */
export const moldEntryFields = {
  /** How it stood when its record began */
  before: {
    pulls: count('Pulls so far'),
    sinceFull: count('Since the full treatment'),
    sinceCoat: count('Since the last coat'),
    treated: flag('Treated', true),
  },
  facts: {
    customer: optional(text('Customer', 80, { least: 0 })),
    where: optional(text('Place', 80, { least: 0 })),
    plug: optional(plug),
    plugWhere: optional(text('Where the plug is', 80, { least: 0 })),
    made: optional(day('Made on')),
  },
  /** Another number or part from now on */
  named: {
    number: text('Number', 20),
    part: text('Part', 120),
    /** Before */
    fromNumber: optional(text('From number', 20)),
    fromPart: optional(text('From part', 120)),
  },
  state: { state },
  zones: { zones: list('Zones', part('Mold zone', moldZoneFields), { entry: 'zone', least: 1, most: 60 }) },
  program: {
    programId: key('Release program', releasePrograms),
    /** The face was stripped bare before */
    stripped: flag('Stripped bare', false),
    /** The program before */
    fromId: optional(text('From', 60)),
  },
  condition: { grade, zone: optional(zoneId) },
  finding: {
    what: choice('What', findingKinds, 'other'),
    sizeMm: optional(number('Size', 'mm', [0.1, 10000], { quantity: 'thickness' })),
    zone: optional(zoneId),
    depth,
    /** On the section's drawing, across and down; both or none */
    x: optional(share('Across')),
    y: optional(share('Down')),
    photoId: optional(text('Picture', 60)),
    /** The pull after which it was seen */
    pullId: optional(text('Pull', 60)),
  },
  repair: { findingId: text('Finding', 60), methodId: key('Repair', repairMethods) },
  /** A step of a repair that was done, by its number from 0 */
  'repair step': { repairId: text('Repair', 60), step: number('Step', '', [0, 20], { whole: true }) },
  /** Looked at and good: the mold may be used again */
  repaired: { repairId: text('Repair', 60) },
  commissioning: { step: commissioning },
} as const satisfies Readonly<Record<string, FieldTable>>;

type Fields = typeof moldEntryFields;
export type MoldEntryKind = keyof Fields;
/** What is said in an entry of a kind. */
export type MoldEntryData<K extends MoldEntryKind> = PartOf<Fields[K]>;
/** As their names stand in a table. */
export const moldEntryKinds = [
  'before',
  'facts',
  'named',
  'state',
  'zones',
  'program',
  'condition',
  'finding',
  'repair',
  'repair step',
  'repaired',
  'commissioning',
] as const satisfies readonly MoldEntryKind[];
