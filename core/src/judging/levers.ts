import { warmerShop } from '../plan/shop-air.js';
import type { CardLibrary } from '../plan/card-library.js';
import { changeLayer, moveSession } from '../plan/edit-plan.js';
import type { PlanSession, SectionPlan } from '../plan/section-plan.js';
import { causesOf } from './causes.js';
import type { Verdict } from './verdicts/verdict.js';

/** Something that moves a limit's number, by one step that a toolmaker would take. */
export interface Lever {
  readonly id: string;
  readonly name: string;
  readonly plan: SectionPlan;
}

/** A lever with what it does to the number, simulated. */
export interface TriedLever {
  readonly id: string;
  readonly name: string;
  /** Of the predicted value, in the limit's own unit */
  readonly change: number;
}

/** Levers shown. */
export const MOST_LEVERS = 3;
const WARMER_K = 2;
const CATALYST_PCT = 0.2;
const LATER_MIN = 60;

/** The session that a limit goes back to, as its cause would name it; else the last one. */
function sessionOf(plan: SectionPlan, verdict: Verdict): number {
  const [cause] = causesOf(plan, [{ ...verdict, level: 'care' }]);
  const index = plan.sessions.findIndex(({ id, layers }) => id === cause.sessionId || layers.some((layer) => layer.id === verdict.aboutId));
  return index < 0 ? plan.sessions.length - 1 : index;
}

/** What could move a limit's number: the shop, the catalyst, a ply, an hour, a fan; which moves it most is for the simulation. */
export function leversFor(plan: SectionPlan, verdict: Verdict, cards: CardLibrary): Lever[] {
  const index = sessionOf(plan, verdict);
  if (index < 0) return [];
  const session = plan.sessions[index];
  const { climate } = plan;
  return [
    { id: 'shop', name: `Shop ${String(WARMER_K)} K warmer`, plan: { ...plan, climate: warmerShop(climate, WARMER_K) } },
    ...catalyst(plan, session, cards),
    ...ply(plan, session),
    { id: 'later', name: `${session.name} an hour later`, plan: moveSession(plan, index, session.startMin + LATER_MIN) },
    { id: 'fan', name: climate.fan ? 'No fan' : 'A fan over the work', plan: { ...plan, climate: { ...climate, fan: !climate.fan } } },
    { id: 'demold', name: 'A day longer on the plug', plan: { ...plan, demoldMin: plan.demoldMin + 1440 } },
  ];
}

function catalyst(plan: SectionPlan, { layers, name }: PlanSession, cards: CardLibrary): Lever[] {
  const changed = layers.reduce(
    (rest, { id, cardId, catalystPct }) =>
      catalystPct === null || cards.resins.get(cardId)?.limits.catalyst == null
        ? rest
        : changeLayer(rest, id, { catalystPct: Number((catalystPct + CATALYST_PCT).toFixed(2)) }),
    plan,
  );
  return changed === plan ? [] : [{ id: 'catalyst', name: `${CATALYST_PCT.toFixed(1)} % more catalyst in ${name}`, plan: changed }];
}

function ply(plan: SectionPlan, { layers }: PlanSession): Lever[] {
  const thick = layers
    .filter(({ laminate }) => laminate !== null)
    .sort((a, b) => (b.laminate?.plies ?? 0) - (a.laminate?.plies ?? 0))
    .at(0);
  if (!thick?.laminate) return [];
  return [
    {
      id: 'ply',
      name: `One ply more of ${thick.name}`,
      plan: changeLayer(plan, thick.id, { laminate: { ...thick.laminate, plies: thick.laminate.plies + 1 } }),
    },
  ];
}

/**
 * Simulates the levers of a limit: those that move its number most, first.
 * @param judge every limit of a changed section, in the zone of the verdict; null: it cannot be simulated
 */
export function tryLevers(levers: readonly Lever[], verdict: Verdict, judge: (plan: SectionPlan) => readonly Verdict[] | null): TriedLever[] {
  return levers
    .flatMap(({ id, name, plan }): TriedLever[] => {
      const same = judge(plan)?.find((one) => one.id === verdict.id);
      const change = same ? same.value - verdict.value : 0;
      return Math.abs(change) < 1e-3 ? [] : [{ id, name, change }];
    })
    .sort((a, b) => Math.abs(b.change) - Math.abs(a.change))
    .slice(0, MOST_LEVERS);
}
