import type { VerdictLevel } from '@pentimento/core/judging';
import type { Objection, ObjectionLevel } from '@pentimento/core/plan';
import { Info } from 'lucide-react';
import { LevelMark } from './level-mark';
import { useUnits } from './use-units';

/** Sign and word of how much a rule objects. */
export function ObjectionMark({ level, word = true }: { level: ObjectionLevel; word?: boolean }) {
  if (level !== 'note') return <LevelMark level={level} size={14} word={word} />;
  return (
    <span className="inline-flex items-baseline gap-1 font-semibold">
      <Info size={14} aria-hidden className="self-center" />
      <span className={word ? '' : 'sr-only'}>note</span>
    </span>
  );
}

/** The level shown beside a name: a note does not count against a plan. */
export function levelOfObjection(level: ObjectionLevel | null): VerdictLevel {
  return level === null || level === 'note' ? 'ok' : level;
}

/** What objects, why, and what to do about it. */
export function ObjectionList({ objections, name, empty }: { objections: readonly Objection[]; name: string; empty: string }) {
  const { fill } = useUnits();
  if (objections.length === 0)
    return (
      <p className="flex items-baseline gap-2 px-3 py-2 text-sm">
        <LevelMark level="ok" word={false} /> <span>{empty}</span>
      </p>
    );
  return (
    <ul aria-label={name}>
      {objections.map(({ id, level, title, why, remedy }) => (
        <li key={id} data-level={level} className="hairline border-b px-3 py-1.5 text-sm leading-snug">
          <p className="font-semibold">
            <ObjectionMark level={level} /> {fill(title)}
          </p>
          <p>{fill(why)}</p>
          <p className="muted">{fill(remedy)}</p>
        </li>
      ))}
    </ul>
  );
}
