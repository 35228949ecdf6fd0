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
    formula: 'sphere of R = d/2, d = (4 · V/π)^(1/3), V = m/ρ;  ρ · cp · dT/dt = k · ∇²T + q · dα/dt;  loss 8 W/m²K;  pot life: α = αgel',
    inputs: [
      given('plan', 'm', 'In the pot', pot.massKg, 'kg', { quantity: 'mass' }),
      given('rule', 'ρ', 'Density of the mix', rho, 'kg/m³', { digits: 0 }),
      given('rule', 'R', 'Radius of the sphere that loses heat as the pot does', cupRadiusM(pot.massKg / rho) * 1000, 'mm', {
        quantity: 'thickness',
      }),
      given('plan', 'T0', 'Resin and shop', pot.startC, '°C', { quantity: 'temperature', digits: 1 }),
      ...(pot.catalystPct === null ? [] : [given('plan', 'cat', 'Catalyst', pot.catalystPct, '%', { digits: 2 })]),
      ...(kinetics.t_ind_min === undefined
        ? []
        : [fromCard(card, 't_ind_min', 'tind', 'Induction at 25 °C', kinetics.t_ind_min, 'min', { digits: 1 })]),
      fromCard(card, 'H', 'H', 'Heat of cure', kinetics.H / 1000, 'kJ/kg', { digits: 0 }),
      fromCard(card, 'k2', 'k2', 'Cure rate at 25 °C', kinetics.k2.toExponential(2), '1/s'),
      fromCard(card, 'a_gel', 'αgel', 'Degree of cure at gel', kinetics.a_gel, '', { digits: 3 }),
      given('simulated', 'peak', 'Hottest in the middle', outcome.peakK - KELVIN, '°C', { quantity: 'temperature' }),
    ],
    result: given(
      'simulated',
      'life',
      'Pot life',
      outcome.gelS === null ? 'not in this time' : outcome.gelS / 60,
      outcome.gelS === null ? '' : 'min',
      { digits: 0 },
    ),
    remark: 'A flat tray lives longer than a pot: spread it out. Stop using it well before gel.',
    reference: 'cup-test',
  };
}
