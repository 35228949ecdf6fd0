import { planBuild, type PlanOptions } from './plan-build.js';
import type { PlanQuestion } from './plan-question.js';
import type { LimitClass } from './task.js';

/** What cannot be kept together. */
export interface Clash {
  /** Smallest set found: without any one of these there is a plan */
  readonly limits: readonly LimitClass[];
  /** Each part of it was proved; false: time ran out somewhere */
  readonly proved: boolean;
}

/** What a limit is called where it clashes. */
export const LIMIT_WORDS: Readonly<Record<LimitClass, string>> = {
  heat: 'how hot laminate and plug may get',
  activation: 'how warm a low-profile resin must get',
  window: 'when a joint may be laid on',
  demold: 'when the mold may come off, within the days looked at',
  oven: 'what the oven may do',
  cold: 'how cold a resin may be',
  catalyst: 'the card’s range of catalyst',
  hours: 'the hours and people of the shop',
  rules: 'rules of the trade',
  chance: 'the wanted probability',
  locks: 'sessions that are locked, in each other’s way or before they may begin',
};

export const limitClasses: readonly LimitClass[] = ['rules', 'catalyst', 'chance', 'hours', 'cold', 'oven', 'demold', 'activation', 'window', 'heat'];

/** Seconds for one question of whether there is a plan at all. */
const EACH_S = 4;

type Feasible = 'yes' | 'no' | 'unknown';

/** Whether there is a plan when only some of the limits are asked. */
function feasible(question: PlanQuestion, kept: readonly LimitClass[], options: PlanOptions, untilS: number): Feasible {
  let any = false;
  const lifted = new Set(limitClasses.filter((one) => !kept.includes(one)));
  const answer = planBuild(
    { ...question, lifted },
    {
      elapsedS: options.elapsedS,
      shouldStop: () => any || options.elapsedS() > untilS || (options.shouldStop?.() ?? false),
      onBetter: () => (any = true),
    },
  );
  return answer.found ? 'yes' : answer.status === 'infeasible' ? 'no' : 'unknown';
}

/**
 * Which limits clash in a problem that has no plan: single ones and pairs first, then what is left when all others are taken away one by one.
 * @param untilS nothing new is asked after this
 */
export function clashOf(question: PlanQuestion, options: PlanOptions, untilS: number): Clash {
  const longer = { ...question, task: { ...question.task, timeLimitS: 3600 } };
  const ask = (kept: readonly LimitClass[]): Feasible =>
    options.elapsedS() >= untilS ? 'unknown' : feasible(longer, kept, options, Math.min(untilS, options.elapsedS() + EACH_S));
  if (ask([]) === 'no') return { limits: ['locks'], proved: true };
  for (const one of limitClasses) if (ask([one]) === 'no') return { limits: [one], proved: true };
  let left = [...limitClasses];
  let proved = true;
  for (const one of limitClasses) {
    const without = left.filter((other) => other !== one);
    const answer = ask(without);
    if (answer === 'no') left = without;
    if (answer === 'unknown') proved = false;
  }
  return { limits: left, proved };
}

/**
 * Where nothing was found and nothing proved: limits each of which, taken away alone, leaves a plan. Not proved to clash; without them there is one.
 * @param untilS nothing new is asked after this
 */
export function suspectsOf(question: PlanQuestion, options: PlanOptions, untilS: number): Clash {
  const longer = { ...question, task: { ...question.task, timeLimitS: 3600 } };
  const eachS = (untilS - options.elapsedS()) / limitClasses.length;
  // Those that are most often in the way come first.
  const limits = [...limitClasses].reverse().filter((one) => {
    const others = limitClasses.filter((other) => other !== one);
    return options.elapsedS() < untilS && feasible(longer, others, options, Math.min(untilS, options.elapsedS() + eachS)) === 'yes';
  });
  return { limits, proved: false };
}
