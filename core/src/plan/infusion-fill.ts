import { airTempK } from '../heat/air.js';
import { KELVIN } from '../units/kelvin.js';
import { cardNumber, type MaterialCard } from '../materials/material-card.js';
import { STATED_AT_C, viscosityAt } from '../materials/viscosity.js';
import { laidResin } from './laid-resin.js';
import { planAir } from './shop-air.js';
import { cardOf, type CardLibrary } from './card-library.js';
import type { PlanLayer, PlanSession, SectionPlan } from './section-plan.js';
import { layerBuild } from './layer-masses.js';
import { DEFAULT_INFUSION, fillTimeS, layeredPermeability, type InfusionPlan } from './parts/infusion.js';

/** What stands in for a card that does not say (assumed, marked so). */
export const ASSUMED_PERMEABILITY_M2 = 2e-9;
export const ASSUMED_VISCOSITY_PAS = 0.3;
export const ASSUMED_MESH_MM = 1;

/** Permeability is known to about this factor, either way (assumed). */
export const FILL_BAND = 2;

/** An infused layer: how long it fills, against when it gels. */
export interface InfusionOutcome {
  readonly layer: PlanLayer;
  readonly fillS: number;
  /** After laying [s]; null: not simulated, or never */
  readonly gelS: number | null;
  readonly permeabilityM2: number;
  readonly viscosityPaS: number;
  /** Values that no card stated */
  readonly assumed: readonly string[];
}

/** Whether a layer is laid dry and filled under vacuum. */
export const isInfused = ({ cardId, laminate }: PlanLayer, cards: CardLibrary): boolean =>
  laminate !== null && cardOf(cards, cardId).family === 'infusion';

/** Layers of the plan whose resin is for infusion. */
export function infusedLayers(plan: SectionPlan, cards: CardLibrary): PlanLayer[] {
  return plan.sessions.flatMap(({ layers }) => layers.filter((layer) => isInfused(layer, cards)));
}

function stated(card: MaterialCard | undefined, key: string, otherwise: number, name: string, assumed: string[]): number {
  const value = card ? cardNumber(card, key) : null;
  if (value === null) assumed.push(name);
  return value ?? otherwise;
}

/** What an infused layer's fill depends on besides the infusion. */
export interface InfusionMoment {
  /** From laying to gel [s], from the simulation; null: not simulated, or never */
  readonly gelS: number | null;
  /** Of resin and shop as it fills [°C]; its viscosity follows */
  readonly tempC: number;
}

/** The shop as an infused layer's session begins [°C]. */
export function infusedAtC(layer: PlanLayer, { sessions, climate }: SectionPlan): number {
  const session = sessions.find(({ layers }) => layers.some(({ id }) => id === layer.id));
  return session ? airTempK(planAir(climate), session.startMin * 60) - KELVIN : STATED_AT_C;
}

export function infusionOutcome(layer: PlanLayer, infusion: InfusionPlan, cards: CardLibrary, { gelS, tempC }: InfusionMoment): InfusionOutcome {
  const assumed: string[] = [];
  const fabric = layer.fabricId === undefined ? undefined : cards.sheets.get(layer.fabricId);
  const mesh = infusion.meshId === null ? undefined : cards.sheets.get(infusion.meshId);
  const fiberK = stated(fabric, 'permeabilityM2', ASSUMED_PERMEABILITY_M2, 'permeability of the reinforcement', assumed);
  const stack = [{ permeabilityM2: fiberK, thicknessM: layerBuild(layer, cards).thicknessM }];
  if (infusion.meshId !== null) {
    stack.push({
      permeabilityM2: stated(mesh, 'permeabilityM2', 1e-8, 'permeability of the mesh', assumed),
      thicknessM: stated(mesh, 'thicknessMm', ASSUMED_MESH_MM, 'thickness of the mesh', assumed) / 1000,
    });
  }
  const permeabilityM2 = layeredPermeability(stack);
  const card = cardOf(cards, layer.cardId);
  const atSheet = stated(card.sheet, 'viscosityPaS', ASSUMED_VISCOSITY_PAS, 'viscosity of the resin', assumed);
  const viscosityPaS = atSheet * viscosityAt(card, laidResin(layer, cards), tempC).factor;
  const fillS = fillTimeS({
    porosity: 1 - infusion.fiberVolumeShare,
    viscosityPaS,
    lengthM: infusion.flowLengthMm / 1000,
    permeabilityM2,
    pressurePa: infusion.deltaPKPa * 1000,
  });
  return { layer, fillS, gelS, permeabilityM2, viscosityPaS, assumed };
}

/** How long the dry stack of an infused layer fills, as its session begins [s]. */
export function fillSeconds(layer: PlanLayer, session: PlanSession, plan: SectionPlan, cards: CardLibrary): number {
  const tempC = session.resinC ?? airTempK(planAir(plan.climate), session.startMin * 60) - KELVIN;
  return infusionOutcome(layer, plan.infusion ?? DEFAULT_INFUSION, cards, { gelS: null, tempC }).fillS;
}
