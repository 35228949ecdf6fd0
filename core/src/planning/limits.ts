import { causeOf } from '../judging/causes.js';
import { CARE, type Verdict, type VerdictKind } from '../judging/verdicts/verdict.js';
import type { LimitClass } from './task.js';

/** Which limits a verdict belongs to: those of its cause, but activation is no matter of a cold shop alone. */
export function limitOf(kind: VerdictKind): LimitClass {
  if (kind === 'activation') return 'activation';
  const cause = causeOf(kind);
  return cause === 'joint' ? 'window' : cause;
}

/** Where a margin means something: a ply that gels before the next, or a cool shop, asks for care whatever the schedule. */
const HAS_MARGIN: ReadonlySet<LimitClass> = new Set(['heat', 'activation', 'window', 'demold', 'oven']);

/** How far from its limits a plan keeps, in margins of care: 0 kept at all, 1 no care either, more than that for heat. */
export type Clearance = number;

/** Whether a limit is not kept as it is wanted. */
export function isAgainst({ level, kind, margin }: Pick<Verdict, 'level' | 'kind' | 'margin'>, clear: Clearance): boolean {
  if (level === 'stop') return true;
  const limit = limitOf(kind);
  if (limit === 'heat') return margin < clear * CARE.temperatureC;
  return level === 'care' && clear >= 1 && kind !== 'ply-joint' && HAS_MARGIN.has(limit);
}
