import { backingOf } from '../design/backing.js';
import { kitSheet, type FabricKit } from '../kit/kit-sheet.js';
import { takeOff, type TakeOffLine } from '../kit/take-off.js';
import { mixObjections, mixSheet, potLookup, type MixRow, type PotLookup } from '../mix/mix-sheet.js';
import type { CardLibrary } from '../plan/card-library.js';
import { gelTimes, greenSpans } from '../judging/gel-times.js';
import { evaluatePlan, type PlanEvaluation } from '../judging/evaluate-plan.js';
import type { Verdict } from '../judging/verdicts/verdict.js';
import { evaluateMold } from '../judging/evaluate-mold.js';
import { moldObjections } from '../judging/mold-objections.js';
import { aroundMold } from '../judging/worst-of-plan.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { worstFirst, type Objection } from '../plan/objection.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { ALONE, planObjections, type AroundPlan } from '../judging/plan-objections.js';
import { readinessChecks, type ReadinessCheck } from '../plug/readiness.js';
import { gateTests, type GateTest } from '../plan/parts/release-plan.js';
import { releaseSchedule, type ReleaseTimer } from '../release/release-schedule.js';
import { moldWorkedOut, stepsOfMold } from '../steps/mold-steps.js';
import { stepsOf } from '../steps/steps-of.js';
import type { Step } from '../steps/step.js';
import { stackTally, type StackTally } from '../stack/tally.js';

/** Everything that hangs on the wall for one build. */
export interface Traveler {
  readonly plan: SectionPlan;
  readonly evaluation: PlanEvaluation;
  readonly objections: readonly Objection[];
  readonly checks: readonly ReadinessCheck[];
  readonly timers: readonly ReleaseTimer[];
  readonly gate: readonly GateTest[];
  readonly mix: readonly MixRow[];
  readonly kits: readonly FabricKit[];
  readonly takeOff: readonly TakeOffLine[];
  readonly tally: StackTally;
  /** Everything that is done, by planned start */
  readonly steps: readonly Step[];
}

/**
 * Computes a build's traveler.
 * @throws DomainError for a plan that makes no sense
 */
export function makeTraveler(plan: SectionPlan, cards: CardLibrary, siblings: AroundPlan['siblings'] = [], look?: PotLookup): Traveler {
  const evaluation = evaluatePlan(plan, cards);
  const mix = mixSheet(plan, cards, look);
  const backing = backingOf(plan, evaluation.result, cards);
  return sheetOf(plan, cards, { evaluation, siblings, mix, backing, gelS: gelTimes(plan, evaluation), green: greenSpans(plan, evaluation) });
}

/** What a sheet reads that was worked out before. */
type Known = AroundPlan & Pick<Traveler, 'evaluation' | 'mix'>;

function sheetOf(plan: SectionPlan, cards: CardLibrary, { evaluation, mix, ...around }: Known): Traveler {
  return {
    plan,
    evaluation,
    objections: worstFirst([...planObjections(plan, cards, around), ...mixObjections(mix)]),
    checks: readinessChecks(plan, cards),
    timers: plan.release ? releaseSchedule(plan, plan.release, cards).timers : [],
    gate: plan.release ? gateTests(plan.release) : [],
    mix,
    kits: kitSheet(plan, cards),
    takeOff: takeOff(plan, cards, mix),
    tally: stackTally(plan, cards),
    steps: stepsOf(plan, cards, { windows: evaluation.windows, trim: evaluation.trim, backing: around.backing, mix }),
  };
}

/** The travelers of a mold's sections, and what is done on the whole of it. */
export interface MoldTraveler {
  readonly plan: PlanDocument;
  readonly sections: readonly { readonly id: string; readonly name: string; readonly traveler: Traveler }[];
  readonly objections: readonly Objection[];
  /** Every limit of every section, where it is kept worst */
  readonly verdicts: readonly Verdict[];
  /** Everything that is done, by planned start */
  readonly steps: readonly Step[];
}

/**
 * Computes the traveler of a mold, each section with a stack by itself; a mold without any by its first section.
 * @throws DomainError for a plan that makes no sense
 */
export function makeMoldTraveler(
  plan: PlanDocument,
  cards: CardLibrary,
  siblings: AroundPlan['siblings'] = [],
  look: PotLookup = potLookup(),
): MoldTraveler {
  const sections = evaluateMold(plan, cards);
  const around = aroundMold(sections, cards, siblings, look);
  const laid = sections.filter((section) => section.plan.sessions.length > 0);
  return {
    plan,
    sections: (laid.length > 0 ? laid : sections.slice(0, 1)).map(({ id, name, plan: view, zones: [{ evaluation }] }) => ({
      id,
      name,
      traveler: sheetOf(view, cards, {
        ...(around.sections.get(id) ?? ALONE),
        evaluation,
        siblings,
        mix: around.mix.get(id) ?? [],
      }),
    })),
    verdicts: sections.flatMap(({ verdicts }) => verdicts),
    objections: moldObjections(plan, cards, around),
    steps: stepsOfMold(plan, cards, moldWorkedOut(sections, around)),
  };
}
