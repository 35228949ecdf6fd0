import { cardSubstances } from '../cure/kinetic-card.js';
import { GLASS, mixLayer } from '../heat/mixture.js';
import type { CardLibrary } from '../plan/card-library.js';
import { laidResin } from '../plan/laid-resin.js';
import type { PlanLayer } from '../plan/section-plan.js';
import { layerBuild, layerMasses, transferOf } from '../plan/layer-masses.js';
import { fromCard, given, type ExplainedInput, type Explanation } from './explanation.js';

const MM = { quantity: 'thickness', digits: 2 } as const;

/** Density of a mixed layer [kg/m³] with its inputs. */
function density(layer: PlanLayer, cards: CardLibrary): { rho: number; inputs: ExplainedInput[] } {
  const card = laidResin(layer, cards);
  const { glassW } = layerBuild(layer, cards);
  const { rho } = mixLayer({ ...cardSubstances(card.kinetics), glassW });
  const filler = card.kinetics.filler_w ?? 0;
  return {
    rho,
    inputs: [
      fromCard(card, 'rho_r', { symbol: 'ρr', name: 'Density of the resin without filler', value: card.kinetics.rho_r, unit: 'kg/m³' }),
      (layer.additions ?? []).length > 0
        ? given({ origin: 'plan', symbol: 'wf', name: 'Filler in the paste, with what is stirred in', value: filler, unit: '', digits: 3 })
        : fromCard(card, 'filler_w', { symbol: 'wf', name: 'Filler in the paste', value: filler, unit: '' }),
    ],
  };
}

/** Thickness of a layer: a film as it is laid, plies from areal weight and resin. */
export function explainThickness(layer: PlanLayer, cards: CardLibrary): Explanation {
  const { thicknessM, glassW } = layerBuild(layer, cards);
  const result = given({ origin: 'rule', symbol: 'h', name: 'Thickness', value: thicknessM * 1000, unit: 'mm', ...MM });
  if (!layer.laminate) {
    return {
      title: `${layer.name}, thickness`,
      formula: 'h = film',
      inputs: [given({ origin: 'plan', symbol: 'film', name: 'Wet film', value: layer.wetFilmUm ?? 0, unit: 'µm', quantity: 'film' })],
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
      given({ origin: 'plan', symbol: 'plies', name: 'Plies', value: plies, unit: '' }),
      given({ origin: 'plan', symbol: 'gsm', name: 'Areal weight of one', value: glassGsm, unit: 'g/m²', quantity: 'arealWeight' }),
      given({ origin: 'plan', symbol: 'ratio', name: 'Resin to glass by weight', value: resinToGlass, unit: ': 1', digits: 2 }),
      given({ origin: 'rule', symbol: 'w', name: 'Glass by weight', value: glassW, unit: '', digits: 3 }),
      given({ origin: 'rule', symbol: 'ρ', name: 'Density of the laminate', value: rho, unit: 'kg/m³', digits: 0 }),
      ...inputs,
      given({ origin: 'constant', symbol: 'glass', name: 'Density of glass', value: GLASS.rho, unit: 'kg/m³' }),
    ],
    result,
    remark: 'Without voids. Well rolled mat comes close; cloth laid by hand holds a little air.',
    reference: 'laminate-thickness',
  };
}

/** What has to be mixed for a layer. */
export function explainMixed(layer: PlanLayer, areaM2: number, cards: CardLibrary): Explanation {
  const card = laidResin(layer, cards);
  const { thicknessM, glassW } = layerBuild(layer, cards);
  const { rho, inputs } = density(layer, cards);
  const { mixedKg } = layerMasses(layer, areaM2, cards);
  return {
    title: `${layer.name}, resin to mix`,
    formula: 'm = A · h · ρ · (1 − w) / t',
    inputs: [
      given({ origin: 'plan', symbol: 'A', name: 'Area of the mold', value: areaM2, unit: 'm²', quantity: 'area', digits: 2 }),
      given({ origin: 'rule', symbol: 'h', name: 'Thickness', value: thicknessM * 1000, unit: 'mm', ...MM }),
      given({ origin: 'rule', symbol: 'ρ', name: 'Density of the layer', value: rho, unit: 'kg/m³', digits: 0 }),
      given({ origin: 'rule', symbol: 'w', name: 'Glass by weight', value: glassW, unit: '', digits: 3 }),
      layer.application
        ? given({
            origin: 'assumed',
            symbol: 't',
            name: `Share that reaches the mold, ${layer.application.method}`,
            value: transferOf(layer, card),
            unit: '',
            digits: 2,
          })
        : fromCard(card, 'transferShare', { symbol: 't', name: 'Share that reaches the mold', value: card.transfer, unit: '', digits: 2 }),
      ...inputs,
    ],
    result: given({ origin: 'rule', symbol: 'm', name: 'Resin to mix', value: mixedKg, unit: 'kg', quantity: 'mass' }),
    remark: 'Brush loses little, spray a quarter to a half; the pot and the tools keep some as well.',
    reference: 'transfer',
  };
}
