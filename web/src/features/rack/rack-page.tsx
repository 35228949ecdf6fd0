import { byLevel } from '@pentimento/core/units';
import { CalendarDays, ScanLine } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { useMoldsQuery, type RackPage as RackAsked } from '../../api/api';
import { MayButton } from '../../shared/may-button';
import { Empty, Failed, Loading } from '../../shared/states';
import { useRemembered } from '../../shared/use-remembered';
import { ImportMolds } from './import-molds';
import { LogPull } from './log-pull';
import { Refusals } from '../../app/refusals';
import { NewMoldDialog } from './new-mold';
import { RackList } from './rack-list';
import { ScanDialog } from './scan-dialog';
import { Spine } from './spine';
import { useLikelyToFight } from './use-forecasts';
import { useMoldViews, type MoldView } from './use-service';

const PAGE = 60;
/** A sheet of labels at once. */
const MOST_LABELS = 200;
/** So many are found by eye. */
const FEW = 12;

const ORDERS = [
  ['due', 'due first'],
  ['part', 'by part'],
  ['customer', 'by customer'],
] as const;

type RackOrder = NonNullable<RackAsked['order']>;
type Sheet = 'scan' | 'new' | 'import';

/** Molds in service, those that need something first: as spines while they are few, as a list of any length. */
export function RackPage() {
  const [search, setSearch] = useState('');
  const [asList, setAsList] = useRemembered('rack as a list', false);
  const [order, setOrder] = useState<RackOrder>('due');
  const [sheet, setSheet] = useState<Sheet | null>(null);
  const wanted = search.trim();
  const page = { ...(wanted === '' ? {} : { search: wanted }), offset: 0, limit: PAGE };
  const { data, error, refetch } = useMoldsQuery(page, { refetchOnMountOrArgChange: true });
  const views = useMoldViews(data?.molds);
  const likely = useLikelyToFight();
  const [logging, setLogging] = useState<MoldView | null>(null);
  if (error && !data) return <Failed error={error} retry={() => void refetch()} />;
  if (!data || !views) return <Loading what="the rack" />;
  const sorted = [...views].sort(
    (a, b) => byLevel(a.service.level, b.service.level) || awayLast(a) - awayLast(b) || a.mold.number.localeCompare(b.mold.number),
  );
  // Of the whole search; what waits to be sent is known of this page only.
  const due = data.total > views.length ? data.due : views.filter(({ service }) => service.level === 'stop').length;
  const list = asList || data.total > PAGE;
  const close = (): void => {
    setSheet(null);
  };
  return (
    <div className="flex min-h-full flex-col">
      <div className="rule flex flex-wrap items-center gap-x-4 gap-y-1 border-b px-4 py-2">
        <h1 className="text-xl font-semibold">Rack</h1>
        <p className="muted">
          {data.total} {data.total === 1 ? 'mold' : 'molds'}
          {due > 0 && `, ${String(due)} pulled out: treat before the next pull`}
        </p>
        <span className="flex-1" />
        {(data.total > FEW || search !== '') && (
          <label className="flex items-center gap-2 text-sm">
            <span className="muted">Search</span>
            <input
              type="search"
              aria-label="Number, part, customer or place"
              placeholder="number, part, customer, place"
              className="hairline bg-base-100 h-9 w-60 border px-2"
              value={search}
              maxLength={120}
              onChange={(event) => {
                setSearch(event.target.value);
              }}
            />
          </label>
        )}
        <button
          type="button"
          className="btn btn-sm h-9"
          onClick={() => {
            setSheet('scan');
          }}
        >
          <ScanLine size={16} aria-hidden /> Scan a label
        </button>
        <Link className="btn btn-sm h-9" to="/rack/treatments">
          <CalendarDays size={16} aria-hidden /> Treatments due
        </Link>
        <MayButton
          right="finish"
          className="btn btn-sm h-9"
          onClick={() => {
            setSheet('new');
          }}
        >
          Add a mold
        </MayButton>
        <MayButton
          right="finish"
          className="btn btn-sm h-9"
          onClick={() => {
            setSheet('import');
          }}
        >
          From a list
        </MayButton>
      </div>
      <div className="flex items-center gap-4 px-4 pt-2 text-sm" role="group" aria-label="How the rack is shown">
        {data.total <= PAGE && (
          <label className="flex items-center gap-1">
            <input
              type="checkbox"
              checked={asList}
              onChange={(event) => {
                setAsList(event.target.checked);
              }}
            />
            as a list
          </label>
        )}
        {list &&
          ORDERS.map(([one, words]) => (
            <label key={one} className="flex items-center gap-1">
              <input
                type="radio"
                name="order of the rack"
                checked={order === one}
                onChange={() => {
                  setOrder(one);
                }}
              />
              {words}
            </label>
          ))}
        {list && data.total <= MOST_LABELS && data.total > 0 && data.total <= views.length && (
          <a className="link ml-auto" href={`/api/molds/labels.pdf?paper=A4&ids=${views.map(({ mold }) => mold.id).join(',')}`} download>
            Labels of these
          </a>
        )}
      </div>
      <Refusals />
      {views.length === 0 && search !== '' && (
        <Empty title="Nothing of that name on the rack">Try fewer letters of its number, part, customer or place.</Empty>
      )}
      {views.length === 0 && search === '' && (
        <Empty title="The rack is empty">Finish a build into a mold, add one that exists already, or bring them in from a list.</Empty>
      )}
      {list && data.total > 0 ? (
        <RackList search={wanted} order={order} total={data.total} likely={likely} onPull={setLogging} />
      ) : (
        <ul className="flex flex-1 flex-wrap items-stretch content-start gap-3 px-4 pt-6 pb-6">
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
      )}
      {logging && (
        <LogPull
          mold={logging.mold}
          caution={logging.service.level === 'stop' ? logging.service.reason : null}
          onClose={() => {
            setLogging(null);
          }}
        />
      )}
      {sheet === 'scan' && <ScanDialog onClose={close} />}
      {sheet === 'new' && <NewMoldDialog onClose={close} />}
      {sheet === 'import' && <ImportMolds onClose={close} />}
    </div>
  );
}

/** What nobody pulls from stands behind the others. */
const awayLast = ({ service }: MoldView): number => (service.hold?.kind === 'away' ? 1 : 0);
