import { zonesOfPlan, type MoldSaying, type MoldZone, type PullDetail, type TreatmentDetail } from '@pentimento/core/mold';
import type { PlanDocument } from '@pentimento/core/plan';
import type { DemoRecord } from './demo-molds.js';
import type { Seeded } from './seeded.js';

/** A line of a mold's logbook, so many hours before the demo's today. */
export interface DemoEntry {
  readonly key: string;
  readonly hoursBefore: number;
  readonly by: string;
  readonly saying: (ids: ReadonlyMap<string, string>) => MoldSaying;
  readonly note?: string;
}

const zone = (id: string, name: string, kind: MoldZone['kind'], section = ''): MoldZone => ({ id, name, kind, section });
const YEARS_H = 740 * 24;

/** Places of the molds that came from no plan. */
const ZONES: Readonly<Record<string, readonly MoldZone[]>> = {
  'Slide chute': [
    zone('floor', 'Chute', 'field'),
    zone('rim', 'Rims', 'flange'),
    zone('walls', 'Side walls', 'steep wall'),
    zone('run-out', 'Run-out corner', 'inside corner'),
  ],
  'Sauna bath tub': [
    zone('floor', 'Floor', 'field'),
    zone('rim', 'Rim', 'flange'),
    zone('deep', 'Deep end', 'deep pocket'),
    zone('walls', 'Walls', 'steep wall'),
    zone('corners', 'Floor corners', 'inside corner'),
  ],
  'Weather radar petal': [zone('petal', 'Petal', 'field'), zone('seam', 'Seam flanges', 'flange'), zone('tip', 'Tip', 'outside corner')],
  'Plinth cover': [zone('faces', 'Faces', 'field'), zone('edges', 'Edges', 'outside corner'), zone('rim', 'Rim', 'flange')],
  'Slide chute, short': [zone('floor', 'Chute', 'field'), zone('rim', 'Rims', 'flange'), zone('lip', 'Lip', 'outside corner')],
  'Radar petal, test piece': [zone('petal', 'Petal', 'field'), zone('seam', 'Seam flanges', 'flange')],
  'Aerofoil block, first': [
    zone('top', 'Upper face', 'field', 'Upper'),
    zone('bottom', 'Lower face', 'field', 'Lower'),
    zone('nose', 'Nose', 'outside corner', 'Upper'),
  ],
};

export const demoZones = (part: string, plan: PlanDocument | null): readonly MoldZone[] => ZONES[part] ?? (plan ? zonesOfPlan(plan) : []);

const PLACES = ['Bay 1', 'Bay 2', 'Bay 3', 'Container', 'By the booth'] as const;
const CUSTOMERS: Readonly<Record<string, string>> = {
  'Beehive roof': 'Heathland Apiaries',
  'Slide chute': 'Skerry Playgrounds',
  'Slide chute, short': 'Skerry Playgrounds',
  'Sauna bath tub': 'Birch Saunas',
  'Weather radar petal': 'Skylark Weather',
  'Radar petal, test piece': 'Skylark Weather',
  'Plinth cover': 'Shore Museum',
  'Aerofoil block, first': 'Tern Technical School',
};

/** The zone that gives trouble where one does. */
const HARD = new Map([
  ['Sauna bath tub', 'deep'],
  ['Slide chute', 'run-out'],
]);

/** Everything that is said of a mold besides its pulls and treatments. */
export function demoEntries(part: string, zones: readonly MoldZone[], index: number, plugKept: boolean): DemoEntry[] {
  const begun: DemoEntry[] = [
    { key: 'zones', hoursBefore: YEARS_H, by: 'ada', saying: () => ({ kind: 'zones', data: { zones: zones.map((one) => ({ ...one })) } }) },
    {
      key: 'facts',
      hoursBefore: YEARS_H - 1,
      by: 'ada',
      saying: () => ({
        kind: 'facts',
        data: {
          customer: CUSTOMERS[part] ?? '',
          where: PLACES[index % PLACES.length],
          plug: plugKept ? 'kept' : 'scrapped',
          ...(plugKept ? { plugWhere: 'loft' } : {}),
        },
      }),
    },
  ];
  return [...begun, ...(MORE[part] ?? [])];
}

const found = (key: string, hoursBefore: number, by: string, data: Extract<MoldSaying, { kind: 'finding' }>['data'], note = ''): DemoEntry => ({
  key,
  hoursBefore,
  by,
  note,
  saying: () => ({ kind: 'finding', data }),
});

const MORE: Readonly<Record<string, readonly DemoEntry[]>> = {
  'Sauna bath tub': [
    { key: 'grade', hoursBefore: 2000, by: 'edda', saying: () => ({ kind: 'condition', data: { grade: 'B' } }) },
    { key: 'deep', hoursBefore: 300, by: 'edda', saying: () => ({ kind: 'condition', data: { grade: 'C', zone: 'deep' } }) },
    found(
      'stuck',
      80,
      'finn',
      { what: 'sticks', zone: 'deep', depth: 'first color', sizeMm: 120, x: 0.47, y: 0.34 },
      'Part tore at the deep end, film gone there',
    ),
    found('dull', 78, 'finn', { what: 'texture', zone: 'walls', depth: 'release', x: 0.12, y: 0.6 }, 'Wax build-up, dull'),
  ],
  'Slide chute': [found('hairline', 700, 'dov', { what: 'crack', zone: 'run-out', depth: 'second color', sizeMm: 35, x: 0.82, y: 0.78 })],
  'Slide chute, short': [
    found('chipped', 52, 'dov', { what: 'chip', zone: 'lip', depth: 'skin coat', sizeMm: 14, x: 0.14, y: 0.16 }, 'Dropped wedge'),
    {
      key: 'repair',
      hoursBefore: 26,
      by: 'edda',
      saying: (ids) => ({ kind: 'repair', data: { findingId: ids.get('chipped') ?? '', methodId: 'gel-fill' } }),
    },
    ...[0, 1, 2, 3].map((step): DemoEntry => ({
      key: `step ${String(step)}`,
      hoursBefore: 24 - 2 * step,
      by: 'edda',
      saying: (ids) => ({ kind: 'repair step', data: { repairId: ids.get('repair') ?? '', step } }),
    })),
  ],
  'Radar petal, test piece': [
    { key: 'away', hoursBefore: 900, by: 'ada', saying: () => ({ kind: 'state', data: { state: 'at customer' } }), note: 'For trials until spring' },
  ],
  'Aerofoil block, first': [
    {
      key: 'retired',
      hoursBefore: 4000,
      by: 'ada',
      saying: () => ({ kind: 'state', data: { state: 'retired' } }),
      note: 'Warped after the heat wave',
    },
  ],
};

/** Molds that were there before the records. */
export const importedMolds = [
  {
    number: 'T-04',
    part: 'Radar petal, test piece',
    hand: 'none',
    releaseProgramId: 'semi-permanent',
    before: { pulls: 96, sinceFull: 41, sinceCoat: 3, treated: true },
  },
  {
    number: 'T-07',
    part: 'Slide chute, short',
    hand: 'right',
    releaseProgramId: 'paste-wax',
    before: { pulls: 212, sinceFull: 14, sinceCoat: 2, treated: true },
  },
  {
    number: 'T-09',
    part: 'Aerofoil block, first',
    hand: 'none',
    releaseProgramId: 'wax-film',
    before: { pulls: 31, sinceFull: 31, sinceCoat: 1, treated: true },
  },
] as const;

/** What the demo's first build that was logged to its end left on its mold. */
export const foundOnNew = (zones: readonly MoldZone[]): DemoEntry => {
  const hollow = zones.find(({ kind }) => kind === 'deep pocket' || kind.includes('corner')) ?? zones[0];
  return found('soft', 60, 'edda', { what: 'soft gel coat', depth: 'first color', sizeMm: 45, zone: hollow.id }, 'A fingernail marks it');
};

const PROCESS: Readonly<Record<string, PullDetail['process']>> = {
  'Weather radar petal': 'bagged',
  'Sauna bath tub': 'open',
  'Plinth cover': 'open',
};

/** Zone by zone what the pull says as a whole: most zones as easy or easier, the hard one as it is. */
export function demoPullDetail(part: string, { ease }: DemoRecord, zones: readonly MoldZone[], count: number, random: Seeded): PullDetail {
  const hard = HARD.get(part) ?? zones.at(-1)?.id;
  const eases = Object.fromEntries(
    zones.map(
      ({ id }) => [id, Math.max(1, (ease ?? 1) - (id === hard ? 0 : random.next() < 0.45 ? 0 : 1 + Math.floor(random.next() * 1.3)))] as const,
    ),
  );
  const process = PROCESS[part];
  return {
    serial: `${part.slice(0, 1)}${String(1000 + count)}`,
    ...(process ? { process } : {}),
    ...(random.next() < 0.35 ? { peakC: Math.round(random.between(34, part === 'Sauna bath tub' ? 66 : 52)) } : {}),
    ...(ease === null || zones.length < 2 ? {} : { zones: eases }),
  };
}

export function demoTreatmentDetail({ kind }: DemoRecord, random: Seeded): TreatmentDetail {
  return {
    coats: kind === 'full' ? 5 : 1,
    ...(random.next() < 0.6 ? { lot: `R-${String(20 + Math.floor(random.next() * 9))}` } : {}),
    waitKept: random.next() < 0.93,
  };
}
