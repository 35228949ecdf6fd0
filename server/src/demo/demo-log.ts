import { evaluateMold } from '@pentimento/core/judging';
import { cardLibrary, type PlanDocument } from '@pentimento/core/plan';
import { stepsOfEvaluated } from '@pentimento/core/steps';
import { addMinutes, parseISO } from 'date-fns';
import { cardsAsOf } from './demo-cards.js';

/** A line of the log of a build that is half made. */
export interface DemoLine {
  readonly stepId: string;
  readonly at: Date;
}

/** Everything of a plan up to a session, done a little later than planned. */
export function demoLog(plan: PlanDocument, lastSessionId: string): DemoLine[] {
  const cards = cardLibrary(cardsAsOf(0));
  const steps = stepsOfEvaluated(plan, cards, evaluateMold(plan, cards));
  const until = Math.max(...steps.filter(({ sessionId }) => sessionId === lastSessionId).map(({ endMin }) => endMin));
  return steps
    .filter(({ endMin }) => endMin <= until)
    .map(({ id, endMin }, i) => ({ stepId: id, at: addMinutes(parseISO(`${plan.startDate}T00:00:00Z`), Math.round(endMin) + (i % 4)) }));
}
