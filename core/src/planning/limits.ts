import type { Verdict, VerdictKind } from '../judging/verdicts/verdict.js';
import type { LimitClass } from './task.js';

/** Which limits a verdict belongs to. */
export const LIMIT_OF: Readonly<Record<VerdictKind, LimitClass>> = {
  'interface-peak': 'heat',
  'layer-peak': 'heat',
  activation: 'activation',
  window: 'window',
  'ply-joint': 'window',
  'demold-cure': 'demold',
  'demold-hours': 'demold',
  'demold-warm': 'demold',
  'demold-tg': 'demold',
  'post-cure-tg': 'oven',
  'post-cure-ramp': 'oven',
  'shop-minimum': 'cold',
  'catalyst-range': 'catalyst',
};
/** Where a margin means something: a ply that gels before the next, or a cool shop, asks for care whatever the schedule. */
const HAS_MARGIN: ReadonlySet<LimitClass> = new Set(['heat', 'activation', 'window', 'demold', 'oven']);

/** Whether a limit is not kept as it is wanted: kept at all, or clear of it too. */
export function isAgainst({ level, kind }: Pick<Verdict, 'level' | 'kind'>, clear: boolean): boolean {
  return level === 'stop' || (level === 'care' && clear && kind !== 'ply-joint' && HAS_MARGIN.has(LIMIT_OF[kind]));
}
