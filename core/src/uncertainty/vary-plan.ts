import { warmerShop } from '../plan/shop-air.js';
import type { GrowthCase } from '../growth/growth-case.js';
import type { ResinCard } from '../materials/resin-card.js';
import type { CardLibrary } from '../plan/card-library.js';
import { rangeOf, within } from '../plan/fields/field.js';
import type { Place } from '../plan/laying.js';
import { filmRange, laminateFields, layerFields, type SectionPlan, type PlanLayer } from '../plan/section-plan.js';
import { planToCase } from '../plan/plan-to-case.js';
import { shareThresholds } from '../windows/card-thresholds.js';
import type { UncertainFactor } from './factors.js';

/** A plan as it may turn out: its own numbers, cards and case. */
export interface VariedPlan {
  readonly plan: SectionPlan;
  readonly cards: CardLibrary;
  /** At the places laid first and last */
  readonly growth: GrowthCase;
  readonly lastGrowth: GrowthCase;
}

/**
 * A plan with every factor moved by its number of standard deviations. Relative factors multiply by e^(spread·z), so that they
 * stay positive and half and double are equally far.
 * @param deviations one per factor, in standard deviations
 */
export function varyPlan(plan: SectionPlan, cards: CardLibrary, factors: readonly UncertainFactor[], deviations: readonly number[]): VariedPlan {
  const scale = (kind: UncertainFactor['kind'], cardId: string | null): number => {
    const i = factors.findIndex((factor) => factor.kind === kind && factor.cardId === cardId);
    return i < 0 ? 1 : Math.exp(factors[i].spread * deviations[i]);
  };
  const shop = factors.findIndex(({ kind }) => kind === 'shop');
  const warmerK = shop < 0 ? 0 : factors[shop].spread * deviations[shop];
  const varied: SectionPlan = {
    ...plan,
    climate: warmerShop(plan.climate, warmerK),
    sessions: plan.sessions.map((session) => ({ ...session, layers: session.layers.map((layer) => varyLayer(layer, scale)) })),
  };
  const resins = new Map([...cards.resins].map(([id, card]) => [id, varyCard(card, scale('rate', id), scale('heat', id))]));
  const library = { ...cards, resins };
  const at = (place: Place): GrowthCase => {
    const growth = planToCase(varied, library, place);
    return { ...growth, topH: growth.topH * scale('surface', null) };
  };
  return { plan: varied, cards: library, growth: at('first'), lastGrowth: at('last') };
}

function varyLayer(layer: PlanLayer, scale: (kind: UncertainFactor['kind'], cardId: null) => number): PlanLayer {
  return {
    ...layer,
    catalystPct: layer.catalystPct === null ? null : within(layer.catalystPct * scale('catalyst', null), rangeOf(layerFields.catalystPct)),
    wetFilmUm:
      layer.wetFilmUm === null ? null : within(layer.wetFilmUm * scale('film', null), layer.role === 'core' ? filmRange.core : filmRange.coat),
    laminate:
      layer.laminate === null
        ? null
        : { ...layer.laminate, resinToGlass: within(layer.laminate.resinToGlass * scale('ratio', null), rangeOf(laminateFields.resinToGlass)) },
  };
}

/** A faster batch gels sooner and cures faster; how dry "dry" is stays the bench's own judgment. */
function varyCard(card: ResinCard, rate: number, heat: number): ResinCard {
  if (rate === 1 && heat === 1) return card;
  const { kinetics } = card;
  const varied: ResinCard = {
    ...card,
    kinetics: {
      ...kinetics,
      k1: kinetics.k1 * rate,
      k2: kinetics.k2 * rate,
      H: kinetics.H * heat,
      ...(kinetics.t_ind_min === undefined ? {} : { t_ind_min: kinetics.t_ind_min / rate }),
    },
  };
  shareThresholds(card, varied);
  return varied;
}
