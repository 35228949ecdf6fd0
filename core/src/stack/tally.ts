import { cardOf, type CardLibrary } from '../plan/card-library.js';
import type { SectionPlan, PlanLayer } from '../plan/section-plan.js';
import { layerBuild, layerMasses } from '../plan/layer-masses.js';
import { laidAreaM2 } from '../plan/laying.js';

/** A stack summed up: thickness, masses, glass. */
export interface StackTally {
  readonly thicknessMm: number;
  /** Without gel coats: what carries */
  readonly laminateMm: number;
  readonly glassKg: number;
  readonly resinKg: number;
  readonly mixedKg: number;
  /** Of the laminate, by mass [-]; 0 without glass */
  readonly glassShare: number;
}

/** Masses of a layer with its extras on flange and in corners [kg]. */
export function laidMasses(layer: PlanLayer, plan: SectionPlan, cards: CardLibrary): ReturnType<typeof layerMasses> {
  return layerMasses(layer, laidAreaM2(layer, plan), cards);
}

export function stackTally(plan: SectionPlan, cards: CardLibrary): StackTally {
  let [thickness, laminate, glassKg, resinKg, mixedKg, laminateKg] = [0, 0, 0, 0, 0, 0];
  for (const layer of plan.sessions.flatMap((session) => session.layers)) {
    const mm = layerBuild(layer, cards).thicknessM * 1000;
    const masses = laidMasses(layer, plan, cards);
    thickness += mm;
    glassKg += masses.glassKg;
    resinKg += masses.resinKg;
    mixedKg += masses.mixedKg;
    if (layer.role === 'gelcoat') continue;
    laminate += mm;
    laminateKg += masses.glassKg + masses.resinKg;
  }
  return { thicknessMm: thickness, laminateMm: laminate, glassKg, resinKg, mixedKg, glassShare: laminateKg > 0 ? glassKg / laminateKg : 0 };
}

/** Stiffness of the laminate as one plate: modulus weighted by thickness (near enough for a balanced stack). */
export function shellOf(plan: SectionPlan, cards: CardLibrary): { thicknessM: number; modulusPa: number; poisson: number } | null {
  const layers = plan.sessions.flatMap((session) => session.layers.filter(({ role }) => role !== 'gelcoat'));
  const parts = layers.map((layer) => ({ h: layerBuild(layer, cards).thicknessM, set: cardOf(cards, layer.cardId).set }));
  const thicknessM = parts.reduce((sum, { h }) => sum + h, 0);
  if (thicknessM === 0) return null;
  const mean = (of: (set: (typeof parts)[number]['set']) => number): number => parts.reduce((sum, { h, set }) => sum + h * of(set), 0) / thicknessM;
  return { thicknessM, modulusPa: mean(({ modulusPa }) => modulusPa), poisson: mean(({ poisson }) => poisson) };
}

/**
 * Plan with its bulk plies changed so that the laminate comes as near as whole plies allow to a target, never under it.
 * Plies are added to and taken from the bulk layers in turn, so that sessions stay alike.
 * @param targetMm laminate without gel coat [mm]
 */
export function fitToThickness(plan: SectionPlan, cards: CardLibrary, targetMm: number): SectionPlan {
  const bulk = plan.sessions.flatMap(({ layers }) => layers.filter(({ role, laminate }) => role === 'bulk' && laminate !== null));
  if (bulk.length === 0) return plan;
  const plies = new Map(bulk.map((layer) => [layer.id, 1]));
  const with_ = (): SectionPlan => ({
    ...plan,
    sessions: plan.sessions.map((session) => ({
      ...session,
      layers: session.layers.map((layer) => {
        const count = plies.get(layer.id);
        return count === undefined || layer.laminate === null ? layer : { ...layer, laminate: { ...layer.laminate, plies: count } };
      }),
    })),
  });
  for (let i = 0; i < 60 * bulk.length && stackTally(with_(), cards).laminateMm < targetMm - 1e-6; i++) {
    const { id } = bulk[i % bulk.length];
    plies.set(id, Math.min(60, (plies.get(id) ?? 0) + 1));
  }
  return with_();
}
