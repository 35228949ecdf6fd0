import type { CardLibrary } from '../plan/card-library.js';
import { isInfused } from '../plan/infusion-fill.js';
import { layHours, peopleAt, pliesArrive } from '../plan/laying.js';
import { DEGASSED_S, POT_MIN } from '../plan/pot-age.js';
import type { PlanLayer, PlanSession, SectionPlan } from '../plan/section-plan.js';
import { lastOpenMin } from '../shop-time/shop-clock.js';

/** Sealant tape, mesh, lines and film; once and by area (assumed) [min]. */
const BAG_MIN = 30;
const BAG_MIN_PER_M2 = 20;
/** The pump closed off, gauge read (docs/references.md#infusion) [min]. */
const DROP_TEST_MIN = 10;
/** Weighing, stirring and degassing what is let in, once the bag is tight (assumed) [min]. */
const POT_READY_MIN = POT_MIN + DEGASSED_S / 60;

/** Minutes of the plan's clock at which something of a dry stack is done, by so many. */
export interface DryWork {
  readonly fromMin: number;
  readonly toMin: number;
}

/** What is done on an infused layer before resin is let in. */
export interface DryStack {
  readonly layer: PlanLayer;
  readonly plies: readonly DryWork[];
  readonly bag: DryWork;
  readonly dropTest: DryWork;
}

/** Latest start of work that is done by a moment [min]. */
export type LatestStart = (untilMin: number, needMin: number) => number;

/**
 * Dry plies, bag and drop test of each infused layer of a session, planned backwards from the moment its resin is let in, in the shop's hours: what does
 * not fit before it that day is done the day before.
 * @param latest by the hours that the plan assumes, unless said otherwise
 */
export function dryStacks(
  session: PlanSession,
  plan: SectionPlan,
  cards: CardLibrary,
  latest: LatestStart = (untilMin, needMin) => lastOpenMin(plan, untilMin, needMin),
): DryStack[] {
  const arriveS = pliesArrive(session, plan, cards, 'first');
  const people = peopleAt(session, plan);
  let untilMin = Infinity;
  return session.layers
    .map((layer, at) => ({ layer, letInMin: session.startMin + arriveS[at][0] / 60 }))
    .filter(({ layer }) => isInfused(layer, cards))
    .reverse()
    .map(({ layer, letInMin }): DryStack => {
      const before = (toMin: number, minutes: number): DryWork => {
        const fromMin = latest(toMin, minutes);
        return { fromMin, toMin: fromMin + minutes };
      };
      const tightMin = Math.min(untilMin, letInMin - POT_READY_MIN);
      const dropTest = { fromMin: tightMin - DROP_TEST_MIN, toMin: tightMin };
      const bag = before(dropTest.fromMin, ((BAG_MIN + BAG_MIN_PER_M2 * plan.areaM2) * 2) / Math.max(2, people));
      const count = layer.laminate?.plies ?? 1;
      const plyMin = (layHours(layer, plan, cards, people) / count) * 60;
      const plies: DryWork[] = [];
      let toMin = bag.fromMin;
      for (let ply = 0; ply < count; ply++) {
        plies.unshift(before(toMin, plyMin));
        toMin = plies[0].fromMin;
      }
      untilMin = toMin;
      return { layer, plies, bag, dropTest };
    })
    .reverse();
}

/** Hands at dry stacks, in spells: from the first ply of a day to the last thing of it. */
export const drySpells = (stacks: readonly DryStack[]): DryWork[] =>
  inSpells(stacks.flatMap(({ plies, bag, dropTest }) => [...plies, bag, dropTest]));

/** Work in its order, what follows on as one. */
export function inSpells(work: readonly DryWork[]): DryWork[] {
  const spells: DryWork[] = [];
  for (const { fromMin, toMin } of work) {
    const last = spells.at(-1);
    if (last && fromMin <= last.toMin + 1) spells[spells.length - 1] = { ...last, toMin };
    else spells.push({ fromMin, toMin });
  }
  return spells;
}

/** When work on a session begins before its resin: with the first dry ply, where it has any [min]. */
export const dryFromMin = (stacks: readonly DryStack[], session: PlanSession): number =>
  Math.min(session.startMin, ...stacks.flatMap(({ plies }) => plies.map(({ fromMin }) => fromMin)));
