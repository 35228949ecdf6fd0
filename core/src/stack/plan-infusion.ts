import { airTempK } from '../heat/air.js';
import { KELVIN } from '../units/kelvin.js';
import { cardFlag, cardNumber, type MaterialCard } from '../materials/material-card.js';
import { STATED_AT_C, viscosityAt } from '../materials/viscosity.js';
import { laidResin } from '../plan/laid-resin.js';
import { planAir } from '../plan/shop-air.js';
import { cardOf, type CardLibrary } from '../plan/card-library.js';
import type { Objection } from '../plan/objection.js';
import type { SectionPlan, PlanLayer } from '../plan/section-plan.js';
import { layerBuild } from '../plan/layer-masses.js';
import { CARE_DROP_MBAR, fillTimeS, layeredPermeability, MOST_DROP_MBAR, type InfusionPlan } from '../plan/parts/infusion.js';

/** What stands in for a card that does not say (assumed, marked so). */
export const ASSUMED_PERMEABILITY_M2 = 2e-9;
export const ASSUMED_VISCOSITY_PAS = 0.3;
export const ASSUMED_MESH_MM = 1;

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

/** Layers of the plan whose resin is for infusion. */
export function infusedLayers(plan: SectionPlan, cards: CardLibrary): PlanLayer[] {
  return plan.sessions.flatMap(({ layers }) =>
    layers.filter((layer) => cardOf(cards, layer.cardId).family === 'infusion' && layer.laminate !== null),
  );
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

/** Permeability is known to about this factor, either way (assumed). */
export const FILL_BAND = 2;

/** Share of the gel time that a fill may take. */
const FILL_SHARE = 0.7;
const say = (parts: Omit<Objection, 'stage'>): Objection => ({ stage: 'stack', ...parts });
const minutes = (s: number): string => `${(s / 60).toFixed(0)} min`;

/**
 * What speaks against an infusion: fill against gel, gassing hardener, leak.
 * @param gelS time from laying to gel by layer [s], from the simulation
 */
export function infusionObjections(plan: SectionPlan, cards: CardLibrary, gelS: ReadonlyMap<string, number>): Objection[] {
  const { infusion } = plan;
  const layers = infusedLayers(plan, cards);
  if (layers.length === 0) return [];
  if (!infusion)
    return [
      say({
        level: 'care',
        id: 'infusion-missing',
        title: 'Infusion not planned',
        why: 'Fill time and leak test are not known.',
        remedy: 'Fill in flow length, mesh and pressure.',
      }),
    ];
  const outcomes = layers.map((layer) =>
    infusionOutcome(layer, infusion, cards, { gelS: gelS.get(layer.id) ?? null, tempC: infusedAtC(layer, plan) }),
  );
  const found = outcomes.flatMap(({ layer, fillS, gelS: gelAfterS, assumed }): Objection[] => {
    const list: Objection[] = [];
    if (gelAfterS !== null && fillS > FILL_SHARE * gelAfterS)
      list.push(
        say({
          level: fillS > gelAfterS ? 'stop' : 'care',
          id: `fill-${layer.id}`,
          title: `${layer.name} fills in ${minutes(fillS)}`,
          why: `It gels after ${minutes(gelAfterS)}.`,
          remedy: 'Shorter flow (more feed lines), flow mesh, thinner or slower resin.',
        }),
      );
    if (assumed.length > 0)
      list.push(
        say({
          level: 'note',
          id: `fill-assumed-${layer.id}`,
          title: `${layer.name}: fill time`,
          why: `No card states: ${assumed.join(', ')}. Typical values are taken (assumed).`,
          remedy: 'Enter them in Stores, or time a small panel.',
        }),
      );
    return list;
  });
  const hardener = cards.sheets.get(infusion.hardenerId);
  if (hardener && cardFlag(hardener, 'gasses'))
    found.push(
      say({
        level: 'stop',
        id: 'hardener-gasses',
        title: hardener.name,
        why: 'It gasses under vacuum: bubbles stay in the laminate.',
        remedy: 'Take a hardener that does not gas.',
      }),
    );
  if (infusion.dropMbar === null)
    found.push(
      say({
        level: 'note',
        id: 'drop-test',
        title: 'Drop test not done',
        why: 'A leak pulls air through the laminate.',
        remedy: `Close the pump off: at most ${String(MOST_DROP_MBAR)} mbar in ten minutes, then resin.`,
      }),
    );
  else if (infusion.dropMbar > CARE_DROP_MBAR)
    found.push(
      say({
        level: infusion.dropMbar > MOST_DROP_MBAR ? 'stop' : 'care',
        id: 'drop-test',
        title: `Drop test ${String(infusion.dropMbar)} mbar`,
        why: 'The bag leaks: air is pulled through the laminate.',
        remedy: 'Find the leak by ear and gauge before any resin is mixed.',
      }),
    );
  return found;
}
