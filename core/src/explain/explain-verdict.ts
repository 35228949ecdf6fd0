import { cardSubstances } from '../cure/kinetic-card.js';
import { glassTransitionC } from '../cure/vitrification.js';
import { mixLayer } from '../heat/mixture.js';
import type { ResinCard } from '../materials/resin-card.js';
import { cardOf, type CardLibrary } from '../plan/card-library.js';
import type { SectionPlan, PlanLayer } from '../plan/section-plan.js';
import { layerBuild } from '../plan/layer-masses.js';
import { FAN_H, STILL_H } from '../plan/plan-to-case.js';
import { COOL_BELOW_TG_K } from '../judging/verdicts/demold-verdicts.js';
import { POST_CURE_BELOW_TG_K } from '../judging/verdicts/post-cure-verdicts.js';
import type { Verdict } from '../judging/verdicts/verdict.js';
import { cardThresholds } from '../windows/card-thresholds.js';
import type { JointWindow } from '../windows/joint-window.js';
import { fromCard, given, type ExplainedInput, type Explanation } from './explanation.js';

const C = { quantity: 'temperature', digits: 1 } as const;
const K = { quantity: 'temperatureDifference', digits: 1 } as const;

/** What an explanation may look up besides the verdict itself. */
export interface VerdictContext {
  readonly plan: SectionPlan;
  readonly cards: CardLibrary;
  readonly windows: readonly JointWindow[];
}

/**
 * How a verdict's number came about: formula, every input with its origin, the limit and where it stands.
 * @throws DomainError when the plan names a card that is not there
 */
export function explainVerdict(verdict: Verdict, context: VerdictContext): Explanation {
  const layer = context.plan.sessions.flatMap((s) => s.layers).find(({ id }) => id === verdict.aboutId);
  switch (verdict.kind) {
    case 'interface-peak':
      return heat(
        verdict,
        context,
        hottestBulk(context),
        given({ origin: 'plan', symbol: 'limit', name: 'Heat limit of the plug’s face', value: verdict.limit, unit: '°C', ...C }),
      );
    case 'layer-peak':
      return heat(verdict, context, layer, limitOf(layer, context, 'maxLaminateC', 'Hottest laminate wanted', verdict.limit));
    case 'activation':
      return heat(verdict, context, layer, limitOf(layer, context, 'activationC', 'Coolest place must reach', verdict.limit));
    case 'demold-cure':
      return cure(verdict, context, layer);
    case 'demold-tg':
    case 'post-cure-tg':
      return glass(verdict, context, layer);
    case 'window':
      return joint(verdict, context);
    default:
      return plain(verdict, context, layer);
  }
}

function hottestBulk({ plan, cards }: VerdictContext): PlanLayer | undefined {
  const layers = plan.sessions.flatMap((s) => s.layers);
  return layers.reduce<PlanLayer | undefined>(
    (most, one) => (most && layerBuild(most, cards).thicknessM >= layerBuild(one, cards).thicknessM ? most : one),
    undefined,
  );
}

function limitOf(layer: PlanLayer | undefined, { cards }: VerdictContext, key: string, name: string, value: number): ExplainedInput {
  if (!layer) return given({ origin: 'rule', symbol: 'limit', name, value, unit: '°C', ...C });
  return fromCard(cardOf(cards, layer.cardId), key, { symbol: 'limit', name, value, unit: '°C', ...C });
}

/** A peak: the heat equation, the heat in the layer, and how hot it would get if none got out. */
function heat(verdict: Verdict, { plan, cards }: VerdictContext, layer: PlanLayer | undefined, limit: ExplainedInput): Explanation {
  const inputs: ExplainedInput[] = [
    limit,
    given({
      origin: 'plan',
      symbol: 'shop',
      name: 'Shop, mean and swing',
      value: `${plan.climate.meanC.toFixed(1)} ± ${plan.climate.swingC.toFixed(1)}`,
      unit: '°C',
    }),
    given({
      origin: 'rule',
      symbol: 'htop',
      name: plan.climate.fan ? 'Heat to moving air' : 'Heat to still air',
      value: plan.climate.fan ? FAN_H : STILL_H,
      unit: 'W/m²K',
    }),
    given({
      origin: 'plan',
      symbol: 'plug',
      name: 'Plug',
      value: plan.plug.thicknessMm,
      unit: 'mm',
      quantity: 'thickness',
      note: plan.plug.materialId,
    }),
  ];
  return {
    title: `${verdict.subject}, highest temperature`,
    formula: 'C · dT/dt = Σ G · (Tn − T) + q · d(cure)/dt;  q = ρ · wr · H;  without loss: ΔT = wr · H / cp;  margin = limit − peak',
    inputs: layer ? [...heatInputs(layer, cards), ...inputs] : inputs,
    result: given({ origin: 'simulated', symbol: 'peak', name: 'Predicted', value: verdict.value, unit: '°C', ...C }),
    remark: 'Simulated through the whole stack. Near the critical thickness 5 % more heat is 9 K: read it as a band.',
    reference: 'kamal-1974',
  };
}

function heatInputs(layer: PlanLayer, cards: CardLibrary): ExplainedInput[] {
  const card = cardOf(cards, layer.cardId);
  const { thicknessM, glassW } = layerBuild(layer, cards);
  const mixed = mixLayer({ ...cardSubstances(card.kinetics), glassW });
  const { H } = card.kinetics;
  return [
    given({
      origin: 'plan',
      symbol: 'h',
      name: `Thickness of ${layer.name}`,
      value: thicknessM * 1000,
      unit: 'mm',
      quantity: 'thickness',
      digits: 2,
    }),
    ...(layer.catalystPct === null
      ? []
      : [given({ origin: 'plan', symbol: 'cat', name: 'Catalyst', value: layer.catalystPct, unit: '%', digits: 2 })]),
    fromCard(card, 'H', { symbol: 'H', name: 'Heat of cure per kg of resin', value: H / 1000, unit: 'kJ/kg', digits: 0 }),
    given({ origin: 'rule', symbol: 'wr', name: 'Reactive resin in the layer', value: mixed.reactiveW, unit: '', digits: 3 }),
    given({ origin: 'rule', symbol: 'ρ', name: 'Density of the layer', value: mixed.rho, unit: 'kg/m³', digits: 0 }),
    given({ origin: 'rule', symbol: 'cp', name: 'Specific heat of the layer', value: mixed.cp / 1000, unit: 'kJ/kgK', digits: 2 }),
    given({ origin: 'rule', symbol: 'q', name: 'Heat in the layer', value: (mixed.rho * mixed.reactiveW * H) / 1e6, unit: 'MJ/m³', digits: 0 }),
    given({ origin: 'rule', symbol: 'ΔT', name: 'Rise if none got out', value: (mixed.reactiveW * H) / mixed.cp, unit: 'K', ...K }),
    fromCard(card, 'k2', { symbol: 'rate', name: 'Cure rate at 25 °C', value: card.kinetics.k2.toExponential(2), unit: '1/s' }),
    fromCard(card, 'E2', { symbol: 'E', name: 'Activation energy', value: card.kinetics.E2 / 1000, unit: 'kJ/mol', digits: 1 }),
  ];
}

function cure(verdict: Verdict, { cards, plan }: VerdictContext, layer: PlanLayer | undefined): Explanation {
  const card = layer ? cardOf(cards, layer.cardId) : null;
  return {
    title: `${verdict.subject}, cure at demolding`,
    formula: 'd(cure)/dt = (start · e1 + rate · e2 · cure^m) · (most − cure)^n;  margin = cure − limit',
    inputs: card
      ? [
          wantedCure(verdict.limit, card),
          ...rateInputs(card),
          given({ origin: 'plan', symbol: 'shop', name: 'Shop, mean', value: plan.climate.meanC, unit: '°C', ...C }),
          given({ origin: 'plan', symbol: 't', name: 'Demolding after the start of day 1', value: plan.demoldMin / 60, unit: 'h', digits: 1 }),
        ]
      : [],
    result: given({ origin: 'simulated', symbol: 'cure', name: 'Lowest degree of cure in the layer', value: verdict.value, unit: '', digits: 3 }),
    remark: 'In a cool shop cure stops short of full: the most it can reach follows from the glass transition. Warmth brings the rest.',
    reference: 'dibenedetto-1987',
  };
}

/** The card's own number, or most of what the shop's temperature can reach where that is less. */
function wantedCure(value: number, card: ResinCard): ExplainedInput {
  const said = { symbol: 'limit', value, unit: '', digits: 2 };
  if (value < card.limits.demoldCure) return given({ ...said, origin: 'rule', name: 'Most of what this shop’s temperature can reach' });
  return fromCard(card, 'demoldCure', { ...said, name: 'Wanted before demolding' });
}

function rateInputs(card: ResinCard): ExplainedInput[] {
  const { kinetics } = card;
  return [
    fromCard(card, 'k1', { symbol: 'start', name: 'Rate at the start, at 25 °C', value: kinetics.k1.toExponential(2), unit: '1/s' }),
    fromCard(card, 'k2', { symbol: 'rate', name: 'Rate as cure feeds itself, at 25 °C', value: kinetics.k2.toExponential(2), unit: '1/s' }),
    fromCard(card, 'm', { symbol: 'm', name: 'Order m', value: kinetics.m, unit: '' }),
    fromCard(card, 'n', { symbol: 'n', name: 'Order n', value: kinetics.n, unit: '' }),
  ];
}

function glass(verdict: Verdict, { cards }: VerdictContext, layer: PlanLayer | undefined): Explanation {
  const card = layer ? cardOf(cards, layer.cardId) : null;
  const below = verdict.kind === 'demold-tg' ? COOL_BELOW_TG_K : POST_CURE_BELOW_TG_K;
  return {
    title: `${verdict.subject}, against its glass transition`,
    formula: 'Tg = Tg0 + (Tg1 − Tg0) · shape · cure / (1 − (1 − shape) · cure);  limit = Tg − below;  margin = limit − T',
    inputs: card
      ? [
          fromCard(card, 'Tg0', { symbol: 'Tg0', name: 'Tg uncured', value: card.kinetics.Tg0, unit: '°C', ...C }),
          fromCard(card, 'Tg1', { symbol: 'Tg1', name: 'Tg fully cured', value: card.kinetics.Tg1, unit: '°C', ...C }),
          fromCard(card, 'lam', { symbol: 'shape', name: 'Shape of Tg over cure', value: card.kinetics.lam, unit: '', digits: 2 }),
          given({
            origin: 'simulated',
            symbol: 'cure',
            name: 'Degree of cure of that place',
            value: cureOf(verdict.limit + below, card),
            unit: '',
            digits: 3,
          }),
          given({ origin: 'rule', symbol: 'below', name: 'Stay below by', value: below, unit: 'K', ...K }),
          given({ origin: 'rule', symbol: 'limit', name: 'Limit', value: verdict.limit, unit: '°C', ...C }),
        ]
      : [],
    result: given({ origin: 'simulated', symbol: 'T', name: 'Temperature there', value: verdict.value, unit: '°C', ...C }),
    remark: 'Above its glass transition the laminate is soft: it bends as it is pulled, and prints.',
    reference: 'dibenedetto-1987',
  };
}

/** Degree of cure that has a glass transition, by bisection (Tg grows with cure). */
function cureOf(tgC: number, { kinetics }: ResinCard): number {
  let low = 0;
  let high = 1;
  for (let k = 0; k < 40; k++) {
    const mid = (low + high) / 2;
    if (glassTransitionC(mid, kinetics) < tgC) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}

function joint(verdict: Verdict, { plan, cards, windows }: VerdictContext): Explanation {
  const index = plan.sessions.findIndex(({ id }) => id === verdict.aboutId);
  const window = windows.find(({ belowSession }) => belowSession === index - 1);
  const top = plan.sessions.at(index - 1)?.layers.at(-1);
  if (index < 1 || !window || !top) return plain(verdict, { plan, cards, windows }, undefined);
  const card = cardOf(cards, top.cardId);
  const thresholds = cardThresholds(card);
  const { overlay, restartBelowC } = card.limits;
  const pockets = plan.shape?.pockets ?? false;
  const zone = pockets ? window.pocket : window.flat;
  return {
    title: `${verdict.subject}, window`,
    formula: overlay
      ? 'opens at the cure that the sheet’s N minutes at Tref on a film of d reach; closes H hours after laying'
      : 'opens at gel and past the exotherm; closes H hours after laying',
    inputs: [
      ...(overlay
        ? [
            fromCard(card, 'overlayAfterMin', { symbol: 'N', name: 'Next coat may go on after', value: overlay.afterMin, unit: 'min' }),
            fromCard(card, 'overlayAtC', { symbol: 'Tref', name: '… at', value: overlay.atC, unit: '°C', ...C }),
            fromCard(card, 'overlayFilmUm', { symbol: 'd', name: '… for a film of', value: overlay.filmUm, unit: 'µm', quantity: 'film' }),
          ]
        : []),
      given({
        origin: 'simulated',
        symbol: 'open',
        name: 'Degree of cure that is',
        value: thresholds.opens,
        unit: '',
        digits: 3,
        note: 'the card’s own condition, simulated',
      }),
      ...(restartBelowC === null
        ? []
        : [fromCard(card, 'restartBelowC', { symbol: 'Tr', name: 'And past its peak, below', value: restartBelowC, unit: '°C', ...C })]),
      fromCard(card, 'bondClosesH', { symbol: 'H', name: 'Lay on before, else abrade', value: card.limits.bondClosesH, unit: 'h' }),
      ...(pockets
        ? [
            fromCard(card, 'pocketSlowdown', {
              symbol: 'slow',
              name: 'In a deep pocket it takes … times as long',
              value: card.spread.pocketSlowdown,
              unit: '×',
            }),
          ]
        : []),
      given({ origin: 'simulated', symbol: 'cure', name: 'Degree of cure at the planned start', value: zone.cureAtStart, unit: '', digits: 3 }),
      given({ origin: 'simulated', symbol: 'T', name: 'Temperature at the joint then', value: window.tempAtStartC, unit: '°C', ...C }),
    ],
    result: given({ origin: 'simulated', symbol: 'margin', name: 'Inside by', value: verdict.margin, unit: 'h', digits: 1 }),
    remark: 'The bench decides: try it with a glove in the cup, on the flange and in the deepest corner.',
    reference: 'window-thresholds',
  };
}

/** A limit that is compared directly. */
function plain(verdict: Verdict, { plan, cards }: VerdictContext, layer: PlanLayer | undefined): Explanation {
  const unit = { temperature: '°C', cure: '', clock: 'h', percent: '%', ramp: 'K/h' }[verdict.quantity];
  const session = plan.sessions.find(({ id }) => id === verdict.aboutId);
  const owner = layer ?? session?.layers.find((one) => cardOf(cards, one.cardId).limits.shopMinC === verdict.limit);
  const key = { 'catalyst-range': 'catalystMaxPct', 'shop-minimum': 'shopMinC', 'post-cure-ramp': 'postCureRampKPerH' };
  const limitKey = Object.entries(key).find(([kind]) => kind === verdict.kind)?.[1];
  const more = verdict.quantity === 'temperature' ? C : { digits: 2 };
  const limit =
    owner && limitKey
      ? fromCard(cardOf(cards, owner.cardId), limitKey, { symbol: 'limit', name: 'Limit', value: verdict.limit, unit, ...more })
      : given({ origin: 'rule', symbol: 'limit', name: 'Limit', value: verdict.limit, unit, ...more });
  return {
    title: verdict.subject,
    formula: verdict.sense === 'at most' ? 'margin = limit − value' : 'margin = value − limit',
    inputs: [limit],
    result: given({ origin: 'plan', symbol: 'value', name: 'In this plan', value: verdict.value, unit, ...more }),
    remark: verdict.remedy,
    reference: 'card-values',
  };
}
