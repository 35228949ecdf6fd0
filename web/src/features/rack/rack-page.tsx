import { byLevel } from '@pentimento/core/units';
import { useState } from 'react';
import { useMoldsQuery } from '../../api/api';
import { Empty, Failed, Loading } from '../../shared/states';
import { LogPull } from './log-pull';
import { Refusals } from '../../app/refusals';
import { Spine } from './spine';
import { useLikelyToFight } from './use-forecasts';
import { useMoldViews, type MoldView } from './use-service';

const PAGE = 60;
/** So many are found by eye. */
const FEW = 12;

/** Molds in service, those that need something first. */
export function RackPage() {
  const [search, setSearch] = useState('');
  const [offset, setOffset] = useState(0);
  const page = { ...(search.trim() === '' ? {} : { search: search.trim() }), offset, limit: PAGE };
  const { data, error, refetch } = useMoldsQuery(page, { refetchOnMountOrArgChange: true });
  const views = useMoldViews(data?.molds);
  const likely = useLikelyToFight();
  const [logging, setLogging] = useState<MoldView | null>(null);
  if (error && !data) return <Failed error={error} retry={() => void refetch()} />;
  if (!data || !views) return <Loading what="the rack" />;
  const sorted = [...views].sort((a, b) => byLevel(a.service.level, b.service.level) || a.mold.number.localeCompare(b.mold.number));
  // Of the whole search; what waits to be sent is known of this page only.
  const due = data.total > views.length ? data.due : views.filter(({ service }) => service.level === 'stop').length;
  return (
    <div className="flex min-h-full flex-col">
      <div className="rule flex items-center gap-4 border-b px-4 py-2">
        <h1 className="text-xl font-semibold">Rack</h1>
        <p className="muted">
          {data.total} {data.total === 1 ? 'mold' : 'molds'}
          {due > 0 && `, ${String(due)} pulled out: treat before the next pull`}
        </p>
        {(data.total > FEW || search !== '') && (
          <label className="ml-auto flex items-center gap-2 text-sm">
            Number or part
            <input
              type="search"
              className="hairline bg-base-100 h-9 w-44 border px-2"
              value={search}
              maxLength={120}
              onChange={(event) => {
                setSearch(event.target.value);
                setOffset(0);
              }}
            />
          </label>
        )}
      </div>
      <Refusals />
      {views.length === 0 && search !== '' && <Empty title="Nothing of that name on the rack">Try fewer letters of its number or part.</Empty>}
      {views.length === 0 && search === '' && <Empty title="The rack is empty">Finish a build into a mold, and it stands here.</Empty>}
      <ul className="flex flex-1 flex-wrap items-stretch content-start gap-3 px-4 pt-7 pb-6">
        {sorted.map((view) => (
          <Spine
            key={view.mold.id}
            view={view}
            fights={likely.get(view.mold.id) ?? null}
            onLog={() => {
              setLogging(view);
            }}
          />
        ))}
      </ul>
      <Pages
        total={data.total}
        offset={offset}
        onOffset={(next) => {
          setOffset(next);
        }}
      />
      {logging && (
        <LogPull
          mold={logging.mold}
          caution={logging.service.level === 'stop' ? logging.service.reason : null}
          onClose={() => {
            setLogging(null);
          }}
        />
      )}
    </div>
  );
}

/** Which of many are shown, and the way to the others. */
function Pages({ total, offset, onOffset }: { total: number; offset: number; onOffset: (offset: number) => void }) {
  if (total <= PAGE) return null;
  return (
    <nav aria-label="Pages of the rack" className="hairline flex items-center gap-3 border-t px-4 py-2 text-sm">
      <button
        type="button"
        className="btn btn-sm"
        disabled={offset === 0}
        onClick={() => {
          onOffset(Math.max(0, offset - PAGE));
        }}
      >
        Before
      </button>
      <span className="num">
        {offset + 1} to {Math.min(total, offset + PAGE)} of {total}
      </span>
      <button
        type="button"
        className="btn btn-sm"
        disabled={offset + PAGE >= total}
        onClick={() => {
          onOffset(offset + PAGE);
        }}
      >
        Next
      </button>
    </nav>
  );
}
