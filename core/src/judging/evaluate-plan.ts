import type { GrowthCase, GrowthOptions } from '../growth/growth-case.js';
import type { GrowthResult } from '../growth/growth-result.js';
import { laidAfterS, pliesOf } from '../growth/lay-events.js';
import { simulateGrowth } from '../growth/simulate-growth.js';
import { sectionDistortion, type SectionDistortion } from '../distortion/section-distortion.js';
import { jointWindow, lastTrimWindow, withPlaces, type JointWindow, type WindowSpan } from '../windows/joint-window.js';
import { cardOf, type CardLibrary } from '../plan/card-library.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { planToCase } from '../plan/plan-to-case.js';
import { placeLayers } from '../plan/placed-layer.js';
import { byLevel } from '../units/levels.js';
import { planVerdicts } from './verdicts/plan-verdicts.js';
import type { Verdict } from './verdicts/verdict.js';
import { windowId } from './verdicts/window-verdicts.js';

/** A plan simulated and judged. Without a converged run there are no windows and no verdicts. */
export interface PlanEvaluation {
  /** At the place that is laid first */
  readonly result: GrowthResult;
  /** At the place that is laid last; the same run where everything arrives at once */
  readonly lastResult: GrowthResult;
  readonly windows: readonly JointWindow[];
  readonly verdicts: readonly Verdict[];
  /** null: nothing gelled */
  readonly distortion: SectionDistortion | null;
  /** Green trim after the last session */
  readonly trim: JointWindow['trim'];
}

/**
 * Simulates a plan at the places laid first and last, and judges every limit by the worse of the two.
 * @param previous the last evaluation: what did not change is taken over
 * @throws DomainError for a plan that makes no sense
 */
export function evaluatePlan(plan: SectionPlan, cards: CardLibrary, options: GrowthOptions = {}, previous?: PlanEvaluation): PlanEvaluation {
  const result = simulateGrowth(planToCase(plan, cards, 'first'), options, previous?.result);
  const lastCase = planToCase(plan, cards, 'last');
  const apart = arePlacesApart(result.input, lastCase);
  const lastResult = apart ? simulateGrowth(lastCase, options, previous?.lastResult) : result;
  const failed = [result, lastResult].find(({ status }) => status !== 'converged');
  if (failed) return { result: failed, lastResult, windows: [], verdicts: [], distortion: null, trim: null };
  const first = judgePlan(plan, cards, result);
  const judged = apart ? worseOf(plan, first, judgePlan(plan, cards, lastResult)) : first;
  let distortion: SectionDistortion | null | undefined;
  return {
    result,
    lastResult,
    ...judged,
    // A third of an evaluation's time: worked out where somebody asks, once.
    get distortion() {
      distortion ??= sectionDistortion(plan, result, placeLayers(plan, result, cards));
      return distortion;
    },
    trim: trimAfter(plan, cards, result),
  };
}

/** Whether the places laid first and last go through different things. */
export function arePlacesApart(first: GrowthCase, last: GrowthCase): boolean {
  return last.sessions.some((session, i) => laidAfterS(session) !== laidAfterS(first.sessions[i]));
}

type Judged = Pick<PlanEvaluation, 'windows' | 'verdicts'>;

/** Each limit by the place where it is kept worse, with its window. */
export function worseOf(plan: SectionPlan, first: Judged, last: Judged): Judged {
  const later = new Map(last.verdicts.map((verdict) => [verdict.id, verdict]));
  const worse = (one: Verdict, other: Verdict | undefined): boolean =>
    other !== undefined && (byLevel(other.level, one.level) < 0 || (other.level === one.level && other.margin < one.margin));
  const verdicts = first.verdicts.map((verdict): Verdict => {
    const other = later.get(verdict.id);
    return other && worse(verdict, other) ? { ...other, place: 'last' } : verdict;
  });
  const ids = new Set(first.verdicts.map(({ id }) => id));
  const only = last.verdicts.filter(({ id }) => !ids.has(id)).map((verdict): Verdict => ({ ...verdict, place: 'last' }));
  const windows = first.windows.map((window): JointWindow => {
    const other = last.windows.find(({ belowSession }) => belowSession === window.belowSession);
    if (!other) return window;
    const id = windowId(plan, window);
    const decides = verdicts.find((verdict) => verdict.id === id)?.place === 'last' ? other : window;
    return withPlaces(decides, { first: spanOf(window), last: spanOf(other) });
  });
  return { windows, verdicts: [...verdicts, ...only].sort((a, b) => byLevel(a.level, b.level) || a.margin - b.margin) };
}

const spanOf = ({ opensS, closesS }: JointWindow): WindowSpan => ({ opensS, closesS });

/** Windows and verdicts of a converged run at one place. */
export function judgePlan(plan: SectionPlan, cards: CardLibrary, result: GrowthResult): Judged {
  const windows = plan.sessions.slice(1).flatMap((_next, below) => {
    const top = plan.sessions[below].layers.at(-1);
    if (!top) return [];
    const card = cardOf(cards, top.cardId);
    const catalystPct = card.kinetics.c_ref === null ? null : top.catalystPct;
    const window = jointWindow(result, { below, card, catalystPct, plannedS: arrivesS(result, below + 1), pockets: plan.shape?.pockets ?? false });
    return window ? [window] : [];
  });
  return { windows, verdicts: planVerdicts(plan, result, windows, cards) };
}

/** When the first of a session arrives at the place of a run [s]. */
function arrivesS({ input }: GrowthResult, session: number): number {
  const { startS, layers } = input.sessions[session];
  const [bottom] = layers;
  return startS + pliesOf(bottom)[0].afterS;
}

/** The green trim after the last session. */
function trimAfter(plan: SectionPlan, cards: CardLibrary, result: GrowthResult): PlanEvaluation['trim'] {
  const top = plan.sessions.at(-1)?.layers.at(-1);
  return top ? lastTrimWindow(result, plan.sessions.length - 1, cardOf(cards, top.cardId)) : null;
}
