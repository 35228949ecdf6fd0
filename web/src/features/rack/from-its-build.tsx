import { entryWords } from '@pentimento/core/bench';
import { counted, isStepEntry, readingsOf, type EntryKind } from '@pentimento/core/log';
import { Link } from 'react-router';
import { useBuildLogQuery, useLotsQuery } from '../../api/api';
import { dateText } from '../../shared/dates';
import { useUnits } from '../../shared/use-units';

const HANDED_OVER: readonly EntryKind[] = ['finding', 'let go', 'mass', 'thickness'];

/** What the build's log hands over to the mold: findings, how it let go, weight, lots; and the comparison with its plan. */
export function FromItsBuild({ buildId }: { buildId: string }) {
  const { data } = useBuildLogQuery(buildId);
  const lots = useLotsQuery();
  const { fill } = useUnits();
  const entries = counted((data ?? []).filter(isStepEntry));
  if (entries.length === 0) return null;
  const told = entries.filter(({ kind }) => HANDED_OVER.includes(kind));
  const used = new Set(readingsOf(entries, 'pot').flatMap((pot) => pot.data.lots));
  const numbers = (lots.data ?? []).filter(({ id }) => used.has(id)).map(({ number }) => number);
  return (
    <div className="mt-1 text-sm">
      <Link className="link" to={`/bench/${buildId}`}>
        Planned and as built, with its log
      </Link>
      <ul aria-label="From its build">
        {told.map((entry) => (
          <li key={entry.id}>
            {fill(entryWords(entry))}
            {entry.note !== '' && `: ${entry.note}`} <span className="muted num">{dateText(entry.at)}</span>
            {entry.kind === 'finding' && entry.data.photoId !== undefined && (
              <img src={`/api/photos/${entry.data.photoId}/small`} alt={entry.data.what} loading="lazy" className="hairline mt-1 h-16 border" />
            )}
          </li>
        ))}
      </ul>
      {numbers.length > 0 && <p>Lots: {numbers.join(', ')}</p>}
    </div>
  );
}
