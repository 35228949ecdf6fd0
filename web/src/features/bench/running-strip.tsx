import { useBuildsQuery, type BuildHead } from '../../api/api';
import { differenceInMinutes, parseISO } from 'date-fns';
import { Link } from 'react-router';
import { spanText } from './bench-clock';

/** What comes next at a build: the first moment that is not long past. */
function nextOf({ head, moments }: BuildHead): { inMin: number; what: string } | null {
  if (!head) return null;
  const nowMin = differenceInMinutes(new Date(), parseISO(head.startDate));
  const next = moments.find(({ atMin }) => atMin >= nowMin - 30);
  return next ? { inMin: next.atMin - nowMin, what: next.what } : null;
}

/** All builds under way, the most urgent first; nothing where there is only one. */
export function RunningStrip({ current }: { current: string }) {
  const { data } = useBuildsQuery({ finished: 'no', limit: 200 });
  const running = (data?.builds ?? []).filter(({ status, id }) => status === 'under way' || id === current);
  if (running.length < 2) return null;
  const rows = running.map((build) => ({ build, next: nextOf(build) })).sort((a, b) => (a.next?.inMin ?? Infinity) - (b.next?.inMin ?? Infinity));
  return (
    <nav aria-label="Builds under way" className="rule flex overflow-x-auto border-b">
      {rows.map(({ build: { id, name }, next }) => (
        <Link
          key={id}
          to={`/bench/${id}`}
          aria-current={id === current ? 'page' : undefined}
          className={`hairline min-h-14 shrink-0 border-r px-4 py-1 ${id === current ? 'bg-base-200' : 'hover:bg-base-200'}`}
        >
          <span className="block font-semibold">{name}</span>
          <span className="muted num block text-sm">
            {next ? `${next.what} ${next.inMin >= 0 ? `in ${spanText(next.inMin)}` : `${spanText(next.inMin)} ago`}` : 'nothing planned'}
          </span>
        </Link>
      ))}
    </nav>
  );
}
