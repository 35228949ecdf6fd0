import type { ReadingFinding } from '@pentimento/core/bench';
import { LevelMark } from '../../../shared/level-mark';
import { useUnits } from '../../../shared/use-units';

/** What a reading means, with its sign. */
export function FindingLine({ finding, large = false }: { finding: ReadingFinding | null; large?: boolean }) {
  const { fill } = useUnits();
  if (!finding) return null;
  const { level, line } = finding;
  const tone = level === 'stop' ? 'border-error' : level === 'care' || level === 'warn' ? 'border-warning' : 'border-base-300';
  return (
    <p role="status" className={`${tone} border-l-4 pl-3 ${large ? 'my-3 text-lg' : 'mt-0.5 text-sm'}`}>
      {(level === 'stop' || level === 'care') && <LevelMark level={level} />} {fill(line)}
    </p>
  );
}
