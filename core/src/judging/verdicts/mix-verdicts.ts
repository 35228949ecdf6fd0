import { meanAirC } from '../../plan/shop-air.js';
import { KELVIN } from '../../units/kelvin.js';
import type { GrowthResult } from '../../growth/growth-result.js';
import { airTempK } from '../../heat/air.js';
import { cardOf, type CardLibrary } from '../../plan/card-library.js';
import type { SectionPlan, PlanSession } from '../../plan/section-plan.js';
import { levelOf, type Verdict } from './verdict.js';

export function shopMinimum(session: PlanSession, plan: SectionPlan, result: GrowthResult, cards: CardLibrary): Verdict[] {
  const value = airTempK(result.input.air, session.startMin * 60) - KELVIN;
  const limits = session.layers.map((layer) => cardOf(cards, layer.cardId).limits.shopMinC);
  const limit = Math.max(...limits);
  const margin = value - limit;
  if (margin >= 2) return [];
  return [
    {
      id: `shop-${session.id}`,
      kind: 'shop-minimum',
      aboutId: session.id,
      subject: `Shop at ${session.name}`,
      level: levelOf(margin, 2),
      quantity: 'temperature',
      value,
      limit,
      margin,
      sense: 'at least',
      timeS: session.startMin * 60,
      heightM: null,
      remedy: `Warm the shop (mean ${meanAirC(plan.climate).toFixed(0)} °C in this plan) or start in the warm part of the day.`,
    },
  ];
}

export function catalystRange(session: PlanSession, cards: CardLibrary): Verdict[] {
  return session.layers.flatMap((layer): Verdict[] => {
    const range = cardOf(cards, layer.cardId).limits.catalyst;
    if (range === null || layer.catalystPct === null) return [];
    const low = layer.catalystPct < range.minPct;
    const margin = low ? layer.catalystPct - range.minPct : range.maxPct - layer.catalystPct;
    if (margin >= 0) return [];
    return [
      {
        id: `catalyst-${layer.id}`,
        kind: 'catalyst-range',
        aboutId: layer.id,
        subject: layer.name,
        level: 'stop',
        quantity: 'percent',
        value: layer.catalystPct,
        limit: low ? range.minPct : range.maxPct,
        margin,
        sense: low ? 'at least' : 'at most',
        timeS: session.startMin * 60,
        heightM: null,
        remedy: 'Stay inside the card’s range: outside it the resin never cures fully. Change the shop temperature instead.',
      },
    ];
  });
}
