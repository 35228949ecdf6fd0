import type { GrowthCase } from '@pentimento/core/growth';
import {
  cardLibrary,
  newZone,
  planFromTemplate,
  planOf,
  planToCase,
  withNewSection,
  withZoneLayer,
  type PlanDocument,
  type SectionPlan,
} from '@pentimento/core/plan';

/** The five-day, seven-layer build of the speed goals: two gel coats, two skins, three bulk sessions, day and night. */
export function fiveDayPlan(): SectionPlan {
  const plan = planFromTemplate('staged', { startDate: '2026-11-23', areaM2: 2, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });
  const [gel1, gel2, skin, bulk1, bulk2] = plan.sessions;
  const at = (day: number, hour: number): number => ((day - 1) * 24 + hour) * 60;
  const again = (session: typeof skin, id: string, startMin: number): typeof skin => ({
    ...session,
    id,
    startMin,
    layers: session.layers.map((layer) => ({ ...layer, id: `${layer.id}-${id}`, name: `${layer.name} ${id}` })),
  });
  return {
    ...plan,
    climate: { ...plan.climate, swingC: 2.5 },
    sessions: [gel1, gel2, skin, again(skin, 'b', at(2, 8)), again(bulk1, 'c', at(2, 14)), again(bulk1, 'd', at(3, 9)), again(bulk2, 'e', at(4, 9))],
    demoldMin: at(6, 0),
  };
}

/** A mold of three sections with four zones each over six days, each section laid like the five-day build. */
export function threeSectionMold(): PlanDocument {
  let made = 0;
  const next = (): string => `x${String(++made)}`;
  const view = fiveDayPlan();
  let plan = planOf({ ...view, areaM2: 1.2 });
  plan = withNewSection(withNewSection(plan, next), next);
  // Begun half a day apart, so that all of it is six days.
  const sections = plan.sections.map((section, i) => ({
    ...section,
    sessions: section.sessions.map((session, s) => ({ ...session, startMin: view.sessions[s].startMin + i * 360 })),
    zones: (['flange', 'inside corner', 'deep pocket'] as const).map((kind, z) => {
      const top = section.sessions[section.sessions.length - 1].layers[0];
      return withZoneLayer(newZone(kind, []), { layerId: top.id, plies: z === 2 ? 0 : z + 1, out: false });
    }),
  }));
  return { ...plan, sections, demolds: [{ ...plan.demolds[0], atMin: 6 * 1440 }] };
}

export function fiveDayCase(): GrowthCase {
  return planToCase(fiveDayPlan(), cardLibrary());
}

/** The same with every session laid in an instant, as version 0.3 knew it. */
export function fiveDayAtOnce(): GrowthCase {
  const plan = fiveDayPlan();
  return planToCase({ ...plan, sessions: plan.sessions.map((session) => ({ ...session, plyMin: 0 })) }, cardLibrary());
}
