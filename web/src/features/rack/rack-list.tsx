import { releaseProgram } from '@pentimento/core/service';
import { moldStateWords } from '@pentimento/core/mold';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef } from 'react';
import { Link } from 'react-router';
import { useMoldsQuery, type MoldHead, type RackPage } from '../../api/api';
import { useAppSelector } from '../../app/store';
import { LevelMark } from '../../shared/level-mark';
import { MayButton } from '../../shared/may-button';
import { viewOf, type MoldView } from './use-service';

const PAGE = 60;
const ROW_PX = 56;

interface RackListProps {
  readonly search: string;
  readonly order: NonNullable<RackPage['order']>;
  readonly total: number;
  readonly likely: ReadonlyMap<string, number>;
  readonly onPull: (view: MoldView) => void;
}

/** Every mold that fits the search, one line each; only what is seen is fetched and drawn. */
export function RackList({ search, order, total, likely, onPull }: RackListProps) {
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({ count: total, getScrollElement: () => scroller.current, estimateSize: () => ROW_PX, overscan: 8 });
  const items = rows.getVirtualItems();
  const first = Math.floor((items.at(0)?.index ?? 0) / PAGE);
  const last = Math.floor((items.at(-1)?.index ?? 0) / PAGE);
  useEffect(() => {
    rows.scrollToOffset(0);
  }, [search, order, rows]);
  const common = { ...(search === '' ? {} : { search }), order, limit: PAGE };
  return (
    <div
      ref={scroller}
      className="shrink-0 overflow-auto"
      style={{ height: 'max(20rem, calc(100dvh - 10rem))' }}
      tabIndex={0}
      role="list"
      aria-label={`${String(total)} molds`}
    >
      <div className="relative w-full min-w-[44rem]" style={{ height: rows.getTotalSize() }}>
        {Array.from({ length: last - first + 1 }, (_, i) => first + i).map((page) => (
          <ListPage
            key={page}
            asked={{ ...common, offset: page * PAGE }}
            group={order}
            rows={items.filter(({ index }) => Math.floor(index / PAGE) === page).map(({ index, start }) => ({ index, start }))}
            likely={likely}
            onPull={onPull}
          />
        ))}
      </div>
    </div>
  );
}

interface ListPageProps {
  readonly asked: RackPage & { readonly offset: number };
  readonly group: RackListProps['order'];
  readonly rows: readonly { readonly index: number; readonly start: number }[];
  readonly likely: ReadonlyMap<string, number>;
  readonly onPull: (view: MoldView) => void;
}

function ListPage({ asked, group, rows, likely, onPull }: ListPageProps) {
  const { data } = useMoldsQuery(asked, { refetchOnMountOrArgChange: true });
  const waiting = useAppSelector((state) => state.outbox.waiting);
  const views = useMemo(() => data?.molds.map((mold) => viewOf(mold, waiting)) ?? [], [data, waiting]);
  return rows.map(({ index, start }) => {
    const at = index - asked.offset;
    const view = views.at(at);
    const before = at > 0 ? views.at(at - 1)?.mold : undefined;
    return (
      <div
        key={index}
        role="listitem"
        className="hairline absolute right-0 left-0 flex items-center gap-3 border-b px-4"
        style={{ transform: `translateY(${String(start)}px)`, height: ROW_PX }}
      >
        {view && at < views.length ? (
          <Row view={view} shown={shownOf(group, view.mold, before)} fights={likely.get(view.mold.id) ?? null} onPull={onPull} />
        ) : (
          <span className="muted text-sm">…</span>
        )}
      </div>
    );
  });
}

/** What a group of lines has in common stands at its first one only. */
function shownOf(group: RackListProps['order'], mold: MoldHead, before: MoldHead | undefined): { part: boolean; customer: boolean } {
  return { part: group !== 'part' || before?.part !== mold.part, customer: group !== 'customer' || before?.customer !== mold.customer };
}

interface RowProps {
  readonly view: MoldView;
  readonly shown: { readonly part: boolean; readonly customer: boolean };
  readonly fights: number | null;
  readonly onPull: (view: MoldView) => void;
}

function Row({ view, shown, fights, onPull }: RowProps) {
  const { mold, service } = view;
  return (
    <>
      <Link className="link num w-20 shrink-0 text-lg font-semibold" to={`/rack/${mold.id}`}>
        {mold.number}
      </Link>
      <span className="w-48 shrink-0 truncate">
        {shown.part ? <strong>{mold.part}</strong> : <span className="muted">{mold.part}</span>}{' '}
        {mold.hand !== 'none' && <span className="uppercase">{mold.hand}</span>}
      </span>
      <span className="w-44 shrink-0 truncate text-sm">
        {shown.customer ? mold.customer : <span className="muted">{mold.customer}</span>}
        <span className="muted block truncate">{mold.place}</span>
      </span>
      <span className="min-w-0 flex-1 text-sm leading-tight">
        <span className="line-clamp-2">
          {service.hold?.kind === 'away' ? (
            moldStateWords[mold.state]
          ) : (
            <>
              <LevelMark level={service.level} /> {service.reason}
            </>
          )}
          {fights !== null && (
            <>
              {' '}
              Fights: <span className="num predicted">{(100 * fights).toFixed(0)} %</span>
            </>
          )}
        </span>
      </span>
      <span className="muted num hidden w-40 shrink-0 text-right text-sm xl:inline">
        {releaseProgram(mold.releaseProgramId)?.name}, {service.pullsSinceNew}
      </span>
      <MayButton
        right="log"
        className="btn btn-sm shrink-0"
        aria-label={`Log a pull of ${mold.number}`}
        onClick={() => {
          onPull(view);
        }}
      >
        Pull
      </MayButton>
    </>
  );
}
