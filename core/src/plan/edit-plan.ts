import { sumAreas, type Patch } from './parts/patch-area.js';
import { DEFAULT_SHAPE, filmRange, type LayerRole, type SectionPlan, type PlanLayer, type PlanPostCure, type PlanSession } from './section-plan.js';
import { postCureEndMin } from './surroundings.js';

/** Sessions snap to this grid [min]. */
export const SNAP_MIN = 15;
const DEMOLD_GAP_MIN = 60;
/** Shortest time from the last session to demolding [min]. */
export const TO_DEMOLD_MIN = 30;

/** Rounds to the grid of sessions. */
export function snapMinutes(minutes: number): number {
  return Math.round(minutes / SNAP_MIN) * SNAP_MIN;
}

/**
 * Moves a session in time. It never passes the one before; those after it, and demolding, are pushed along to stay behind.
 * @param startMin wanted start [min], snapped to the grid
 */
export function moveSession(plan: SectionPlan, index: number, startMin: number): SectionPlan {
  const earliest = index > 0 ? plan.sessions[index - 1].startMin + SNAP_MIN : 0;
  let at = Math.max(earliest, snapMinutes(startMin));
  const sessions = plan.sessions.map((session, i): PlanSession => {
    if (i < index) return session;
    if (i > index) at = Math.max(session.startMin, at + SNAP_MIN);
    return session.startMin === at ? session : { ...session, startMin: at };
  });
  const last = sessions.at(-1)?.startMin ?? 0;
  const moved = { ...plan, sessions, demoldMin: Math.max(plan.demoldMin, last + DEMOLD_GAP_MIN) };
  const { postCure } = moved;
  return postCure ? withPostCure(moved, { ...postCure, startMin: Math.max(postCure.startMin, last + SNAP_MIN) }) : moved;
}

/** A plan with its post-cure changed or taken away; demolding is pushed along until the oven has cooled down. */
export function withPostCure(plan: SectionPlan, postCure: PlanPostCure | null): SectionPlan {
  const changed = { ...plan, postCure };
  return { ...changed, demoldMin: Math.max(plan.demoldMin, Math.ceil(postCureEndMin(changed) / SNAP_MIN) * SNAP_MIN) };
}

/** Demolding is not before this: the last session still fresh, or the oven not yet cooled down [min]. */
export function earliestDemoldMin(plan: SectionPlan): number {
  const last = plan.sessions.at(-1)?.startMin ?? 0;
  return Math.max(last + TO_DEMOLD_MIN, Math.ceil(postCureEndMin(plan)));
}

/** Changes one layer, found by id. */
export function changeLayer(plan: SectionPlan, layerId: string, change: Partial<PlanLayer>): SectionPlan {
  return {
    ...plan,
    sessions: plan.sessions.map((session) =>
      session.layers.some((layer) => layer.id === layerId)
        ? { ...session, layers: session.layers.map((layer) => (layer.id === layerId ? { ...layer, ...change } : layer)) }
        : session,
    ),
  };
}

/** Takes a layer out; a session left empty goes with it. */
export function removeLayer(plan: SectionPlan, layerId: string): SectionPlan {
  const sessions = plan.sessions.map((session) => ({ ...session, layers: session.layers.filter((layer) => layer.id !== layerId) }));
  return { ...plan, sessions: sessions.filter((session) => session.layers.length > 0) };
}

/** Adds a layer on top of a session. */
export function addLayer(plan: SectionPlan, sessionId: string, layer: PlanLayer): SectionPlan {
  return {
    ...plan,
    sessions: plan.sessions.map((session) => (session.id === sessionId ? { ...session, layers: [...session.layers, layer] } : session)),
  };
}

/** Adds a session on top, a day after the last one at the shop's opening. */
export function addSession(plan: SectionPlan, session: Omit<PlanSession, 'startMin'>): SectionPlan {
  const last = plan.sessions.at(-1);
  const day = last ? Math.floor(last.startMin / 1440) + 1 : 0;
  const startMin = day * 1440 + (plan.hours.opensHour + 1) * 60;
  return { ...plan, sessions: [...plan.sessions, { ...session, startMin }], demoldMin: Math.max(plan.demoldMin, startMin + 1440) };
}

/** A plan on measured patches: their sum becomes its area, and a deep pocket among them makes its windows slow. Without any the area stays. */
export function withPatches(plan: SectionPlan, patches: readonly Patch[]): SectionPlan {
  const pockets = patches.some(({ place }) => place === 'deep pocket');
  const shape = pockets ? { shape: { ...(plan.shape ?? DEFAULT_SHAPE), pockets } } : {};
  return { ...plan, ...shape, patches: [...patches], areaM2: patches.length > 0 ? sumAreas(patches).totalM2 : plan.areaM2 };
}

/** A layer in another role: films become plies and plies a film where the role asks for it; what still fits is kept. */
export function withRole(layer: PlanLayer, role: LayerRole): PlanLayer {
  const film = role === 'gelcoat' || role === 'barrier' || role === 'core';
  if (film) {
    const range = role === 'core' ? filmRange.core : filmRange.coat;
    const usual = role === 'core' ? 5000 : 600;
    const kept = layer.wetFilmUm !== null && layer.wetFilmUm >= range.min && layer.wetFilmUm <= range.max ? layer.wetFilmUm : usual;
    return { ...layer, role, wetFilmUm: kept, laminate: null };
  }
  return { ...layer, role, wetFilmUm: null, laminate: layer.laminate ?? { plies: 1, glassGsm: 450, resinToGlass: 2.4 } };
}
