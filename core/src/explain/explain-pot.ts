import { cupRadiusM, type CupOutcome } from '../growth/cup-test.js';
import { cardSubstances } from '../cure/kinetic-card.js';
import { KELVIN } from '../units/kelvin.js';
import { mixLayer } from '../heat/mixture.js';
import type { ResinCard } from '../materials/resin-card.js';
import { fromCard, given, type Explanation } from './explanation.js';

/** Pot life and peak of a pot left standing. */
export function explainPot(
  card: ResinCard,
  pot: { massKg: number; startC: number; catalystPct: number | null },
  outcome: Pick<CupOutcome, 'gelS' | 'peakK'>,
): Explanation {
  const { rho } = mixLayer({ ...cardSubstances(card.kinetics), glassW: 0 });
  const { kinetics } = card;
  return {
    title: `${card.name}, a pot left standing`,
    formula: 'sphere of R = d/2, d = (4 · V/π)^(1/3), V = m/ρ;  ρ · cp · dT/dt = k · ∇²T + q · d(cure)/dt;  loss 8 W/m²K;  pot life: until gel',
    inputs: [
      given({ origin: 'plan', symbol: 'm', name: 'In the pot', value: pot.massKg, unit: 'kg', quantity: 'mass' }),
      given({ origin: 'rule', symbol: 'ρ', name: 'Density of the mix', value: rho, unit: 'kg/m³', digits: 0 }),
      given({
        origin: 'rule',
        symbol: 'R',
        name: 'Radius of the sphere that loses heat as the pot does',
        value: cupRadiusM(pot.massKg / rho) * 1000,
        unit: 'mm',
        quantity: 'thickness',
      }),
      given({ origin: 'plan', symbol: 'T0', name: 'Resin and shop', value: pot.startC, unit: '°C', quantity: 'temperature', digits: 1 }),
      ...(pot.catalystPct === null ? [] : [given({ origin: 'plan', symbol: 'cat', name: 'Catalyst', value: pot.catalystPct, unit: '%', digits: 2 })]),
      ...(kinetics.t_ind_min === undefined
        ? []
        : [fromCard(card, 't_ind_min', { symbol: 'tind', name: 'Induction at 25 °C', value: kinetics.t_ind_min, unit: 'min', digits: 1 })]),
      fromCard(card, 'H', { symbol: 'H', name: 'Heat of cure', value: kinetics.H / 1000, unit: 'kJ/kg', digits: 0 }),
      fromCard(card, 'k2', { symbol: 'rate', name: 'Cure rate at 25 °C', value: kinetics.k2.toExponential(2), unit: '1/s' }),
      fromCard(card, 'a_gel', { symbol: 'gel', name: 'Degree of cure at gel', value: kinetics.a_gel, unit: '', digits: 3 }),
      given({
        origin: 'simulated',
        symbol: 'peak',
        name: 'Hottest in the middle',
        value: outcome.peakK - KELVIN,
        unit: '°C',
        quantity: 'temperature',
      }),
    ],
    result: given({
      origin: 'simulated',
      symbol: 'life',
      name: 'Pot life',
      value: outcome.gelS === null ? 'not in this time' : outcome.gelS / 60,
      unit: outcome.gelS === null ? '' : 'min',
      digits: 0,
    }),
    remark: 'A flat tray lives longer than a pot: spread it out. Stop using it well before gel.',
    reference: 'cup-test',
  };
}
