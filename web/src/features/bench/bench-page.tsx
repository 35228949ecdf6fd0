import { useParams, Link } from 'react-router';
import { skipToken } from '@reduxjs/toolkit/query';
import { useBuildQuery, useBuildsQuery, useCardsQuery, type BuildHead, type Card } from '../../api/api';
import { Refusals } from '../../app/refusals';
import { Empty, Failed, Loading } from '../../shared/states';
import { BuildAtBench } from './build-at-bench';
import { QuickDoseKey } from './quick-dose-key';

/** The build under way, one step at a time: what to do, its caution, its clock, and what to write down. */
export function BenchPage() {
  const { buildId } = useParams();
  const builds = useBuildsQuery({ finished: 'no', limit: 200 });
  const chosen = useBuildQuery(buildId ?? skipToken);
  const cards = useCardsQuery();
  const error = builds.error ?? cards.error;
  if (error && !(builds.data && cards.data))
    return (
      <Failed
        error={error}
        retry={() => {
          void builds.refetch();
          void cards.refetch();
        }}
      />
    );
  if (!builds.data || !cards.data) return <Loading what="the bench" />;
  if (buildId !== undefined && chosen.isLoading) return <Loading what="the build" />;
  const build = chosen.data?.id === buildId ? chosen.data : undefined;
  return (
    <>
      <Refusals />
      {build ? (
        <BuildAtBench key={build.id} build={build} newest={cards.data} />
      ) : (
        <Choose open={builds.data.builds} lost={buildId !== undefined} cards={cards.data} />
      )}
    </>
  );
}

/** Which build is on the bench: those under way first, in rows that a glove hits. */
function Choose({ open, lost, cards }: { open: readonly BuildHead[]; lost: boolean; cards: readonly Card[] }) {
  const rows = [...open].sort((a, b) => Number(b.status === 'under way') - Number(a.status === 'under way'));
  if (rows.length === 0)
    return (
      <>
        <Empty title="Nothing to build">
          Plan a build on the{' '}
          <Link className="link" to="/">
            Board
          </Link>{' '}
          first; its steps are done here.
        </Empty>
        <p className="text-center">
          <QuickDoseKey cards={cards} />
        </p>
      </>
    );
  return (
    <div className="mx-auto max-w-3xl p-4">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h1 className="text-xl font-semibold">Which build is on the bench?</h1>
        <QuickDoseKey cards={cards} />
      </div>
      {lost && <p role="status">That build is not there.</p>}
      <ul className="rule mt-2 border-t">
        {rows.map(({ id, name, status, head }) => (
          <li key={id} className="hairline border-b">
            <Link to={`/bench/${id}`} className="hover:bg-base-200 flex min-h-16 flex-wrap items-center gap-x-4 px-2 py-2 text-lg">
              <span className="font-semibold">{name}</span>
              <span className="muted text-base">
                {status === 'under way' ? 'under way' : 'not begun'}
                {head && ` · ${String(head.sessions)} sessions`}
              </span>
            </Link>
          </li>
        ))}
      </ul>
      <FinishedLately />
    </div>
  );
}

/** Builds that became molds, to be compared with their plans; the newest first. */
function FinishedLately() {
  const { data } = useBuildsQuery({ finished: 'yes', limit: 5 });
  const builds = data?.builds ?? [];
  if (builds.length === 0) return null;
  return (
    <>
      <h2 className="mt-6 font-semibold">Finished not long ago</h2>
      <ul className="rule mt-1 border-t">
        {builds.map(({ id, name }) => (
          <li key={id} className="hairline border-b">
            <Link to={`/bench/${id}`} className="hover:bg-base-200 flex min-h-14 flex-wrap items-center gap-x-4 px-2 py-2 text-lg">
              <span>{name}</span>
              <span className="muted text-base">planned and as built</span>
            </Link>
          </li>
        ))}
      </ul>
    </>
  );
}
