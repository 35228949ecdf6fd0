import { MayButton } from '../../shared/may-button';
import { dayText } from '@pentimento/core/shop-time';
import { Plus } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { useBuildsQuery, type BuildHead } from '../../api/api';
import { LevelMark } from '../../shared/level-mark';
import { Empty, Failed, Loading } from '../../shared/states';
import { useUnits } from '../../shared/use-units';
import { NextPlanned } from './next-planned';
import { StackDrawing } from '../layers/stack-drawing';

// It knows the steps: only where something is under way.
const NextOpen = lazy(async () => ({ default: (await import('./next-open')).NextOpen }));
const NewBuild = lazy(async () => ({ default: (await import('./new-build')).NewBuild }));

const PAGE = 48;
const MOST = 192;
/** Asked again while something is still being judged [ms]. */
const JUDGED_SOON_MS = 1500;

/** Builds being planned, each with its stack, its worst verdict, and what comes next. */
export function BoardPage() {
  const { system } = useUnits();
  const [shown, setShown] = useState(PAGE);
  const [judging, setJudging] = useState(false);
  const builds = useBuildsQuery(
    { finished: 'no', units: system, limit: shown },
    { refetchOnMountOrArgChange: true, pollingInterval: judging ? JUDGED_SOON_MS : 0 },
  );
  const done = useBuildsQuery({ finished: 'yes', limit: PAGE });
  const [search, setSearch] = useSearchParams();
  const open = builds.data?.builds;
  const still = open?.some((build) => build.judging) ?? false;
  if (still !== judging) setJudging(still);
  if (!builds.data || !open) {
    if (!builds.error) return <Loading what="the builds" />;
    return <Failed error={builds.error} retry={() => void builds.refetch()} />;
  }
  const { total } = builds.data;
  const finished = done.data?.builds ?? [];
  return (
    <div>
      <div className="rule flex items-stretch border-b">
        <h1 className="px-4 py-2 text-xl font-semibold">Board</h1>
        <p className="muted flex items-center px-2 leading-tight">
          {total} {total === 1 ? 'build' : 'builds'} being planned or built
        </p>
        <span className="flex-1" />
        <MayButton
          right="plan"

          className="bg-primary text-primary-content flex shrink-0 items-center gap-2 px-5 whitespace-nowrap"
          onClick={() => {
            setSearch({ new: '1' });
          }}
        >
          <Plus size={16} aria-hidden /> New build
        </MayButton>
      </div>
      {total === 0 && <Empty title="No builds yet">Start one from a school’s stack, or from nothing: New build.</Empty>}
      <ul className="grid grid-cols-1 md:grid-cols-2 xl:grid-cols-3">
        {open.map((build) => (
          <BuildCell key={build.id} build={build} />
        ))}
      </ul>
      {total > open.length && (
        <button
          type="button"
          className="btn btn-sm m-4"
          onClick={() => {
            setShown(Math.min(MOST, shown + PAGE));
          }}
          disabled={shown >= MOST}
        >
          {shown >= MOST ? `The ${String(MOST)} changed last: find the others by name (/)` : `Show more of ${String(total)}`}
        </button>
      )}
      {finished.length > 0 && (
        <section className="p-4">
          <h2 className="font-semibold">Built: molds on the rack</h2>
          <ul className="mt-1 flex flex-wrap gap-x-6">
            {finished.map(({ id, name, moldId }) => (
              <li key={id}>
                <Link className="link" to={`/builds/${id}`}>
                  {name}
                </Link>
                {moldId && (
                  <Link className="link muted ml-2 text-sm" to={`/rack/${moldId}`}>
                    its mold
                  </Link>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
      {search.get('new') && (
        <Suspense>
          <NewBuild
            onClose={() => {
              setSearch({});
            }}
          />
        </Suspense>
      )}
    </div>
  );
}

function BuildCell({ build }: { build: BuildHead }) {
  const { head, status } = build;
  const { note, number, madeBy } = build.current;
  return (
    <li className="hairline border-r border-b">
      <Link to={`/builds/${build.id}`} className="hover:bg-base-200 grid h-full grid-cols-[auto_minmax(0,1fr)] gap-4 p-4">
        <StackDrawing stack={head?.stack ?? []} />
        <div className="min-w-0">
          <h2 className="text-lg leading-tight font-semibold break-words">
            {build.name}
            {head && head.hand !== 'none' && <span className="ml-2 text-sm">{head.hand.toUpperCase()}</span>}
          </h2>
          {head && (
            <p className="muted text-sm">
              {status === 'under way' && <strong>under way · </strong>}
              {head.sections > 1 && `${String(head.sections)} sections, `}
              {head.sessions} {head.sessions === 1 ? 'session' : 'sessions'}, {head.days} days from {dayText(head.startDate, 1)}
              {head.mirrorOf !== '' && ` · mirror of ${head.mirrorOf}`}
            </p>
          )}
          <p className="mt-1 text-sm leading-snug" data-testid="worst">
            <Worst build={build} />
          </p>
          {head && build.moments.length > 0 && <Next build={build} startDate={head.startDate} />}
          <p className="muted mt-1 truncate text-xs">
            <span className="num">v{number}</span> {madeBy}
            {note && `: ${note}`}
          </p>
        </div>
      </Link>
    </li>
  );
}

/** What comes next: of a build under way what is not done, else what is planned next. */
function Next({ build, startDate }: { build: BuildHead; startDate: string }) {
  const planned = <NextPlanned moments={build.moments} startDate={startDate} />;
  if (build.status !== 'under way') return planned;
  return (
    <Suspense fallback={planned}>
      <NextOpen build={build} startDate={startDate} />
    </Suspense>
  );
}

function Worst({ build: { worst, judging } }: { build: BuildHead }) {
  if (worst === null) return <span className="muted">{judging ? 'judging …' : 'nothing to judge yet'}</span>;
  return (
    <>
      <LevelMark level={worst.level} /> {worst.line}
      {judging && <span className="muted"> · being judged anew</span>}
    </>
  );
}
