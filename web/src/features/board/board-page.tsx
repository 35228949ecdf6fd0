import { MayButton } from '../../shared/may-button';
import { libraryOf, sectionOf, type CardLibrary } from '@pentimento/core/plan';
import { dayText } from '@pentimento/core/shop-time';
import { Plus } from 'lucide-react';
import { lazy, Suspense, useMemo } from 'react';
import { Link, useSearchParams } from 'react-router';
import { useBuildsQuery, useCardsQuery, useWorstOfBuildsQuery, type Build, type WorstOfBuild } from '../../api/api';
import { LevelMark } from '../../shared/level-mark';
import { Empty, Failed, Loading } from '../../shared/states';
import { useUnits } from '../../shared/use-units';
import { StackDrawing } from '../layers/stack-drawing';

const NewBuild = lazy(async () => ({ default: (await import('./new-build')).NewBuild }));

/** Builds being planned, each with its stack and its worst verdict. */
export function BoardPage() {
  const builds = useBuildsQuery(undefined, { refetchOnMountOrArgChange: true });
  const cards = useCardsQuery();
  const [search, setSearch] = useSearchParams();
  const { system } = useUnits();
  const worst = useWorstOfBuildsQuery(system, { refetchOnMountOrArgChange: true });
  const library = useMemo(() => libraryOf(cards.data ?? []), [cards.data]);
  const error = builds.error ?? cards.error;
  if (error && !builds.data)
    return (
      <Failed
        error={error}
        retry={() => {
          void builds.refetch();
          void cards.refetch();
        }}
      />
    );
  if (!builds.data || !cards.data) return <Loading what="the builds" />;
  const open = builds.data.filter(({ status }) => status !== 'finished');
  const finished = builds.data.filter(({ status }) => status === 'finished');
  return (
    <div>
      <div className="rule flex items-stretch border-b">
        <h1 className="px-4 py-2 text-xl font-semibold">Board</h1>
        <p className="muted flex items-center px-2">
          {open.length} {open.length === 1 ? 'build' : 'builds'} being planned or built
        </p>
        <span className="flex-1" />
        <MayButton
          right="plan"

          className="bg-primary text-primary-content flex items-center gap-2 px-5"
          onClick={() => {
            setSearch({ new: '1' });
          }}
        >
          <Plus size={16} aria-hidden /> New build
        </MayButton>
      </div>
      {open.length === 0 && <Empty title="No builds yet">Start one from a school’s stack, or from nothing: New build.</Empty>}
      <ul className="grid grid-cols-1 md:grid-cols-2 xl:grid-cols-3">
        {open.map((build) => (
          <BuildCell
            key={build.id}
            build={build}
            cards={library}
            worst={worst.currentData?.find((one) => one.buildId === build.id && one.number === build.current.number)}
            failed={worst.isError}
          />
        ))}
      </ul>
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

interface BuildCellProps {
  readonly build: Build;
  readonly cards: CardLibrary;
  /** undefined: not judged yet */
  readonly worst: WorstOfBuild | undefined;
  readonly failed: boolean;
}

function BuildCell({ build, cards, worst, failed }: BuildCellProps) {
  const { plan, note, number, madeBy } = build.current;
  const days = Math.ceil(Math.max(...plan.demolds.map(({ atMin }) => atMin)) / 1440);
  const sessions = plan.sections.reduce((sum, section) => sum + section.sessions.length, 0);
  return (
    <li className="hairline border-r border-b">
      <Link to={`/builds/${build.id}`} className="hover:bg-base-200 grid h-full grid-cols-[auto_minmax(0,1fr)] gap-4 p-4">
        <StackDrawing plan={sectionOf(plan, plan.sections[0].id)} cards={cards} />
        <div className="min-w-0">
          <h2 className="text-lg leading-tight font-semibold break-words">{build.name}</h2>
          <p className="muted text-sm">
            {build.status === 'under way' && <strong>under way · </strong>}
            {plan.sections.length > 1 && `${String(plan.sections.length)} sections, `}
            {sessions} {sessions === 1 ? 'session' : 'sessions'}, {days} days from {dayText(plan.startDate, 1)}
          </p>
          <p className="mt-1 text-sm leading-snug" data-testid="worst">
            {worst || !failed ? <Worst worst={worst} /> : <span className="muted">not judged: the shop’s server did not answer</span>}
          </p>
          <p className="muted mt-1 truncate text-xs">
            <span className="num">v{number}</span> {madeBy}
            {note && `: ${note}`}
          </p>
        </div>
      </Link>
    </li>
  );
}

function Worst({ worst }: { worst: WorstOfBuild | undefined }) {
  if (worst === undefined) return <span className="muted">judging …</span>;
  if (worst.level === null) return <span className="muted">nothing to judge yet</span>;
  return (
    <>
      <LevelMark level={worst.level} /> {worst.line}
    </>
  );
}
