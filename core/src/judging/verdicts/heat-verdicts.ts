import { KELVIN } from '../../units/kelvin.js';
import type { GrowthResult } from '../../growth/growth-result.js';
import type { SectionPlan } from '../../plan/section-plan.js';
import type { PlacedLayer } from '../../plan/placed-layer.js';
import { faceLimitC } from '../../plug/plan-compatibility.js';
import { CARE, levelOf, type Verdict } from './verdict.js';

export function interfacePeak(plan: SectionPlan, result: GrowthResult): Verdict {
  const face = result.layers.findLast((layer) => layer.plug);
  const first = result.layers.find((layer) => !layer.plug);
  const value = Math.max(face?.peakK ?? 0, 0) - KELVIN;
  const limit = faceLimitC(plan);
  const margin = limit - value;
  return {
    id: 'interface',
    kind: 'interface-peak',
    aboutId: null,
    subject: 'Plug face',
    level: levelOf(margin, CARE.temperatureC),
    quantity: 'temperature',
    value,
    limit,
    margin,
    sense: 'at most',
    timeS: face?.peakS ?? first?.peakS ?? 0,
    heightM: 0,
    remedy: 'Lay less at once, or wait for the last session to cool; the weakest surface of the plug sets this limit.',
  };
}

export function layerPeak({ planLayer, outcome, card, baseM }: PlacedLayer, plan: SectionPlan): Verdict {
  const next = plan.sessions.at(outcome.sessionIndex + 1);
  const heatedFromAbove = outcome.sessionIndex + 1 < plan.sessions.length && next !== undefined && outcome.peakS > next.startMin * 60;
  const value = outcome.peakK - KELVIN;
  const margin = card.limits.maxLaminateC - value;
  return {
    id: `peak-${planLayer.id}`,
    kind: 'layer-peak',
    aboutId: planLayer.id,
    subject: planLayer.name,
    level: levelOf(margin, CARE.temperatureC),
    quantity: 'temperature',
    value,
    limit: card.limits.maxLaminateC,
    margin,
    sense: 'at most',
    timeS: outcome.peakS,
    heightM: baseM + outcome.peakHeightM,
    remedy: heatedFromAbove
      ? 'The heat comes from a session laid later: split that one, or let more time pass between the two.'
      : 'Split the session, use less catalyst inside the card’s range, or work in a cooler shop.',
  };
}

/** The heat that a shrink control needs is known to about so much (assumed) [K]. */
const ACTIVATION_SPREAD_K = 5;

/** Warm enough beyond doubt, within doubt, or not. */
function activationLevel(marginK: number): Verdict['level'] {
  if (marginK >= ACTIVATION_SPREAD_K) return 'ok';
  return marginK >= -ACTIVATION_SPREAD_K ? 'care' : 'stop';
}

export function activation({ planLayer, outcome, card, baseM }: PlacedLayer): Verdict[] {
  const limit = card.limits.activationC;
  if (limit === null) return [];
  const value = outcome.coolestPeakK - KELVIN;
  const margin = value - limit;
  return [
    {
      id: `activation-${planLayer.id}`,
      kind: 'activation',
      aboutId: planLayer.id,
      subject: planLayer.name,
      level: activationLevel(margin),
      quantity: 'temperature',
      value,
      limit,
      margin,
      sense: 'at least',
      timeS: outcome.coolestPeakS,
      heightM: baseM + outcome.coolestPeakHeightM,
      remedy: 'Lay more plies in one go or warm the shop: below this its shrink control does not work.',
    },
  ];
}
