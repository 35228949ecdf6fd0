import type { KineticCard } from '../cure/kinetic-card.js';
import { DomainError } from '../errors/domain-error.js';
import type { GrowthCase, LayerSpec, SessionSpec } from '../growth/growth-case.js';
import { airTempK, type AirCourse } from '../heat/air.js';
import type { CardLibrary } from './card-library.js';
import { checkPlan } from './check-plan.js';
import type { ResinCard } from '../materials/resin-card.js';
import { laidResin } from './laid-resin.js';
import { layerBuild } from './layer-masses.js';
import { arrivals, pliesArrive, type Place } from './laying.js';
import { potAges } from './pot-age.js';
import { planSurroundings } from './surroundings.js';
import type { SectionPlan, PlanSession } from './section-plan.js';
import { KELVIN } from '../units/kelvin.js';

/** Heat transfer at the free face [W/m²K]: still room, and with a fan (convection and radiation lumped; docs/references.md#surface-h). */
export const STILL_H = 9;
export const FAN_H = 16;
const PLUG_BACK_H = 5;
const CONTACT = 2.5e-4;

/** Plans that make sense: a plan does not change, and both its places are asked for. */
const checked = new WeakSet<SectionPlan>();

/**
 * The simulation's case of a plan at the place that is laid first or last: what is laid has the shop's temperature at its moment, the plug starts with the shop's.
 * @throws DomainError for a plan that makes no sense
 */
export function planToCase(plan: SectionPlan, cards: CardLibrary, place: Place = 'first'): GrowthCase {
  if (!checked.has(plan)) {
    checkPlan(plan);
    checked.add(plan);
  }
  const air = planSurroundings(plan);
  const plugMaterial = cards.plugs.get(plan.plug.materialId);
  if (!plugMaterial) {
    throw new DomainError({
      code: 'unknown-material',
      quantity: 'plug material',
      value: plan.plug.materialId,
      expected: `one of ${[...cards.plugs.keys()].join(', ')}`,
    });
  }
  return {
    endS: plan.demoldMin * 60,
    air,
    topH: plan.climate.fan ? FAN_H : STILL_H,
    plug: {
      layers: [{ name: plan.plug.materialId, material: plugMaterial, thicknessM: plan.plug.thicknessMm / 1000 }],
      back: { kind: 'convective', h: PLUG_BACK_H, tempK: null },
      contactResistance: CONTACT,
      startK: airTempK(air, 0),
    },
    sessions: plan.sessions.map((session) => sessionSpec(session, plan, cards, place, air)),
  };
}

const slowCards = new WeakMap<KineticCard, Map<number, KineticCard>>();

/** A resin as it cures in the zone that is looked at: in a pocket, where styrene lies, everything takes longer. */
function kineticsIn({ zone }: SectionPlan, { kinetics, spread }: ResinCard): KineticCard {
  const slow = zone ? (zone.slow ?? spread.pocketSlowdown) : 1;
  if (slow === 1) return kinetics;
  const known = slowCards.get(kinetics)?.get(slow);
  if (known) return known;
  const { t_ind_min } = kinetics;
  const slowed = { ...kinetics, k1: kinetics.k1 / slow, k2: kinetics.k2 / slow, ...(t_ind_min === undefined ? {} : { t_ind_min: t_ind_min * slow }) };
  slowCards.set(kinetics, (slowCards.get(kinetics) ?? new Map<number, KineticCard>()).set(slow, slowed));
  return slowed;
}

function sessionSpec(session: PlanSession, plan: SectionPlan, cards: CardLibrary, place: Place, air: AirCourse): SessionSpec {
  const startS = session.startMin * 60;
  const layK = session.resinC === undefined ? airTempK(air, startS) : session.resinC + KELVIN;
  const arrive = pliesArrive(session, plan, cards, place);
  const ages = potAges(session, plan, cards, place, layK);
  const layers = session.layers.map((layer, l): LayerSpec => {
    const card = kineticsIn(plan, laidResin(layer, cards));
    const build = layerBuild(layer, cards);
    const plies = arrivals(arrive[l], build.thicknessM, ages[l]);
    return { name: layer.name, card, ...build, catalystPct: card.c_ref === null ? null : layer.catalystPct, ...(plies ? { plies } : {}) };
  });
  return { startS, layK, layers };
}
