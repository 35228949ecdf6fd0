import { cardSubstances } from '../cure/kinetic-card.js';
import { GLASS, mixLayer } from '../heat/mixture.js';
import { cardOf, type CardLibrary } from '../plan/card-library.js';
import type { PlanLayer } from '../plan/plan-document.js';
import { layerBuild, layerMasses, transferOf } from '../plan/plan-to-case.js';
import { fromCard, given, type ExplainedInput, type Explanation } from './explanation.js';

const MM = { quantity: 'thickness', digits: 2 } as const;

/** Density of a mixed layer [kg/m³] with its inputs. */
function density(layer: PlanLayer, cards: CardLibrary): { rho: number; inputs: ExplainedInput[] } {
  const card = cardOf(cards, layer.cardId);
  const { glassW } = layerBuild(layer, cards);
  const { rho } = mixLayer({ ...cardSubstances(card.kinetics), glassW });
  return {
    rho,
    inputs: [
      fromCard(card, 'rho_r', 'ρr', 'Density of the resin without filler', card.kinetics.rho_r, 'kg/m³'),
      fromCard(card, 'filler_w', 'wf', 'Filler in the paste', card.kinetics.filler_w ?? 0, ''),
    ],
  };
}

/** Thickness of a layer: a film as it is laid, plies from areal weight and resin. */
export function explainThickness(layer: PlanLayer, cards: CardLibrary): Explanation {
  const { thicknessM, glassW } = layerBuild(layer, cards);
  const result = given('rule', 'h', 'Thickness', thicknessM * 1000, 'mm', MM);
  if (!layer.laminate) {
    return {
      title: `${layer.name}, thickness`,
      formula: 'h = film',
      inputs: [given('plan', 'film', 'Wet film', layer.wetFilmUm ?? 0, 'µm', { quantity: 'film' })],
      result,
      remark: 'Shrink and what evaporates are left out: measure the wet film with a gauge.',
      reference: 'laminate-thickness',
    };
  }
  const { plies, glassGsm, resinToGlass } = layer.laminate;
  const { rho, inputs } = density(layer, cards);
  return {
    title: `${layer.name}, thickness`,
    formula: 'h = plies · gsm / w / ρ;  w = 1 / (1 + ratio);  1/ρ = w/2560 + (1 − w)/ρpaste',
    inputs: [
      given('plan', 'plies', 'Plies', plies, ''),
      given('plan', 'gsm', 'Areal weight of one', glassGsm, 'g/m²', { quantity: 'arealWeight' }),
      given('plan', 'ratio', 'Resin to glass by weight', resinToGlass, ': 1', { digits: 2 }),
      given('rule', 'w', 'Glass by weight', glassW, '', { digits: 3 }),
      given('rule', 'ρ', 'Density of the laminate', rho, 'kg/m³', { digits: 0 }),
      ...inputs,
      given('constant', 'glass', 'Density of glass', GLASS.rho, 'kg/m³'),
    ],
    result,
    remark: 'Without voids. Well rolled mat comes close; cloth laid by hand holds a little air.',
    reference: 'laminate-thickness',
  };
}

/** What has to be mixed for a layer. */
export function explainMixed(layer: PlanLayer, areaM2: number, cards: CardLibrary): Explanation {
  const card = cardOf(cards, layer.cardId);
  const { thicknessM, glassW } = layerBuild(layer, cards);
  const { rho, inputs } = density(layer, cards);
  const { mixedKg } = layerMasses(layer, areaM2, cards);
  return {
    title: `${layer.name}, resin to mix`,
    formula: 'm = A · h · ρ · (1 − w) / t',
    inputs: [
      given('plan', 'A', 'Area of the mold', areaM2, 'm²', { quantity: 'area', digits: 2 }),
      given('rule', 'h', 'Thickness', thicknessM * 1000, 'mm', MM),
      given('rule', 'ρ', 'Density of the layer', rho, 'kg/m³', { digits: 0 }),
      given('rule', 'w', 'Glass by weight', glassW, '', { digits: 3 }),
      layer.application
        ? given('assumed', 't', `Share that reaches the mold, ${layer.application.method}`, transferOf(layer, card), '', { digits: 2 })
        : fromCard(card, 'transferShare', 't', 'Share that reaches the mold', card.transfer, '', { digits: 2 }),
      ...inputs,
    ],
    result: given('rule', 'm', 'Resin to mix', mixedKg, 'kg', { quantity: 'mass' }),
    remark: 'Brush loses little, spray a quarter to a half; the pot and the tools keep some as well.',
    reference: 'transfer',
  };
}
