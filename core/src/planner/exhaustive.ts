import type { Choice } from './best-first.js';
import { Calendar } from './calendar.js';
import { Prefix } from './prefix.js';
import type { PlanProblem } from './problem.js';

/** Earliest demolding and fewest sessions of every plan there is, each simulated from nothing: for comparison with the search on small problems. */
export interface BestOfAll {
  /** [s]; null: no plan keeps every limit */
  readonly demoldS: number | null;
  readonly sessions: number;
  readonly evaluated: number;
}

/** Tries every plan. Only what was too hot already, and what has no time left, is not gone on with. */
export function everyPlan(problem: PlanProblem): BestOfAll {
  const calendar = new Calendar(problem);
  const { items } = problem;
  const plans: { readonly demoldS: number; readonly sessions: number }[] = [];
  let evaluated = 0;
  const goOn = (choices: readonly Choice[], laid: number): void => {
    const prefix = choices.length === 0 ? null : new Prefix(problem, choices, null);
    if (prefix) evaluated += 1;
    const brokenS = prefix?.brokenS() ?? Infinity;
    const last = choices.at(-1);
    const lastS = last ? last.startS + calendar.lastAfterS(laid - last.count, last.count) : 0;
    if (laid === items.length && prefix) {
      if (brokenS < Infinity || !prefix.warmEnough()) return;
      const demoldS = calendar.demoldings(lastS + problem.demoldMinS).find((at) => prefix.curedAt(at));
      if (demoldS !== undefined) plans.push({ demoldS, sessions: choices.length });
      return;
    }
    const fromS = last ? last.startS + calendar.layS(laid - last.count, last.count) : 0;
    const rule = laid > 0 ? items[laid - 1].rule : null;
    const untilS = Math.min(brokenS, rule ? lastS + rule.closeS : Infinity, problem.bare.endS);
    for (const count of calendar.sizes(laid))
      for (const startS of calendar.starts(laid, count, fromS, untilS)) {
        if (prefix && rule) {
          const { tempK, cure } = prefix.topAt(startS);
          if (cure < rule.openCure || (rule.restartK !== null && tempK > rule.restartK)) continue;
        }
        goOn([...choices, { startS, count }], laid + count);
      }
  };
  goOn([], 0);
  const [best] = plans.sort((a, b) => a.demoldS - b.demoldS || a.sessions - b.sessions);
  return plans.length === 0 ? { demoldS: null, sessions: 0, evaluated } : { ...best, evaluated };
}
