import type { SectionPlan } from '@pentimento/core/plan';
import { dayText, isWeekend, type ClockScale } from '@pentimento/core/shop-time';
import { range } from 'd3';

const HOUR = 3600;
const DAY = 86400;

/** Stretches in which the shop is closed: nights, and weekends unless worked. */
export function closedStretches(plan: SectionPlan, endS: number): { fromS: number; toS: number }[] {
  const days = Math.ceil(endS / DAY);
  const { opensHour, closesHour, weekends } = plan.hours;
  return range(days)
    .flatMap((d) => {
      const start = d * DAY;
      if (!weekends && isWeekend(plan.startDate, d + 1)) return [{ fromS: start, toS: start + DAY }];
      return [
        { fromS: start, toS: start + opensHour * HOUR },
        { fromS: start + closesHour * HOUR, toS: start + DAY },
      ];
    })
    .map(({ fromS, toS }) => ({ fromS, toS: Math.min(toS, endS) }))
    .filter(({ fromS, toS }) => toS > fromS);
}

/** Nights and closed days as shade, days and hours as marks, folds as breaks. */
export function Ground({ plan, clock, height, axisY }: { plan: SectionPlan; clock: ClockScale; height: number; axisY: number }) {
  const days = range(Math.ceil(clock.endS / DAY));
  const hours = range(0, clock.endS, 2 * HOUR).filter((t) => t % DAY !== 0 && clock.pieces.some((p) => !p.folded && t >= p.fromS && t <= p.toS));
  return (
    <g>
      {closedStretches(plan, clock.endS).map(({ fromS, toS }) => (
        <rect
          key={fromS}
          x={clock.toX(fromS)}
          width={Math.max(0, clock.toX(toS) - clock.toX(fromS))}
          y={0}
          height={height}
          fill="currentColor"
          fillOpacity="0.07"
        />
      ))}
      {clock.pieces
        .filter((piece) => piece.folded)
        .map((piece) => (
          <path
            key={piece.fromS}
            d={`M${((piece.fromX + piece.toX) / 2 - 3).toFixed(1)} ${String(axisY - 5)}l3 10m3 -10l3 10`}
            stroke="currentColor"
            fill="none"
            strokeWidth="1.2"
          >
            <title>Quiet hours, folded</title>
          </path>
        ))}
      <line x1={0} x2={clock.width} y1={axisY} y2={axisY} stroke="currentColor" />
      {apart(hours, clock).map((t) => (
        <g key={t} transform={`translate(${clock.toX(t).toFixed(1)},${String(axisY)})`}>
          <line y2={4} stroke="currentColor" />
          <text y={15} textAnchor="middle" className="num fill-current text-[11px]" fillOpacity="0.8">
            {String(Math.round((t % DAY) / HOUR)).padStart(2, '0')}
          </text>
        </g>
      ))}
      {days.map((d) => (
        <g key={d} transform={`translate(${clock.toX(d * DAY).toFixed(1)},0)`}>
          <line y1={0} y2={axisY + 6} stroke="currentColor" strokeOpacity="0.45" strokeDasharray="1 3" />
        </g>
      ))}
      <DayNames plan={plan} clock={clock} days={days} y={axisY + 30} />
    </g>
  );
}

/** Hours that have room for their number beside the one before. */
function apart(hours: readonly number[], clock: ClockScale): number[] {
  return hours.reduce<number[]>((kept, t) => (kept.length > 0 && clock.toX(t) - clock.toX(kept[kept.length - 1]) < 34 ? kept : [...kept, t]), []);
}

/** Names of the days, under the middle of what is shown of each; left out where there is no room. */
function DayNames({ plan, clock, days, y }: { plan: SectionPlan; clock: ClockScale; days: readonly number[]; y: number }) {
  return days.map((d) => {
    const from = clock.toX(d * DAY);
    const to = clock.toX(Math.min((d + 1) * DAY, clock.endS));
    const text = to - from > 96 ? `${String(d + 1)} · ${dayText(plan.startDate, d + 1)}` : String(d + 1);
    if (to - from < 12) return null;
    return (
      <text key={d} x={(from + to) / 2} y={y} textAnchor="middle" className="fill-current text-[12px] font-semibold">
        {text}
      </text>
    );
  });
}
