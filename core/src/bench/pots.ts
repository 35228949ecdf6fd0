import { airTempK } from '../heat/air.js';
import { counted, readingsOf, type StepEntry } from '../log/entry.js';
import type { PotLookup } from '../mix/mix-sheet.js';
import { cardOf, type CardLibrary } from '../plan/card-library.js';
import { laidResin } from '../plan/laid-resin.js';
import { DEFAULT_MIX } from '../plan/parts/mix-plan.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { planAir } from '../plan/shop-air.js';
import type { Step } from '../steps/step.js';
import { KELVIN } from '../units/kelvin.js';
import { layerOfLine } from './judge-reading.js';

/** A pot that is mixed and not used up. */
export interface RunningPot {
  readonly id: string;
  readonly name: string;
  readonly grams: number;
  /** By the plan's clock [min] */
  readonly mixedMin: number;
  /** Share of its life that the plan wants it empty by [min] */
  readonly emptyByMin: number;
  /** null: it lasts for hours */
  readonly gelsMin: number | null;
}

/** A pot is forgotten about this long after it gelled [min]. */
const SHOWN_AFTER_MIN = 20;

/**
 * Pots that were weighed, not thrown away, and whose layer is not laid yet: with the life that this mass, this ratio and the air as read give.
 * @param look simulates a pot; the shop's last reading of the air, else what was planned, is its temperature
 */
export function runningPots(
  {
    plan,
    steps,
    entries,
    minuteOf,
    nowMin,
    cards,
  }: {
    readonly plan: PlanDocument;
    readonly steps: readonly Step[];
    readonly entries: readonly StepEntry[];
    readonly minuteOf: (iso: string) => number;
    readonly nowMin: number;
    readonly cards: CardLibrary;
  },
  look: PotLookup,
): RunningPot[] {
  const lines = counted(entries);
  const done = new Set(lines.filter(({ kind }) => kind === 'done' || kind === 'skipped').map(({ stepId }) => stepId));
  const air = readingsOf(entries, 'temperature').filter(({ data }) => data.at === 'air' || data.at === 'drum');
  return readingsOf(entries, 'pot').flatMap(({ id, at, stepId, data }): RunningPot[] => {
    if (data.thrownAway || !cards.resins.has(data.cardId)) return [];
    const mixedMin = minuteOf(at);
    const layer = layerOfLine(plan, stepId, data.layerId)?.layer ?? null;
    const plies = layer === null ? [] : steps.filter(({ kind, layerId }) => kind === 'lay' && layerId === layer.id);
    if (plies.length > 0 && plies.every((step) => done.has(step.id))) return [];
    const card = layer?.cardId === data.cardId ? laidResin(layer, cards) : cardOf(cards, data.cardId);
    const read = air.filter((one) => minuteOf(one.at) <= mixedMin).at(-1);
    const tempC = read ? read.data.tempC : airTempK(planAir(plan.assumed.climate), mixedMin * 60) - KELVIN;
    const pct = card.kinetics.c_ref === null ? null : (data.hardenerG / data.resinG) * 100;
    const { lifeMin } = look(card, data.resinG + data.hardenerG, tempC, pct);
    if (lifeMin !== null && nowMin > mixedMin + lifeMin + SHOWN_AFTER_MIN) return [];
    const share = (plan.mix ?? DEFAULT_MIX).potShare;
    return [
      {
        id,
        name: layer?.name ?? card.name,
        grams: data.resinG + data.hardenerG,
        mixedMin,
        emptyByMin: lifeMin === null ? Infinity : mixedMin + share * lifeMin,
        gelsMin: lifeMin === null ? null : mixedMin + lifeMin,
      },
    ];
  });
}
