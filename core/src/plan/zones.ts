import { sumAreas } from './parts/patch-area.js';
import type { PlanZone, ZoneKind, ZoneLayer } from './parts/zone.js';
import type { PlanSection } from './plan-document.js';
import type { MoreZone, PlanLayer, SectionPlan } from './section-plan.js';

/** Of a section without patches, what a zone takes (assumed) [-]. */
const ASSUMED_SHARE = 0.1;

const isCorner = (kind: ZoneKind): boolean => kind === 'inside corner' || kind === 'outside corner';

export const hasPocket = ({ zones }: Pick<PlanSection, 'zones'>): boolean => zones.some(({ kind }) => kind === 'deep pocket');

type Extras = NonNullable<PlanLayer['extras']>;

/** Plies that flange and corners have more of a layer; undefined: no zone says anything about it. */
export function extrasOf({ zones }: Pick<PlanSection, 'zones'>, layerId: string): Extras | undefined {
  const more = (of: (kind: ZoneKind) => boolean): number | undefined => {
    const found = zones.filter(({ kind }) => of(kind)).flatMap(({ layers }) => layers.filter((layer) => layer.layerId === layerId && !layer.out));
    return found.length === 0 ? undefined : Math.max(0, ...found.map(({ plies }) => plies));
  };
  const flangePlies = more((kind) => kind === 'flange');
  const cornerPlies = more(isCorner);
  if (flangePlies === undefined && cornerPlies === undefined) return undefined;
  return { flangePlies: flangePlies ?? 0, cornerPlies: cornerPlies ?? 0 };
}

/** Zones besides flange and corners that take plies more than the field; undefined: there are none. */
export function moreZonesOf(section: Pick<PlanSection, 'zones' | 'patches' | 'areaM2'>): MoreZone[] | undefined {
  const found = section.zones.flatMap((zone): MoreZone[] => {
    if (zone.kind === 'flange' || isCorner(zone.kind)) return [];
    const plies = new Map(zone.layers.flatMap((layer) => (layer.plies > 0 && !layer.out ? [[layer.layerId, layer.plies] as const] : [])));
    return plies.size === 0 ? [] : [{ id: zone.id, name: zone.name, kind: zone.kind, areaM2: zoneAreaM2(section, zone).areaM2, plies }];
  });
  return found.length === 0 ? undefined : found;
}

/** What a zone has otherwise of one layer. */
export const zoneLayer = (zone: PlanZone, layerId: string): ZoneLayer =>
  zone.layers.find((layer) => layer.layerId === layerId) ?? { layerId, plies: 0, out: false };

/** A zone with one layer otherwise than before; a layer that is as in the field is not named. */
export function withZoneLayer(zone: PlanZone, layer: ZoneLayer): PlanZone {
  const rest = zone.layers.filter(({ layerId }) => layerId !== layer.layerId);
  const plain = layer.plies === 0 && !layer.out && layer.filmFactor === undefined && layer.resinToGlass === undefined;
  return { ...zone, layers: plain ? rest : [...rest, layer] };
}

const NAMES: Readonly<Record<ZoneKind, string>> = {
  flange: 'Flange',
  'outside corner': 'Outside corners',
  'inside corner': 'Inside corners',
  'deep pocket': 'Deep pockets',
  'core area': 'Core area',
  'steep wall': 'Steep walls',
};

/** A new zone of a kind, as in the field, with an id that no other has. */
export function newZone(kind: ZoneKind, taken: readonly PlanZone[]): PlanZone {
  const key = kind.replaceAll(' ', '-');
  const ids = new Set(taken.map(({ id }) => id));
  let id = key;
  for (let i = 2; ids.has(id); i++) id = `${key}-${String(i)}`;
  const count = taken.filter((zone) => zone.kind === kind).length;
  return { id, name: count === 0 ? NAMES[kind] : `${NAMES[kind]} ${String(count + 1)}`, kind, layers: [] };
}

function withExtra(zones: readonly PlanZone[], of: (kind: ZoneKind) => boolean, fresh: ZoneKind, layerId: string, plies: number): PlanZone[] {
  const known = zones.some(({ kind }) => of(kind));
  if (!known && plies === 0) return [...zones];
  const all = known ? zones : [...zones, newZone(fresh, zones)];
  const [first] = all.filter(({ kind }) => of(kind));
  return all.map((zone) => (zone === first ? withZoneLayer(zone, { ...zoneLayer(zone, layerId), plies, out: false }) : zone));
}

/** Zones after an edit of their section as a view: extras and pockets said there become zones, layers that are gone leave them. */
export function changedZones(section: PlanSection, view: SectionPlan): PlanZone[] {
  const layers = view.sessions.flatMap((session) => session.layers);
  let zones = section.zones;
  for (const { id, extras } of layers) {
    const before = extrasOf(section, id);
    if (extras?.flangePlies !== before?.flangePlies) zones = withExtra(zones, (kind) => kind === 'flange', 'flange', id, extras?.flangePlies ?? 0);
    if (extras?.cornerPlies !== before?.cornerPlies) zones = withExtra(zones, isCorner, 'inside corner', id, extras?.cornerPlies ?? 0);
  }
  const pockets = view.shape?.pockets ?? false;
  if (pockets && !hasPocket(section)) zones = [...zones, newZone('deep pocket', zones)];
  if (!pockets && hasPocket(section)) zones = zones.filter(({ kind }) => kind !== 'deep pocket');
  const ids = new Set(layers.map(({ id }) => id));
  return zones.map((zone) =>
    zone.layers.every(({ layerId }) => ids.has(layerId)) ? zone : { ...zone, layers: zone.layers.filter(({ layerId }) => ids.has(layerId)) },
  );
}

/** Area of a zone [m²]: what is said, else its kind's patches, else a tenth of the section, which is then assumed. */
export function zoneAreaM2(
  { patches, areaM2 }: Pick<PlanSection, 'patches' | 'areaM2'>,
  { kind, areaM2: own }: PlanZone,
): { areaM2: number; assumed: boolean } {
  if (own !== undefined) return { areaM2: own, assumed: false };
  if (!patches || patches.length === 0) return { areaM2: ASSUMED_SHARE * areaM2, assumed: true };
  const { byPlace, flangeM2 } = sumAreas(patches);
  const measured: Readonly<Record<ZoneKind, number>> = {
    flange: flangeM2,
    'outside corner': byPlace['outside corner'],
    'inside corner': byPlace['inside corner'],
    'deep pocket': byPlace['deep pocket'],
    'core area': 0,
    'steep wall': byPlace.vertical,
  };
  return measured[kind] > 0 ? { areaM2: measured[kind], assumed: false } : { areaM2: ASSUMED_SHARE * areaM2, assumed: true };
}
