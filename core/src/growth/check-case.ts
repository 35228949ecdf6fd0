import { DomainError } from '../errors/domain-error.js';
import { requireInRange } from '../errors/require.js';
import { checkKineticCard, type KineticCard } from '../cure/kinetic-card.js';
import { checkAir } from '../heat/air.js';
import type { ThermalMaterial } from '../heat/mixture.js';
import type { GrowthCase, LayerSpec, SessionSpec } from './growth-case.js';

const KELVIN_RANGE = { min: 233, max: 473, unit: 'K' };
const H_RANGE = { min: 0, max: Infinity, unit: 'W/m²K' };

/** Cards that passed: an edit runs the same ones again and again, and they are never written to. */
const passedCards = new WeakSet<KineticCard>();

function checkCardOnce(card: KineticCard): void {
  if (passedCards.has(card)) return;
  checkKineticCard(card);
  passedCards.add(card);
}

/**
 * Refuses a case that cannot be simulated.
 * @throws DomainError naming quantity, value and what was expected
 */
export function checkCase(input: GrowthCase): void {
  requireInRange('end of the simulation', input.endS, { min: 1, max: 3.2e7, unit: 's' });
  requireInRange('heat transfer at the free face', input.topH, H_RANGE);
  checkAir(input.air);
  checkPlug(input);
  input.sessions.forEach((session, i) => {
    checkSession(session, i, i > 0 ? input.sessions[i - 1] : undefined);
  });
}

function checkPlug({ plug, sessions }: GrowthCase): void {
  requireInRange('plug start temperature', plug.startK, KELVIN_RANGE);
  requireInRange('contact resistance plug to stack', plug.contactResistance, { min: 0, max: 1, unit: 'm²K/W' });
  if (plug.back.kind === 'convective') requireInRange('heat transfer at the back of the plug', plug.back.h, H_RANGE);
  for (const layer of plug.layers) {
    requireThickness(`plug layer "${layer.name}", thickness`, layer.thicknessM, 2);
    checkThermal(`plug layer "${layer.name}"`, layer.material);
  }
  if (plug.layers.length === 0 && sessions.length === 0) {
    throw new DomainError({ code: 'value-missing', quantity: 'stack', value: [], expected: 'a plug or at least one session' });
  }
}

function checkThermal(what: string, material: ThermalMaterial): void {
  requireInRange(`${what}, density`, material.rho, { min: 1, max: 25000, unit: 'kg/m³' });
  requireInRange(`${what}, specific heat`, material.cp, { min: 50, max: 10000, unit: 'J/kgK' });
  requireInRange(`${what}, conductivity`, material.k, { min: 0.001, max: 2000, unit: 'W/mK' });
}

function checkSession(session: SessionSpec, index: number, previous: SessionSpec | undefined): void {
  const name = `session ${String(index + 1)}`;
  requireInRange(`${name}, start`, session.startS, { min: 0, max: 3.2e7, unit: 's' });
  if (previous && session.startS < previous.startS) {
    throw new DomainError({
      code: 'session-before-predecessor',
      quantity: `${name}, start`,
      value: `${(session.startS / 3600).toFixed(2)} h`,
      expected: `not before session ${String(index)} at ${(previous.startS / 3600).toFixed(2)} h`,
    });
  }
  requireInRange(`${name}, temperature of what is laid`, session.layK, KELVIN_RANGE);
  for (const layer of session.layers) checkLayer(layer, name);
}

function checkLayer(layer: LayerSpec, session: string): void {
  const what = `${session}, layer "${layer.name}"`;
  requireThickness(`${what}, thickness`, layer.thicknessM, 0.3);
  requireInRange(`${what}, glass fraction by mass`, layer.glassW, { min: 0, max: 0.85, unit: '' });
  checkCardOnce(layer.card);
}

function requireThickness(quantity: string, thicknessM: number, maxM: number): void {
  if (thicknessM === 0) throw new DomainError({ code: 'zero-thickness', quantity, value: '0 mm', expected: 'a thickness above 0.01 mm' });
  if (!(thicknessM >= 1e-5 && thicknessM <= maxM)) {
    throw new DomainError({
      code: 'value-out-of-range',
      quantity,
      value: `${String(thicknessM * 1000)} mm`,
      expected: `between 0.01 and ${String(maxM * 1000)} mm`,
    });
  }
}
