import type { JointWindow, PlanDocument } from '@pentimento/core';
import { clockText } from '../clock-text';
import type { ClockScale } from './clock-scale';

export const LANE_HEIGHT = 22;

const WORDS: Record<JointWindow['state'], string> = { inside: 'inside', 'wet-on-wet': 'wet on wet', early: 'too early', late: 'late, abrade' };

/** One lane per joint: when the next session may go on, and where it is planned. */
export function WindowLanes({
  plan,
  windows,
  clock,
  left,
}: {
  plan: PlanDocument;
  windows: readonly JointWindow[];
  clock: ClockScale;
  left: number;
}) {
  const x = (timeS: number): number => clock.toX(Math.min(Math.max(timeS, 0), clock.endS));
  return (
    <svg width={left + clock.width} height={windows.length * LANE_HEIGHT + 4} className="block" role="list" aria-label="Windows for the next session">
      {windows.map((window, lane) => {
        const next = plan.sessions.at(window.belowSession + 1);
        const y = lane * LANE_HEIGHT + 3;
        const pinX = x(window.plannedS);
        const early = window.state === 'early' && pinX > 80;
        const bad = window.state === 'early' || window.state === 'late';
        const label = `${next?.name ?? ''}: ${WORDS[window.state]}`;
        return (
          <g
            key={window.belowSession}
            role="listitem"
            aria-label={`${label}. Opens ${window.opensS === null ? 'not within three days' : clockText(window.opensS)}, closes ${clockText(window.closesS)}, planned ${clockText(window.plannedS)}`}
          >
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
              {window.opensS !== null && window.closesS > window.opensS && (
                <rect
                  x={x(window.opensS)}
                  y={y + 3}
                  width={Math.max(1, x(window.closesS) - x(window.opensS))}
                  height={12}
                  className="fill-secondary stroke-secondary"
                  fillOpacity="0.55"
                />
              )}
              <path d={`M${pinX.toFixed(1)} ${String(y + 14)}l-6 -11h12z`} className={bad ? 'fill-error' : 'fill-current'} />
              {bad && (
                <text
                  x={early ? pinX - 9 : pinX + 9}
                  y={y + 12}
                  textAnchor={early ? 'end' : 'start'}
                  className="fill-error text-[12px] font-semibold"
                >
                  {WORDS[window.state]}
                </text>
              )}
            </g>
          </g>
        );
      })}
    </svg>
  );
}
