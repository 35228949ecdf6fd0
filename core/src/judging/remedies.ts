import { warmerShop } from '../plan/shop-air.js';
import { peopleAt } from '../plan/laying.js';
import type { CardLibrary } from '../plan/card-library.js';
import { changeLayer, moveSession, snapMinutes, withPostCure } from '../plan/edit-plan.js';
import type { PlanLayer, PlanSession, SectionPlan } from '../plan/section-plan.js';
import { DAY_MIN, nextOpenMin } from '../shop-time/shop-clock.js';
import type { Words } from '../units/amounts.js';
import { byLevel, worstOf } from '../units/levels.js';
import { startSpan } from '../windows/start-span.js';
import type { JointWindow } from '../windows/joint-window.js';
import type { Cause } from './causes.js';
import type { Verdict, VerdictLevel } from './verdicts/verdict.js';

/** Something that could be done about a cause, as a change of the section. */
export interface Remedy {
  readonly id: string;
  readonly name: Words;
  readonly plan: SectionPlan;
}

/** A remedy with what it does, simulated. */
export interface TriedRemedy extends Remedy {
  /** Of the cause's worst limit: how much better its margin becomes, in the limit's own unit; null: the limit is gone */
  readonly gain: number | null;
  /** The worst level of everything afterwards, and of the cause's own limits */
  readonly after: VerdictLevel;
  readonly causeAfter: VerdictLevel;
}

/** Steps in which a toolmaker turns what can be turned. */
const LESS_CATALYST_PCT = 0.3;
const LATER_MIN = 120;
const WARMER_K = 3;
const LONGER_MIN = DAY_MIN;
/** Into a window, not onto its edge [min]. */
const INSIDE_MIN = 35;
/** Laid in two goes, the second waits at least so long [min]. */
const SPLIT_AFTER_MIN = 180;

/** What could be done about a cause; whether it helps is for the simulation. */
export function remediesFor(plan: SectionPlan, { kind, sessionId }: Cause, cards: CardLibrary, windows: readonly JointWindow[]): Remedy[] {
  const index = plan.sessions.findIndex(({ id }) => id === sessionId);
  const session = index < 0 ? undefined : plan.sessions[index];
  switch (kind) {
    case 'heat':
      return session
        ? [
            ...split(plan, session, index),
            ...catalyst(plan, session, cards, -LESS_CATALYST_PCT),
            later(plan, index, LATER_MIN),
            ...fan(plan),
            cooler(plan),
          ]
        : [];
    case 'joint':
      return session ? [...intoWindow(plan, index, windows, cards), ...abraded(plan, session), ...fewerMinutes(plan, session)] : [];
    case 'cold':
      return [warmer(plan), ...plan.sessions.flatMap((one) => catalyst(plan, one, cards, LESS_CATALYST_PCT)).slice(0, 1)];
    case 'demold':
      return [longer(plan, LONGER_MIN), longer(plan, 3 * LONGER_MIN), warmer(plan)];
    case 'oven':
      return oven(plan);
    case 'catalyst':
      return plan.sessions.flatMap((one) => intoRange(plan, one, cards));
  }
}

/** The thickest layer of plies of a session. */
const thickest = ({ layers }: PlanSession): PlanLayer | undefined =>
  layers
    .filter(({ laminate }) => laminate !== null && laminate.plies > 1)
    .sort((a, b) => (b.laminate?.plies ?? 0) - (a.laminate?.plies ?? 0))
    .at(0);

/** Half of the plies of its thickest layer in a session of their own, on the next open moment hours later; what is laid after moves along. */
function split(plan: SectionPlan, session: PlanSession, index: number): Remedy[] {
  const layer = thickest(session);
  if (!layer?.laminate) return [];
  const at = session.layers.indexOf(layer);
  const first = Math.ceil(layer.laminate.plies / 2);
  const ids = new Set(plan.sessions.flatMap((one) => [one.id, ...one.layers.map(({ id }) => id)]));
  let part = 2;
  while (ids.has(`${layer.id}-${String(part)}`) || ids.has(`${session.id}-${String(part)}`)) part++;
  const { surface, ...open } = layer;
  const lower: PlanLayer = { ...open, laminate: { ...layer.laminate, plies: first } };
  const upper: PlanLayer = {
    ...layer,
    id: `${layer.id}-${String(part)}`,
    name: `${layer.name}, rest`,
    laminate: { ...layer.laminate, plies: layer.laminate.plies - first },
    ...(surface === undefined ? {} : { surface }),
  };
  const startMin = snapMinutes(nextOpenMin(plan, session.startMin + SPLIT_AFTER_MIN, 60) + 14);
  const below: PlanSession = { ...session, layers: [...session.layers.slice(0, at), lower] };
  const above: PlanSession = {
    ...session,
    id: `${session.id}-${String(part)}`,
    name: `${session.name}, rest`,
    startMin,
    layers: [upper, ...session.layers.slice(at + 1)],
  };
  const byMin = startMin - session.startMin;
  const after = plan.sessions.slice(index + 1).map((one) => ({ ...one, startMin: one.startMin + byMin }));
  const sessions = [...plan.sessions.slice(0, index), below, above, ...after];
  const pushed = plan.postCure ? { postCure: { ...plan.postCure, startMin: plan.postCure.startMin + byMin } } : {};
  return [{ id: 'split', name: 'Lay it in two goes', plan: { ...plan, ...pushed, sessions, demoldMin: plan.demoldMin + byMin } }];
}

/** Every catalyzed layer of a session with more or less of it, inside the card's range. */
function catalyst(plan: SectionPlan, session: PlanSession, cards: CardLibrary, byPct: number): Remedy[] {
  let changed = plan;
  let least = Infinity;
  for (const layer of session.layers) {
    const range = cards.resins.get(layer.cardId)?.limits.catalyst;
    if (!range || layer.catalystPct === null) continue;
    const pct = Number(Math.min(range.maxPct, Math.max(range.minPct, layer.catalystPct + byPct)).toFixed(2));
    if (Math.sign(pct - layer.catalystPct) !== Math.sign(byPct)) continue;
    changed = changeLayer(changed, layer.id, { catalystPct: pct });
    least = Math.min(least, Math.abs(pct - layer.catalystPct));
  }
  if (changed === plan) return [];
  return [
    {
      id: byPct < 0 ? 'less-catalyst' : 'more-catalyst',
      name: `${least.toFixed(2)} % ${byPct < 0 ? 'less' : 'more'} catalyst in ${session.name}`,
      plan: changed,
    },
  ];
}

const later = (plan: SectionPlan, index: number, byMin: number): Remedy => ({
  id: 'later',
  name: `${String(byMin / 60)} h later`,
  plan: moveSession(plan, index, plan.sessions[index].startMin + byMin),
});

const inShop = (plan: SectionPlan, change: Partial<SectionPlan['climate']>): SectionPlan => ({ ...plan, climate: { ...plan.climate, ...change } });
const fan = (plan: SectionPlan): Remedy[] =>
  plan.climate.fan ? [] : [{ id: 'fan', name: 'A fan over the work', plan: inShop(plan, { fan: true }) }];
const warmer = (plan: SectionPlan): Remedy => ({
  id: 'warmer',
  name: `Shop ${String(WARMER_K)} K warmer`,
  plan: { ...plan, climate: warmerShop(plan.climate, WARMER_K) },
});
const cooler = (plan: SectionPlan): Remedy => ({
  id: 'cooler',
  name: `Shop ${String(WARMER_K)} K cooler`,
  plan: { ...plan, climate: warmerShop(plan.climate, -WARMER_K) },
});

const longer = (plan: SectionPlan, byMin: number): Remedy => ({
  id: `longer-${String(byMin / DAY_MIN)}`,
  name: `${byMin === DAY_MIN ? 'A day' : `${String(byMin / DAY_MIN)} days`} longer on the plug`,
  plan: { ...plan, demoldMin: plan.demoldMin + byMin },
});

/** Into the window below it, at the next moment the shop is open. */
function intoWindow(plan: SectionPlan, index: number, windows: readonly JointWindow[], cards: CardLibrary): Remedy[] {
  const window = windows.find(({ belowSession }) => belowSession === index - 1);
  if (!window) return [];
  const { opensS, closesS } = startSpan(window, plan.sessions[index], plan, cards);
  if (opensS === null) return [];
  const opensMin = Math.ceil(opensS / 60) + INSIDE_MIN;
  const startMin = snapMinutes(nextOpenMin(plan, opensMin, 60) + 7);
  if (startMin * 60 > closesS || startMin === plan.sessions[index].startMin) return [];
  const moved = moveSession(plan, index, startMin);
  // Earlier than the one before allows is no remedy.
  if (moved.sessions[index].startMin !== startMin) return [];
  return [{ id: 'window', name: 'Into its window', plan: moved }];
}

function abraded(plan: SectionPlan, { layers }: PlanSession): Remedy[] {
  const first = layers.at(0);
  if (!first || first.start === 'abraded') return [];
  return [{ id: 'abrade', name: 'Wash and abrade first', plan: changeLayer(plan, first.id, { start: 'abraded' }) }];
}

/** More hands, so that a ply comes before the one below has gelled. */
function fewerMinutes(plan: SectionPlan, session: PlanSession): Remedy[] {
  const people = peopleAt(session, plan) + 1;
  if (people > 8 || session.plyMin !== undefined) return [];
  return [
    {
      id: 'people',
      name: `${String(people)} people at ${session.name}`,
      plan: { ...plan, sessions: plan.sessions.map((one) => (one.id === session.id ? { ...one, people } : one)) },
    },
  ];
}

function oven(plan: SectionPlan): Remedy[] {
  const { postCure } = plan;
  if (!postCure) return [];
  return [
    { id: 'slower', name: 'Half of the ramp', plan: withPostCure(plan, { ...postCure, rampKPerH: Math.max(1, postCure.rampKPerH / 2) }) },
    { id: 'milder', name: '10 K less at the hold', plan: withPostCure(plan, { ...postCure, holdC: Math.max(25, postCure.holdC - 10) }) },
  ];
}

function intoRange(plan: SectionPlan, { layers, name }: PlanSession, cards: CardLibrary): Remedy[] {
  const changed = layers.reduce((rest, { id, cardId, catalystPct }) => {
    const range = cards.resins.get(cardId)?.limits.catalyst;
    if (!range || catalystPct === null) return rest;
    const pct = Math.min(range.maxPct, Math.max(range.minPct, catalystPct));
    return pct === catalystPct ? rest : changeLayer(rest, id, { catalystPct: pct });
  }, plan);
  return changed === plan ? [] : [{ id: `range-${name}`, name: `${name} inside the card’s range`, plan: changed }];
}

/**
 * Simulates what could be done about a cause. What makes the cause's own limits no better, by level or by number, is left out.
 * @param judge every limit of a changed section, in the zone where the cause is worst; null: it cannot be simulated
 */
export function tryRemedies(remedies: readonly Remedy[], cause: Cause, judge: (plan: SectionPlan) => readonly Verdict[] | null): TriedRemedy[] {
  const [worst] = cause.verdicts;
  const own = new Set(cause.verdicts.map(({ id }) => id));
  return remedies
    .flatMap((remedy): TriedRemedy[] => {
      const verdicts = judge(remedy.plan);
      if (!verdicts) return [];
      const same = verdicts.find(({ id }) => id === worst.id);
      const gain = same ? same.margin - worst.margin : null;
      const levelOf = (list: readonly Verdict[]): VerdictLevel => worstOf(list.map(({ level }) => level)) ?? 'ok';
      const causeAfter = levelOf(verdicts.filter(({ id }) => own.has(id)));
      // A joint that is prepared is as late as before, and right all the same.
      const helps = byLevel(cause.level, causeAfter) < 0 || gain === null || gain > 0.05;
      return helps ? [{ ...remedy, gain, after: levelOf(verdicts), causeAfter }] : [];
    })
    .sort((a, b) => byLevel(b.causeAfter, a.causeAfter) || byLevel(b.after, a.after) || (b.gain ?? Infinity) - (a.gain ?? Infinity));
}
