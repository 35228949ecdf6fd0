import { DomainError } from '../errors/domain-error.js';
import type { PlanZone } from './parts/zone.js';
import type { PlanDocument, PlanSection } from './plan-document.js';
import type { PlanLayer, PlanPlug, SectionPlan } from './section-plan.js';
import { sectionNamed, sectionOf } from './section-view.js';
import { hasPocket, zoneAreaM2, zoneLayer } from './zones.js';

/** What a neighbor's finished flange is for what is laid against it. */
export interface NeighborFlange {
  readonly thicknessMm: number;
  /** It softens here [°C] */
  readonly heatLimitC: number;
}

/** Of a flange of which nothing is known yet (assumed). */
const UNKNOWN_FLANGE: NeighborFlange = { thicknessMm: 8, heatLimitC: 60 };
const CURED_LAMINATE = 'cured_frp';

const fields = new WeakMap<PlanDocument, Map<string, SectionPlan>>();

/** The field of a section; slow places are zones of their own. One view for all who ask about a plan: it does not change, and every zone lies in it. */
export function fieldOf(plan: PlanDocument, sectionId: string): SectionPlan {
  const known = fields.get(plan)?.get(sectionId);
  if (known) return known;
  const view = sectionOf(plan, sectionId);
  const field = view.shape && hasPocket(sectionNamed(plan, sectionId)) ? { ...view, shape: { ...view.shape, pockets: false } } : view;
  fields.set(plan, (fields.get(plan) ?? new Map<string, SectionPlan>()).set(sectionId, field));
  return field;
}

/**
 * A zone of a section as the rules see it: its own plies and films on what it is laid against, at the times of the crew that lays the whole section.
 * A layer that is left out is not there, nor a session without layers.
 * @param neighbor the flange that the zone is laid against, where it is one
 * @throws DomainError when there is no such section or zone
 */
export function zoneOf(plan: PlanDocument, sectionId: string, zoneId: string, neighbor?: NeighborFlange): SectionPlan {
  const section = sectionNamed(plan, sectionId);
  const zone = section.zones.find(({ id }) => id === zoneId);
  if (!zone) {
    const known = section.zones.map(({ id }) => id).join(', ');
    throw new DomainError({
      code: 'bad-document',
      quantity: `zone of "${section.name}"`,
      value: zoneId,
      expected: known === '' ? 'field' : `field, ${known}`,
    });
  }
  const field = fieldOf(plan, sectionId);
  const sessions = field.sessions
    .map((session) => ({ ...session, layers: session.layers.flatMap((layer) => layerIn(zone, layer)) }))
    .filter(({ layers }) => layers.length > 0);
  return {
    ...field,
    sessions,
    plug: plugOf(section, zone, neighbor) ?? field.plug,
    zone: {
      id: zone.id,
      name: zone.name,
      kind: zone.kind,
      areaShare: Math.min(1, zoneAreaM2(section, zone).areaM2 / section.areaM2),
      field,
      slow: zone.slow ?? (zone.kind === 'deep pocket' ? null : 1),
    },
  };
}

function layerIn(zone: PlanZone, layer: PlanLayer): PlanLayer[] {
  const { plies, filmFactor = 1, resinToGlass, out } = zoneLayer(zone, layer.id);
  if (out) return [];
  const { extras: _extras, laminate, wetFilmUm, ...rest } = layer;
  if (laminate === null) return [{ ...rest, laminate, wetFilmUm: wetFilmUm === null ? null : wetFilmUm * filmFactor }];
  const count = laminate.plies + plies;
  if (count < 1) return [];
  return [{ ...rest, wetFilmUm, laminate: { ...laminate, plies: count, ...(resinToGlass === undefined ? {} : { resinToGlass }) } }];
}

function plugOf({ face }: PlanSection, { faceId }: PlanZone, neighbor: NeighborFlange | undefined): PlanPlug | null {
  const found = faceId === undefined ? undefined : face.find(({ id }) => id === faceId);
  if (!found) return null;
  const { kind, materialId, thicknessMm, heatLimitC, surfaces, seal } = found;
  if (kind === 'neighbor flange') return { materialId: CURED_LAMINATE, ...(neighbor ?? UNKNOWN_FLANGE) };
  return { materialId, thicknessMm, heatLimitC, ...(surfaces ? { surfaces } : {}), ...(seal === undefined ? {} : { seal }) };
}
