import type { PlanDocument } from '../plan/plan-document.js';
import type { MoldZone } from './mold-fields.js';

/** Zones of the mold that a plan makes: each section's field, and its zones. */
export function zonesOfPlan({ sections }: PlanDocument): MoldZone[] {
  const several = sections.length > 1;
  return sections.flatMap(({ id, name, zones }) => {
    const section = several ? name : '';
    const named = (zone: string): string => (several ? `${name}, ${zone.toLowerCase()}` : zone).slice(0, 80);
    return [
      { id, name: named('Field'), section, kind: 'field' } as const,
      ...zones.map((zone): MoldZone => ({ id: `${id}:${zone.id}`.slice(0, 60), name: named(zone.name), section, kind: zone.kind })),
    ];
  });
}
