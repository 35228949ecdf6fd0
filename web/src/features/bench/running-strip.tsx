import { byUrgency, type Pressing, type Urgent } from '@pentimento/core/bench';
import { differenceInMinutes, parseISO } from 'date-fns';
import { Link } from 'react-router';
import { useBuildsQuery, type BuildHead, type Card } from '../../api/api';
import { useUnits } from '../../shared/use-units';
import { urgentText } from './bench-clock';
import { OtherBuild } from './other-build';
import type { Others } from './use-others';

/** Followed with all their steps; of more than these what was planned is shown. */
const MOST_FOLLOWED = 5;

/** What was planned next at a build: the first moment that is not long past. */
function plannedAt({ head, moments }: BuildHead): Pressing | null {
  if (!head) return null;
  const nowMin = differenceInMinutes(new Date(), parseISO(head.startDate));
  const next = moments.find(({ atMin }) => atMin >= nowMin - 30);
  return next ? { urgent: { kind: 'next', what: next.what, atMin: next.atMin }, inMin: next.atMin - nowMin } : null;
}

interface RunningStripProps {
  readonly current: string;
  /** What presses at the one at hand */
  readonly urgent: Urgent | null;
  readonly nowMin: number;
  readonly newest: readonly Card[];
  readonly others: Others;
}

/** All builds under way, the most urgent first; nothing where there is only one. */
export function RunningStrip({ current, urgent, nowMin, newest, others }: RunningStripProps) {
  const { fill } = useUnits();
  const { data } = useBuildsQuery({ finished: 'no', limit: 200 });
  const running = (data?.builds ?? []).filter(({ status, id }) => status === 'under way' || id === current);
  if (running.length < 2) return null;
  const followed = running.filter(({ id }) => id !== current).slice(0, MOST_FOLLOWED);
  const pressingAt = (build: BuildHead): Pressing | null => {
    if (build.id === current) return urgent && { urgent, inMin: urgent.atMin - nowMin };
    const now = others.now.get(build.id);
    if (!now) return plannedAt(build);
    return now.urgent && { urgent: now.urgent, inMin: now.urgent.atMin - now.nowMin };
  };
  const rows = running
    .map((build) => ({ build, pressing: pressingAt(build) }))
    .sort((a, b) => (a.pressing && b.pressing ? byUrgency(a.pressing, b.pressing) : Number(a.pressing === null) - Number(b.pressing === null)));
  return (
    <nav aria-label="Builds under way" className="rule flex overflow-x-auto border-b">
      {followed.map(({ id }) => (
        <OtherBuild key={id} id={id} newest={newest} onNow={others.onNow} />
      ))}
      {rows.map(({ build: { id, name }, pressing }) => (
        <Link
          key={id}
          to={`/bench/${id}`}
          aria-current={id === current ? 'page' : undefined}
          className={`hairline min-h-14 shrink-0 border-r px-4 py-1 ${id === current ? 'bg-base-200' : 'hover:bg-base-200'}`}
        >
          <span className="block font-semibold">{name}</span>
          <span className={`num block text-sm ${pressing?.urgent.kind === 'pot' ? 'text-error font-semibold' : 'muted'}`}>
            {pressing ? fill(urgentText(pressing.urgent, pressing.inMin)) : 'nothing left to do'}
          </span>
        </Link>
      ))}
    </nav>
  );
}
