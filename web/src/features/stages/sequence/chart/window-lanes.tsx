import type { CardLibrary, SectionPlan } from '@pentimento/core/plan';
import { clockText, type ClockScale } from '@pentimento/core/shop-time';
import { edgeCut, type EdgeCut, type GreenSpan } from '@pentimento/core/stack';
import type { JointWindow, SurfaceState } from '@pentimento/core/windows';
import { useId } from 'react';

export const LANE_HEIGHT = 22;

const WORDS: Record<JointWindow['state'], string> = { inside: 'inside', 'wet-on-wet': 'wet on wet', early: 'too early', late: 'late, abrade' };

const SURFACE_WORDS: Record<SurfaceState, string> = {
  wet: 'still wet',
  transfers: 'comes off on a glove',
  prints: 'prints, does not come off',
  dry: 'dry to touch',
  closed: 'bond closed',
};

/** One lane per joint: when the next session may go on, and where it is planned. */
export function WindowLanes({
  plan,
  cards,
  windows,
  lastTrim,
  clock,
  left,
}: {
  plan: SectionPlan;
  cards: CardLibrary;
  windows: readonly JointWindow[];
  /** Green trim after the last session */
  lastTrim: JointWindow['trim'];
  clock: ClockScale;
  left: number;
}) {
  const hatch = useId();
  return (
    <svg
      width={left + clock.width}
      height={(windows.length + (lastTrim ? 1 : 0)) * LANE_HEIGHT + 4}
      className="block"
      role="list"
      aria-label="Windows for the next session"
    >
      <defs>
        <pattern id={`${hatch}-slow`} width="5" height="5" patternUnits="userSpaceOnUse">
          <path d="M0 5 5 0" stroke="currentColor" strokeWidth="0.9" />
        </pattern>
      </defs>
      {windows.map((window, lane) => (
        <Lane
          key={window.belowSession}
          plan={plan}
          cards={cards}
          window={window}
          y={lane * LANE_HEIGHT + 3}
          clock={clock}
          left={left}
          slow={`${hatch}-slow`}
        />
      ))}
      {lastTrim && <EdgeLane plan={plan} cards={cards} green={lastTrim} y={windows.length * LANE_HEIGHT + 3} clock={clock} left={left} />}
    </svg>
  );
}

interface EdgeLaneProps {
  readonly plan: SectionPlan;
  readonly cards: CardLibrary;
  readonly green: GreenSpan;
  readonly y: number;
  readonly clock: ClockScale;
  readonly left: number;
}

/** The edge of what is laid last: while it is green, or from when on it is sawn. */
function EdgeLane({ plan, cards, green, y, clock, left }: EdgeLaneProps) {
  const x = within(clock);
  const cut = edgeOf(plan, cards, plan.sessions.length - 1, green);
  const sawn = cut?.how === 'sawn';
  const span = `${clockText(green.fromS).slice(-5)}–${clockText(green.untilS).slice(-5)}`;
  return (
    <g
      role="listitem"
      aria-label={`Edge: green ${clockText(green.fromS)} to ${clockText(green.untilS)}${sawn ? `, ${cut.because}: sawn` : ', green trim'}`}
    >
      <text x={left - 8} y={y + 12} textAnchor="end" className="fill-current text-[12px]">
        Edge
      </text>
      <g transform={`translate(${String(left)},${String(y)})`}>
        <line x1={0} x2={clock.width} y1={9} y2={9} stroke="currentColor" strokeOpacity="0.18" />
        <line
          x1={x(green.fromS)}
          x2={x(green.untilS)}
          y1={9}
          y2={9}
          stroke="currentColor"
          strokeWidth={sawn ? 1.5 : 3}
          strokeDasharray={sawn ? '2 3' : undefined}
        />
        <text x={x(green.untilS) + 5} y={13} className="fill-current text-[12px]">
          {sawn ? `green ${span} ${cut.because}: sawn` : `trim ${span}`}
        </text>
      </g>
    </g>
  );
}

const edgeOf = (plan: SectionPlan, cards: CardLibrary, index: number, green: GreenSpan): EdgeCut | null => {
  const session = plan.sessions.at(index);
  return session ? edgeCut(green, session, plan, cards) : null;
};

/** A time on the drawing, kept inside it. */
const within =
  (clock: ClockScale) =>
  (timeS: number): number =>
    clock.toX(Math.min(Math.max(timeS, 0), clock.endS));

interface LaneProps {
  readonly plan: SectionPlan;
  readonly cards: CardLibrary;
  readonly window: JointWindow;
  readonly y: number;
  readonly clock: ClockScale;
  readonly left: number;
  /** Id of the hatch that marks a slow pocket */
  readonly slow: string;
}

/** One joint: its window, where it lags, and the pin of the next session. */
function Lane({ plan, cards, window, y, clock, left, slow }: LaneProps) {
  const x = within(clock);
  const next = plan.sessions.at(window.belowSession + 1);
  const pinX = x(window.plannedS);
  const early = window.state === 'early' && pinX > 80;
  const bad = window.state === 'early' || window.state === 'late';
  const surface = (plan.shape?.pockets ? window.pocket : window.flat).surface;
  const label = `${next?.name ?? ''}: ${WORDS[window.state]}`;
  const knife = window.trim && edgeOf(plan, cards, window.belowSession, window.trim)?.how === 'green' ? window.trim : null;
  const said = laneText(label, window, knife);
  return (
    <g role="listitem" aria-label={said}>
      <text x={left - 8} y={y + 12} textAnchor="end" className="fill-current text-[12px]">
        {next?.name}
      </text>
      <g transform={`translate(${String(left)},0)`}>
        <line x1={0} x2={clock.width} y1={y + 9} y2={y + 9} stroke="currentColor" strokeOpacity="0.18" />
        {window.wetUntilS !== null && (
          <rect
            x={x(window.laidS)}
            y={y + 6}
            width={Math.max(0, x(window.wetUntilS) - x(window.laidS))}
            height={6}
            className="fill-secondary"
            fillOpacity="0.35"
          />
        )}
        {window.flat.opensS !== null && window.closesS > window.flat.opensS && (
          <rect
            x={x(window.flat.opensS)}
            y={y + 3}
            width={Math.max(1, x(window.closesS) - x(window.flat.opensS))}
            height={12}
            className="fill-secondary stroke-secondary"
            fillOpacity="0.5"
          />
        )}
        {/* The deep pocket is still closed here. */}
        {window.flat.opensS !== null && (
          <rect
            x={x(window.flat.opensS)}
            y={y + 3}
            width={Math.max(0, x(Math.min(window.closesS, window.pocket.opensS ?? window.closesS)) - x(window.flat.opensS))}
            height={12}
            fill={`url(#${slow})`}
          />
        )}
        {knife && (
          <g aria-hidden>
            <line x1={x(knife.fromS)} x2={x(knife.untilS)} y1={y + 1} y2={y + 1} stroke="currentColor" strokeWidth="2" />
            <text x={x(knife.fromS) - 2} y={y + 5} textAnchor="end" className="fill-current text-[10px]">
              trim
            </text>
          </g>
        )}
        <title>{said}</title>
        <path d={`M${pinX.toFixed(1)} ${String(y + 14)}l-6 -11h12z`} className={bad ? 'fill-error' : 'fill-current'} />
        <text
          x={early ? pinX - 9 : pinX + 9}
          y={y + 12}
          textAnchor={early ? 'end' : 'start'}
          className={`${bad ? 'fill-error font-semibold' : 'fill-current'} text-[12px]`}
        >
          {bad ? `${WORDS[window.state]}, ${surface}` : surface}
        </text>
      </g>
    </g>
  );
}

function moment(timeS: number | null): string {
  return timeS === null ? 'not within three days' : clockText(timeS);
}

/** The whole lane in words. */
function laneText(label: string, { flat, pocket, closesS, plannedS }: JointWindow, trim: GreenSpan | null): string {
  return [
    label,
    `Opens ${moment(flat.opensS)} on the flat, ${moment(pocket.opensS)} in a deep pocket`,
    `closes ${clockText(closesS)}, planned ${clockText(plannedS)}`,
    `then ${SURFACE_WORDS[flat.surface]} on the flat, ${SURFACE_WORDS[pocket.surface]} in a pocket`,
    ...(trim ? [`green trim ${clockText(trim.fromS)} to ${clockText(trim.untilS)}`] : []),
  ].join('. ');
}
