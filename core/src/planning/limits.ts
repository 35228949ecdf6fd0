import { causeOf } from '../judging/causes.js';
import type { Verdict, VerdictKind } from '../judging/verdicts/verdict.js';
import type { LimitClass } from './task.js';

/** Which limits a verdict belongs to: those of its cause, but activation is no matter of a cold shop alone. */
export function limitOf(kind: VerdictKind): LimitClass {
  if (kind === 'activation') return 'activation';
  const cause = causeOf(kind);
  return cause === 'joint' ? 'window' : cause;
}

/** Where a margin means something: a ply that gels before the next, or a cool shop, asks for care whatever the schedule. */
const HAS_MARGIN: ReadonlySet<LimitClass> = new Set(['heat', 'activation', 'window', 'demold', 'oven']);

/** Whether a limit is not kept as it is wanted: kept at all, or clear of it too. */
export function isAgainst({ level, kind }: Pick<Verdict, 'level' | 'kind'>, clear: boolean): boolean {
  return level === 'stop' || (level === 'care' && clear && kind !== 'ply-joint' && HAS_MARGIN.has(limitOf(kind)));
}
