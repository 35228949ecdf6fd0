import type { VerdictLevel } from '@pentimento/core/judging';
import { Check, OctagonX, TriangleAlert } from 'lucide-react';

const MARKS = {
  ok: { Icon: Check, word: 'kept', tone: 'text-success' },
  care: { Icon: TriangleAlert, word: 'care', tone: 'text-warning' },
  stop: { Icon: OctagonX, word: 'stop', tone: 'text-error' },
} as const;

/** Sign, word and color of a level: never color alone. */
export function LevelMark({ level, size = 16, word = true }: { level: VerdictLevel; size?: number; word?: boolean }) {
  const { Icon, word: text, tone } = MARKS[level];
  return (
    <span className={`inline-flex items-baseline gap-1 font-semibold ${tone}`}>
      <Icon size={size} aria-hidden className="self-center" />
      <span className={word ? '' : 'sr-only'}>{text}</span>
    </span>
  );
}
