import type { GrowthResult } from '../growth/growth-result.js';
import { cardOf, type CardLibrary } from '../plan/card-library.js';
import { placeLayers } from '../plan/placed-layer.js';
import type { SectionPlan } from '../plan/section-plan.js';
import type { State } from '../planner/best-first.js';
import { growthState } from '../planner/growth-state.js';
import { KELVIN } from '../units/kelvin.js';
import { jointWindow, type JointWindow } from '../windows/joint-window.js';

/** The windows onto what was laid last in a zone, at the places laid first and last. */
export interface ZoneWindows {
  readonly view: SectionPlan;
  readonly windows: readonly (JointWindow | null)[];
}

/** One zone of what was laid so far. */
export interface GrownZone extends ZoneWindows {
  readonly places: readonly GrowthResult[];
}

/** The window onto what was laid last, at a place. */
export function topWindow(view: SectionPlan, result: GrowthResult, cards: CardLibrary): JointWindow | null {
  const below = view.sessions.length - 1;
  const top = view.sessions.at(-1)?.layers.at(-1);
  if (!top || result.status !== 'converged') return null;
  const card = cardOf(cards, top.cardId);
  return jointWindow(result, {
    below,
    card,
    catalystPct: card.kinetics.c_ref === null ? null : top.catalystPct,
    plannedS: result.input.endS,
    pockets: view.shape?.pockets ?? false,
  });
}

/** Every zone at both places, one after the other. */
export function stateOf(zones: readonly GrownZone[], timeS: number, cards: CardLibrary): State {
  const runs = zones.flatMap(({ view, places }) => places.map((result) => ({ view, result })));
  const states = runs.map(({ result }) => growthState(result, timeS));
  const isLaid = states.flatMap(({ tempK, laid }) => Array.from(tempK, (_, i) => laid(i)));
  return {
    tempK: Float64Array.from(states.flatMap(({ tempK }) => [...tempK])),
    cure: Float64Array.from(states.flatMap(({ cure }) => [...cure])),
    laid: (cell) => isLaid[cell],
    warmth: runs.flatMap(({ view, result }) =>
      placeLayers(view, result, cards).map(({ card, outcome }) => {
        const { activationC, demoldAfter } = card.limits;
        // A sheet's hours are shorter for what became warmer, up to this.
        const most = Math.max(activationC ?? 0, demoldAfter ? demoldAfter.atC + 30 : 0) + KELVIN;
        return activationC === null && demoldAfter === null ? NaN : Math.min(outcome.coolestPeakK, most);
      }),
    ),
  };
}
