import { fillAmounts } from '../units/amounts.js';
import { LIMIT_WORDS } from './clashes.js';
import type { MadePlan } from './make-plan.js';

/** A made plan as `npm run plan` prints it (docs/formats.md). */
export function madePlanReport({ status, gap, found, handsOnMin, evaluated, clash, relaxations, rules }: MadePlan): object {
  return {
    status,
    gap: gap === null ? null : Number(gap.toFixed(6)),
    demoldMin: found?.demoldMin ?? null,
    handsOnMin: handsOnMin === null ? null : Math.round(handsOnMin),
    evaluated,
    plan: found?.plan ?? null,
    ...(clash
      ? {
          clashes: clash.limits.map((limit) => ({
            limit,
            words: LIMIT_WORDS[limit],
            ...(limit === 'rules'
              ? { rules: rules.map(({ id, title, remedy }) => ({ id, title: fillAmounts(title, 'metric'), remedy: fillAmounts(remedy, 'metric') })) }
              : {}),
          })),
          clashProved: clash.proved,
          relaxations: relaxations.map(({ id, words, found: helped }) => ({ id, words: fillAmounts(words, 'metric'), demoldMin: helped.demoldMin })),
        }
      : {}),
  };
}
