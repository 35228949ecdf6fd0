import type { SectionPlan } from '../plan/section-plan.js';
import { byLevel, worstOf } from '../units/levels.js';
import type { Verdict, VerdictKind, VerdictLevel } from './verdicts/verdict.js';

/** What lies behind limits that are not kept. */
export type CauseKind = 'heat' | 'joint' | 'cold' | 'demold' | 'oven' | 'catalyst';

/** Limits that one thing breaks together: one exotherm, one late joint, one cold shop. */
export interface Cause {
  readonly id: string;
  readonly kind: CauseKind;
  /** The session that brings it about; null: none by itself */
  readonly sessionId: string | null;
  readonly title: string;
  readonly level: VerdictLevel;
  /** Worst first */
  readonly verdicts: readonly Verdict[];
}

/** Causes shown as cards; what is left stands in one line. */
export const MOST_CAUSES = 5;

const KIND: Readonly<Record<VerdictKind, CauseKind>> = {
  'interface-peak': 'heat',
  'layer-peak': 'heat',
  activation: 'cold',
  window: 'joint',
  'ply-joint': 'joint',
  'demold-cure': 'demold',
  'demold-hours': 'demold',
  'demold-warm': 'demold',
  'demold-tg': 'demold',
  'post-cure-tg': 'oven',
  'post-cure-ramp': 'oven',
  'shop-minimum': 'cold',
  'catalyst-range': 'catalyst',
};

/** What lies behind a limit of a kind. */
export const causeOf = (kind: VerdictKind): CauseKind => KIND[kind];

/** The session that a limit goes back to: the last one laid before a peak, or the one that a joint is laid by. */
function sessionOf(plan: SectionPlan, { kind, aboutId, timeS, id }: Verdict): string | null {
  if (KIND[kind] === 'heat') return plan.sessions.findLast(({ startMin }) => startMin * 60 <= timeS)?.id ?? null;
  if (KIND[kind] !== 'joint') return null;
  const named = plan.sessions.find((session) => session.id === aboutId || id.endsWith(`-${session.id}`));
  return named?.id ?? plan.sessions.find(({ layers }) => layers.some((layer) => layer.id === aboutId))?.id ?? null;
}

function titleOf(plan: SectionPlan, kind: CauseKind, sessionId: string | null): string {
  const session = plan.sessions.find(({ id }) => id === sessionId)?.name ?? 'the laminate';
  switch (kind) {
    case 'heat':
      return `Heat of ${session}`;
    case 'joint':
      return `Joint under ${session}`;
    case 'cold':
      return 'Too cold for it';
    case 'demold':
      return 'Demolded too soon';
    case 'oven':
      return 'The oven';
    case 'catalyst':
      return 'Catalyst outside the card’s range';
  }
}

/** Limits that are not kept, by what lies behind them, worst first. */
export function causesOf(plan: SectionPlan, verdicts: readonly Verdict[]): Cause[] {
  const groups = new Map<string, { kind: CauseKind; sessionId: string | null; verdicts: Verdict[] }>();
  for (const verdict of verdicts) {
    if (verdict.level === 'ok') continue;
    const kind = KIND[verdict.kind];
    const sessionId = sessionOf(plan, verdict);
    const id = `${kind}:${sessionId ?? ''}`;
    const group = groups.get(id) ?? { kind, sessionId, verdicts: [] };
    group.verdicts.push(verdict);
    groups.set(id, group);
  }
  return [...groups]
    .map(([id, { kind, sessionId, verdicts: own }]): Cause => ({
      id,
      kind,
      sessionId,
      title: titleOf(plan, kind, sessionId),
      level: worstOf(own.map(({ level }) => level)) ?? 'care',
      verdicts: own.sort((a, b) => byLevel(a.level, b.level) || a.margin - b.margin),
    }))
    .sort((a, b) => byLevel(a.level, b.level) || b.verdicts.length - a.verdicts.length);
}

/** The limit that is kept by least, of those in one unit; null: none is kept. */
export function tightestKept(verdicts: readonly Verdict[]): Verdict | null {
  const kept = verdicts.filter(({ level }) => level === 'ok');
  const inKelvin = kept.filter(({ quantity }) => quantity === 'temperature');
  const among = inKelvin.length > 0 ? inKelvin : kept;
  return among.reduce<Verdict | null>((least, one) => (least === null || one.margin < least.margin ? one : least), null);
}
