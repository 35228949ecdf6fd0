import { airTempK, type AirCourse } from '../heat/air.js';
import { layEvents } from '../growth/lay-events.js';
import type { KineticCard } from '../cure/kinetic-card.js';
import type { ThermalMaterial } from '../heat/mixture.js';
import { cardOf, type CardLibrary } from '../plan/card-library.js';
import type { Place } from '../plan/laying.js';
import type { LayerSpec } from '../growth/growth-case.js';
import type { ResinCard } from '../materials/resin-card.js';
import type { PlanLayer, SectionPlan } from '../plan/section-plan.js';
import { planToCase } from '../plan/plan-to-case.js';
import { KELVIN } from '../units/kelvin.js';

type AirFile =
  number | { readonly mean: number; readonly amp: number; readonly t_max_h: number } | { readonly t_h: number[]; readonly T_C: number[] };

interface PlyFile {
  readonly name: string;
  readonly resin: string;
  readonly mm: number;
  readonly glass_w: number;
  readonly cat_pct: number | null;
  /** Share of its induction behind it as it is laid, from the age of its pot */
  readonly X?: number;
}

/** A case file (docs/formats.md): what `npm run simulate` reads. */
export interface CaseFile {
  readonly name: string;
  readonly t_end_h: number;
  readonly air: AirFile;
  readonly top: { readonly h: number };
  readonly plug: {
    readonly layers: readonly { readonly material: string; readonly mm: number }[];
    readonly back: 'adiabatic' | { readonly h: number; readonly T_C?: number };
    readonly Rc: number;
    readonly T0_C: number;
  };
  readonly sessions: readonly { readonly t_h: number; readonly T_lay_C: number; readonly plies: readonly PlyFile[] }[];
  readonly cards: Readonly<Record<string, KineticCard>>;
  readonly materials: Readonly<Record<string, ThermalMaterial>>;
  readonly set: Readonly<Record<string, object>>;
  readonly demold_h: number;
}

/** Air that has no formula of its own is given by points so far apart [s]. */
const EVERY_S = 300;

function airFile(air: AirCourse, endS: number): AirFile {
  if (air.kind === 'constant') return air.tempK - KELVIN;
  if (air.kind === 'daily') return { mean: air.meanK - KELVIN, amp: air.ampK, t_max_h: air.warmestS / 3600 };
  const times = Array.from({ length: Math.ceil(endS / EVERY_S) + 1 }, (_, i) => Math.min(endS, i * EVERY_S));
  return { t_h: times.map((s) => s / 3600), T_C: times.map((s) => airTempK(air, s) - KELVIN) };
}

/**
 * What is simulated for a plan at the place laid first or last, as a case file with its own cards, materials and mechanics: one session for
 * each arrival of plies.
 * @throws DomainError for a plan that makes no sense
 */
export function caseOfPlan(plan: SectionPlan, cards: CardLibrary, place: Place = 'first'): CaseFile {
  const input = planToCase(plan, cards, place);
  const layers = plan.sessions.flatMap((session) => session.layers);
  const laid = input.sessions.flatMap((session) => session.layers);
  const resins = namedResins(laid, layers, cards);
  const { back } = input.plug;
  return {
    name: `plan, place laid ${place}`,
    t_end_h: input.endS / 3600,
    air: airFile(input.air, input.endS),
    top: { h: input.topH },
    plug: {
      layers: input.plug.layers.map(({ name, thicknessM }) => ({ material: name, mm: thicknessM * 1000 })),
      back: back.kind === 'adiabatic' ? 'adiabatic' : { h: back.h, ...(back.tempK === null ? {} : { T_C: back.tempK - KELVIN }) },
      Rc: input.plug.contactResistance,
      T0_C: input.plug.startK - KELVIN,
    },
    sessions: layEvents(input).map(({ timeS, layK, pieces }) => ({
      t_h: timeS / 3600,
      T_lay_C: layK - KELVIN,
      plies: pieces.map(({ layer, thicknessM, fromPly, toPly, inductionUsed }) => ({
        name: layer.plies === undefined ? layer.name : `${layer.name}, ply ${plyNumbers(fromPly, toPly)}`,
        resin: resins.idOf(layer.card),
        mm: thicknessM * 1000,
        glass_w: layer.glassW,
        cat_pct: layer.catalystPct,
        ...(inductionUsed > 0 ? { X: inductionUsed } : {}),
      })),
    })),
    cards: Object.fromEntries(resins.all.map(({ id, kinetics }) => [id, kinetics])),
    materials: Object.fromEntries(input.plug.layers.map(({ name, material }) => [name, material])),
    set: Object.fromEntries(
      resins.all.map(({ id, card: { set, limits } }) => [
        id,
        {
          E_GPa: set.modulusPa / 1e9,
          nu: set.poisson,
          S: set.shrink,
          aI: set.expansionInPlane,
          ...(limits.activationC === null || set.shrinkActivated === null ? {} : { S_act: set.shrinkActivated, act_C: limits.activationC }),
        },
      ]),
    ),
    demold_h: plan.demoldMin / 60,
  };
}

interface NamedResin {
  readonly id: string;
  /** As it cures in this place, with what is stirred in */
  readonly kinetics: KineticCard;
  readonly card: ResinCard;
}

/** Resins as they are laid: one that cures slower in a pocket, or that something is stirred into, is another one than its card's. */
function namedResins(
  laid: readonly LayerSpec[],
  layers: readonly PlanLayer[],
  cards: CardLibrary,
): { readonly all: readonly NamedResin[]; readonly idOf: (kinetics: KineticCard) => string } {
  const all: NamedResin[] = [];
  laid.forEach(({ card: kinetics }, i) => {
    if (all.some((one) => one.kinetics === kinetics)) return;
    const card = cardOf(cards, layers[i].cardId);
    const alike = all.filter((one) => one.card === card).length;
    all.push({ id: alike === 0 ? card.id : `${card.id}_${String(alike + 1)}`, kinetics, card });
  });
  return { all, idOf: (kinetics) => all.find((one) => one.kinetics === kinetics)?.id ?? '' };
}

const plyNumbers = (from: number, to: number): string => (to - from === 1 ? String(to) : `${String(from + 1)} to ${String(to)}`);
