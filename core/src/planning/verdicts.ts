import { KELVIN } from '../cure/kinetics.js';
import type { GrowthResult, LayerOutcome } from '../growth/growth-result.js';
import type { ResinCard } from '../materials/resin-card.js';
import type { JointWindow } from '../windows/joint-window.js';
import { cardOf, type CardLibrary } from './card-library.js';
import { airTempK } from '../heat/air.js';
import type { PlanDocument, PlanLayer } from './plan-document.js';

export type VerdictLevel = 'ok' | 'care' | 'stop';
export type VerdictKind = 'interface-peak' | 'layer-peak' | 'activation' | 'window' | 'demold-cure' | 'shop-minimum' | 'catalyst-range';
/** In what the value, limit and margin are: °C, degree of cure, hours on the plan's clock, percent. */
export type VerdictQuantity = 'temperature' | 'cure' | 'clock' | 'percent';

/** One limit of the plan, with what is predicted for it, when and where. */
export interface Verdict {
  readonly id: string;
  readonly kind: VerdictKind;
  readonly subject: string;
  readonly level: VerdictLevel;
  readonly quantity: VerdictQuantity;
  readonly value: number;
  readonly limit: number;
  /** Positive: kept. Same unit as the value; hours for windows */
  readonly margin: number;
  readonly sense: 'at most' | 'at least';
  readonly timeS: number;
  /** Height above the plug face [m]; null where the verdict has no place */
  readonly heightM: number | null;
  readonly remedy: string;
}

/** Below these margins a kept limit still asks for care: assumed cards are no better (docs/physics.md, bands). */
const CARE = { temperatureC: 6, cure: 0.02, hours: 0.5, percent: 0 };

function level(margin: number, care: number): VerdictLevel {
  if (!(margin >= 0)) return 'stop';
  return margin < care ? 'care' : 'ok';
}

interface Placed {
  readonly planLayer: PlanLayer;
  readonly outcome: LayerOutcome;
  readonly card: ResinCard;
  readonly baseM: number;
}

function placeLayers(plan: PlanDocument, result: GrowthResult, cards: CardLibrary): Placed[] {
  const outcomes = result.layers.filter((layer) => !layer.plug);
  let baseM = 0;
  return plan.sessions
    .flatMap((s) => s.layers)
    .flatMap((planLayer, i) => {
      const outcome = outcomes.at(i);
      if (i >= outcomes.length || !outcome) return [];
      const placed = { planLayer, outcome, card: cardOf(cards, planLayer.cardId), baseM };
      baseM += outcome.thicknessM;
      return [placed];
    });
}

/**
 * Every limit of a plan against the simulation, worst first.
 * @param result a converged run of this plan
 * @param windows one per joint between sessions
 */
export function planVerdicts(plan: PlanDocument, result: GrowthResult, windows: readonly JointWindow[], cards: CardLibrary): Verdict[] {
  const placed = placeLayers(plan, result, cards);
  const verdicts = [
    ...(placed.length > 0 ? [interfacePeak(plan, result)] : []),
    ...placed.flatMap((layer) => [layerPeak(layer, plan), ...activation(layer), demoldCure(layer, plan)]),
    ...windows.map((window) => windowVerdict(window, plan)),
    ...plan.sessions.flatMap((session) => [...shopMinimum(session, plan, result, cards), ...catalystRange(session, cards)]),
  ];
  const rank = { stop: 0, care: 1, ok: 2 };
  return verdicts.sort((a, b) => rank[a.level] - rank[b.level] || a.margin - b.margin);
}

/** The worst level among verdicts. */
export function worstLevel(verdicts: readonly Verdict[]): VerdictLevel {
  if (verdicts.some((v) => v.level === 'stop')) return 'stop';
  return verdicts.some((v) => v.level === 'care') ? 'care' : 'ok';
}

function interfacePeak(plan: PlanDocument, result: GrowthResult): Verdict {
  const face = result.layers.findLast((layer) => layer.plug);
  const first = result.layers.find((layer) => !layer.plug);
  const value = Math.max(face?.peakK ?? 0, 0) - KELVIN;
  const margin = plan.plug.heatLimitC - value;
  return {
    id: 'interface',
    kind: 'interface-peak',
    subject: 'Plug face',
    level: level(margin, CARE.temperatureC),
    quantity: 'temperature',
    value,
    limit: plan.plug.heatLimitC,
    margin,
    sense: 'at most',
    timeS: face?.peakS ?? first?.peakS ?? 0,
    heightM: 0,
    remedy: 'Lay less at once, or wait for the last session to cool; the weakest surface of the plug sets this limit.',
  };
}

function layerPeak({ planLayer, outcome, card, baseM }: Placed, plan: PlanDocument): Verdict {
  const next = plan.sessions.at(outcome.sessionIndex + 1);
  const heatedFromAbove = outcome.sessionIndex + 1 < plan.sessions.length && next !== undefined && outcome.peakS > next.startMin * 60;
  const value = outcome.peakK - KELVIN;
  const margin = card.limits.maxLaminateC - value;
  return {
    id: `peak-${planLayer.id}`,
    kind: 'layer-peak',
    subject: planLayer.name,
    level: level(margin, CARE.temperatureC),
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

function activation({ planLayer, outcome, card, baseM }: Placed): Verdict[] {
  const limit = card.limits.activationC;
  if (limit === null) return [];
  const value = outcome.coolestPeakK - KELVIN;
  const margin = value - limit;
  return [
    {
      id: `activation-${planLayer.id}`,
      kind: 'activation',
      subject: planLayer.name,
      level: level(margin, CARE.temperatureC / 2),
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

function demoldCure({ planLayer, outcome, card, baseM }: Placed, plan: PlanDocument): Verdict {
  const margin = outcome.cureMin - card.limits.demoldCure;
  return {
    id: `demold-${planLayer.id}`,
    kind: 'demold-cure',
    subject: planLayer.name,
    level: level(margin, CARE.cure),
    quantity: 'cure',
    value: outcome.cureMin,
    limit: card.limits.demoldCure,
    margin,
    sense: 'at least',
    timeS: plan.demoldMin * 60,
    heightM: baseM + outcome.thicknessM / 2,
    remedy: 'Leave it on the plug longer or warm it before demolding.',
  };
}

/** How far inside its window a start lies, in hours; negative outside. */
function windowMargin({ state, plannedS, opensS, closesS, wetUntilS }: JointWindow): { limitS: number; marginS: number; sense: Verdict['sense'] } {
  if (state === 'wet-on-wet' && wetUntilS !== null) return { limitS: wetUntilS, marginS: wetUntilS - plannedS, sense: 'at most' };
  if (opensS === null) return { limitS: closesS, marginS: -Infinity, sense: 'at least' };
  const sinceOpen = plannedS - opensS;
  const untilClose = closesS - plannedS;
  return sinceOpen < untilClose
    ? { limitS: opensS, marginS: sinceOpen, sense: 'at least' }
    : { limitS: closesS, marginS: untilClose, sense: 'at most' };
}

const WINDOW_REMEDY: Record<JointWindow['state'], string> = {
  inside: 'Try it on the flange before you start: the bench decides, not the clock.',
  'wet-on-wet': 'It goes on before gel and cures as one mass: check the peak.',
  early: 'Start later: the coat below would still move, or is still hot.',
  late: 'Abrade to dull and wipe before the next coat, or start earlier.',
};

function windowVerdict(window: JointWindow, plan: PlanDocument): Verdict {
  const { limitS, marginS, sense } = windowMargin(window);
  const margin = marginS / 3600;
  const graded =
    window.state === 'late'
      ? 'care'
      : level(window.state === 'early' ? Math.min(margin, -1e-3) : margin, window.state === 'wet-on-wet' ? 0.1 : CARE.hours);
  const next = plan.sessions[window.belowSession + 1];
  return {
    id: `window-${next.id}`,
    kind: 'window',
    subject: `${next.name} onto ${plan.sessions[window.belowSession].name}`,
    level: graded,
    quantity: 'clock',
    value: window.plannedS / 3600,
    limit: limitS / 3600,
    margin: Number.isFinite(margin) ? margin : -99,
    sense,
    timeS: window.plannedS,
    heightM: null,
    remedy: WINDOW_REMEDY[window.state],
  };
}

function shopMinimum(session: PlanDocument['sessions'][number], plan: PlanDocument, result: GrowthResult, cards: CardLibrary): Verdict[] {
  const value = airTempK(result.input.air, session.startMin * 60) - KELVIN;
  const limits = session.layers.map((layer) => cardOf(cards, layer.cardId).limits.shopMinC);
  const limit = Math.max(...limits);
  const margin = value - limit;
  if (margin >= 2) return [];
  return [
    {
      id: `shop-${session.id}`,
      kind: 'shop-minimum',
      subject: `Shop at ${session.name}`,
      level: level(margin, 2),
      quantity: 'temperature',
      value,
      limit,
      margin,
      sense: 'at least',
      timeS: session.startMin * 60,
      heightM: null,
      remedy: `Warm the shop (mean ${plan.climate.meanC.toFixed(0)} °C in this plan) or start in the warm part of the day.`,
    },
  ];
}

function catalystRange(session: PlanDocument['sessions'][number], cards: CardLibrary): Verdict[] {
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
