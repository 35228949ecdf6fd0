import type { WallKind, WallSpan } from '@pentimento/core/planning';
import { openSpells, type ShopCalendar } from '@pentimento/core/shop';
import { DAY_MIN, dateOf, momentText } from '@pentimento/core/shop-time';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { Link } from 'react-router';
import type { Build } from '../../../api/api';
import { useWidth } from '../../../shared/use-width';

export interface WallRow {
  readonly id: string;
  readonly name: string;
  readonly spans: readonly WallSpan[];
  /** Of a row that may be dragged */
  readonly build: Build | null;
}

interface WallRowsProps {
  readonly rows: readonly WallRow[];
  readonly fromDay: number;
  readonly days: number;
  readonly shop: ShopCalendar;
  /** Spans that something is wrong with */
  readonly wrong: ReadonlySet<string>;
  /** null: nothing may be moved */
  readonly onMove: ((build: Build, byDays: number) => void) | null;
  /** A session of a build that may be moved by itself */
  readonly onPick: (build: Build, span: WallSpan) => void;
  readonly pickedId: string | null;
}

const LEFT = 168;
const LANE = 15;
const GAP = 8;
const HEAD = 34;
/** A day so wide shows month and day. */
const WHOLE_DATE = 46;
/** A bar so wide carries its words. */
const LABELED = 34;
const FILL: Readonly<Record<WallKind, { readonly opacity: number; readonly dashed: boolean }>> = {
  release: { opacity: 0.06, dashed: true },
  session: { opacity: 0.3, dashed: false },
  oven: { opacity: 0.14, dashed: true },
  demolding: { opacity: 0.7, dashed: false },
  standing: { opacity: 0.1, dashed: false },
};
const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
/** 0: Monday. 1970-01-01 was a Thursday. */
const weekdayOf = (day: number): number => (((day + 3) % 7) + 7) % 7;

/** Rows of spans over days; closed hours shade the ground. */
export function WallRows({ rows, fromDay, days, shop, wrong, onMove, onPick, pickedId }: WallRowsProps) {
  const { ref, width } = useWidth();
  const plot = Math.max(480, width - LEFT - 8);
  const x = (minutes: number): number => ((minutes - fromDay * DAY_MIN) / (days * DAY_MIN)) * plot;
  const laid = rows.map((row) => ({
    row,
    lanes: lanesOf(row.spans.filter(({ fromMin, toMin }) => toMin > fromDay * DAY_MIN && fromMin < (fromDay + days) * DAY_MIN)),
  }));
  const heightOf = (lanes: readonly unknown[]): number => Math.max(1, lanes.length) * LANE + GAP;
  const placed = laid.map(({ row, lanes }, i) => ({
    row,
    lanes,
    top: HEAD + laid.slice(0, i).reduce((sum, one) => sum + heightOf(one.lanes), 0),
    height: heightOf(lanes),
  }));
  const at = HEAD + laid.reduce((sum, { lanes }) => sum + heightOf(lanes), 0);
  const open = openSpells(shop, dateOf(0), [fromDay * DAY_MIN, (fromDay + days) * DAY_MIN]);
  return (
    <div ref={ref} className="overflow-x-auto px-2 py-2">
      {width > 0 && (
        <svg width={LEFT + plot} height={at} role="group" aria-label="Wall" className="select-none">
          <g transform={`translate(${String(LEFT)},0)`}>
            <rect x={0} y={HEAD} width={plot} height={at - HEAD} fill="currentColor" opacity={0.07} />
            {open.map(([from, to]) => (
              <rect key={from} x={x(from)} y={HEAD} width={x(to) - x(from)} height={at - HEAD} className="fill-base-100" />
            ))}
            {Array.from({ length: days }, (_, i) => fromDay + i).map((day) => (
              <g key={day} transform={`translate(${x(day * DAY_MIN).toFixed(1)},0)`}>
                <line y1={14} y2={at} stroke="currentColor" opacity={weekdayOf(day) === 0 ? 0.5 : 0.18} />
                <text x={3} y={14} className={`fill-current text-xs ${weekdayOf(day) > 4 ? 'opacity-60' : 'font-semibold'}`}>
                  {WEEKDAYS[weekdayOf(day)]}
                </text>
                <text x={3} y={27} className="num fill-current text-xs opacity-70">
                  {plot / days < WHOLE_DATE ? dateOf(day).slice(8) : dateOf(day).slice(5)}
                </text>
              </g>
            ))}
          </g>
          {placed.map(({ row, lanes, top, height }) => (
            <g key={row.id} transform={`translate(0,${String(top)})`}>
              <line x1={0} x2={LEFT + plot} y1={0} y2={0} stroke="currentColor" opacity={0.25} />
              <foreignObject x={0} y={2} width={LEFT - 8} height={height - 2}>
                {row.build ? (
                  <Link to={`/builds/${row.build.id}/sequence`} className="link block truncate text-sm" title={row.name}>
                    {row.name}
                  </Link>
                ) : (
                  <span className="block truncate text-sm" title={row.name}>
                    {row.name}
                  </span>
                )}
              </foreignObject>
              <g transform={`translate(${String(LEFT)},4)`}>
                <RowBars
                  row={row}
                  lanes={lanes}
                  x={x}
                  dayWidth={plot / days}
                  wrong={wrong}
                  plot={plot}
                  height={height}
                  onMove={onMove}
                  onPick={onPick}
                  pickedId={pickedId}
                />
              </g>
            </g>
          ))}
        </svg>
      )}
    </div>
  );
}

/** Spans that do not run over each other share a lane. */
function lanesOf(spans: readonly WallSpan[]): WallSpan[][] {
  const lanes: WallSpan[][] = [];
  for (const span of spans) {
    const free = lanes.find((lane) => lane[lane.length - 1].toMin <= span.fromMin + 1);
    if (free) free.push(span);
    else lanes.push([span]);
  }
  return lanes;
}

interface RowBarsProps {
  readonly row: WallRow;
  readonly lanes: readonly (readonly WallSpan[])[];
  readonly x: (minutes: number) => number;
  readonly dayWidth: number;
  readonly wrong: ReadonlySet<string>;
  readonly plot: number;
  readonly height: number;
  readonly onMove: WallRowsProps['onMove'];
  readonly onPick: WallRowsProps['onPick'];
  readonly pickedId: string | null;
}

function RowBars({ row, lanes, x, dayWidth, wrong, plot, height, onMove, onPick, pickedId }: RowBarsProps) {
  const { build } = row;
  const movable = build !== null && onMove !== null;
  const grab = useRef<number | null>(null);
  const [byDays, setByDays] = useState(0);
  const begin = (event: PointerEvent<SVGGElement>): void => {
    if (!movable) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    grab.current = event.clientX;
  };
  const drag = (event: PointerEvent<SVGGElement>): void => {
    if (grab.current !== null) setByDays(Math.round((event.clientX - grab.current) / dayWidth));
  };
  const drop = (): void => {
    if (movable && byDays !== 0) onMove(build, byDays);
    grab.current = null;
    setByDays(0);
  };
  const onKey = (event: KeyboardEvent): void => {
    if (movable && (event.key === 'ArrowDown' || event.key === 'ArrowUp')) {
      event.preventDefault();
      const sessions = row.spans.filter(({ sessionId }) => sessionId !== null);
      const now = sessions.findIndex(({ id }) => id === pickedId);
      const next = sessions.at(event.key === 'ArrowDown' ? (now + 1) % sessions.length : Math.max(0, now) - 1);
      if (next) onPick(build, next);
      return;
    }
    const direction = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (!movable || direction === 0) return;
    event.preventDefault();
    onMove(build, direction);
  };
  const bars = lanes.flatMap((lane, i) => lane.map((span) => ({ span, y: i * LANE })));
  return (
    <g
      {...(movable
        ? {
            role: 'slider',
            tabIndex: 0,
            'aria-label': `Move ${row.name} by days`,
            'aria-valuenow': byDays,
            'aria-valuetext': build.current.plan.startDate,
          }
        : {})}
      className={movable ? 'group cursor-ew-resize touch-none outline-none' : ''}
      onPointerDown={begin}
      onPointerMove={drag}
      onPointerUp={drop}
      onPointerCancel={() => {
        grab.current = null;
        setByDays(0);
      }}
      onKeyDown={onKey}
    >
      {movable && (
        <rect
          x={0}
          y={-3}
          width={plot}
          height={height - 3}
          fill="transparent"
          className="stroke-primary stroke-2 opacity-0 group-focus-visible:opacity-100"
        />
      )}
      <g transform={`translate(${(byDays * dayWidth).toFixed(1)},0)`} opacity={byDays === 0 ? 1 : 0.6}>
        {bars.map(({ span, y }) => {
          const [from, to] = [Math.max(0, x(span.fromMin)), Math.min(plot, x(span.toMin))];
          const { opacity, dashed } = FILL[span.kind];
          const isWrong = wrong.has(span.id);
          return (
            <g
              key={span.id}
              className={isWrong ? 'text-error' : ''}
              onClick={
                movable && span.sessionId !== null
                  ? () => {
                      onPick(build, span);
                    }
                  : undefined
              }
            >
              {span.id === pickedId && (
                <rect
                  x={from - 3}
                  y={y - 3}
                  width={Math.max(2.5, to - from) + 6}
                  height={LANE + 3}
                  fill="none"
                  className="stroke-primary"
                  strokeWidth={2}
                />
              )}
              <rect
                x={from}
                y={y}
                width={Math.max(2.5, to - from)}
                height={LANE - 3}
                fill="currentColor"
                fillOpacity={opacity}
                stroke="currentColor"
                strokeWidth={isWrong ? 2 : 1}
                strokeDasharray={dashed ? '3 2' : undefined}
              >
                <title>{`${span.build}, ${span.what}: ${momentText('1970-01-01', span.fromMin)} to ${momentText('1970-01-01', span.toMin).slice(-5)}${span.people > 0 ? `, ${String(span.people)} people` : ''}${span.who.length > 0 ? ` (${span.who.join(', ')})` : ''}`}</title>
              </rect>
              {to - from > LABELED && span.kind !== 'release' && (
                <text x={from + 3} y={y + 9} className="fill-current text-xs" pointerEvents="none">
                  {span.what.slice(0, Math.floor((to - from - 4) / 6))}
                </text>
              )}
              {isWrong && <path d={`M${(from - 1).toFixed(1)} ${String(y - 1)}l4 0l-4 4z`} fill="currentColor" />}
            </g>
          );
        })}
      </g>
    </g>
  );
}
