import type { SectionPlan } from '@pentimento/core/plan';
import type { ReleaseSchedule } from '@pentimento/core/release';
import { momentText } from '@pentimento/core/shop-time';
import { useWidth } from '../../../shared/use-width';

const ROW = 26;
const LEFT = 132;
const FOOT = 20;
const FAR_MIN = 360;

/** Coats of every zone over time: hands on filled, haze and waits open, the gate as a line. */
export function ReleaseTimeline({ plan, schedule }: { plan: SectionPlan; schedule: ReleaseSchedule }) {
  const { ref, width } = useWidth();
  const { timers, gateMin } = schedule;
  const zones = [...new Map(timers.map(({ zone }) => [zone.id, zone])).values()];
  const fromMin = Math.min(...timers.map(({ startMin }) => startMin));
  const first = plan.sessions.at(0)?.startMin ?? gateMin;
  // A first session far behind the gate stands at the edge: the idle days between would squeeze the coats together.
  const far = first > gateMin + FAR_MIN;
  const toMin = far ? gateMin + FAR_MIN / 2 : Math.max(gateMin, first) + 60;
  const inner = Math.max(300, width) - LEFT - 12;
  const x = (minute: number): number => LEFT + ((minute - fromMin) / (toMin - fromMin)) * inner;
  const height = zones.length * ROW + FOOT;
  const days: number[] = [];
  for (let day = Math.ceil(fromMin / 1440) * 1440; day < toMin; day += 1440) days.push(day);
  return (
    <div ref={ref} className="min-w-0">
      {width > 0 && timers.length > 0 && (
        <svg width={Math.max(300, width)} height={height} role="img" aria-label={`Release: gate ${momentText(plan.startDate, gateMin)}`}>
          {days.map((day) => (
            <g key={day}>
              <line x1={x(day)} x2={x(day)} y1={0} y2={height - FOOT + 4} stroke="currentColor" strokeDasharray="2 3" opacity={0.5} />
              <text x={x(day) + 3} y={height - 6} fontSize={11} fill="currentColor" className="muted">
                {momentText(plan.startDate, day).slice(0, -6)}
              </text>
            </g>
          ))}
          {zones.map((zone, row) => (
            <g key={zone.id} transform={`translate(0 ${String(row * ROW)})`}>
              <text x={LEFT - 8} y={16} fontSize={12} textAnchor="end" fill="currentColor">
                {zone.name.length > 20 ? `${zone.name.slice(0, 19)}…` : zone.name}
              </text>
              {timers
                .filter((timer) => timer.zone.id === zone.id)
                .map((timer) => (
                  <g key={`${timer.step.id} ${String(timer.coat)}`}>
                    <rect
                      x={x(timer.startMin)}
                      y={6}
                      width={Math.max(1, x(timer.freeMin) - x(timer.startMin))}
                      height={12}
                      fill="none"
                      stroke="currentColor"
                      strokeWidth={0.6}
                      opacity={0.7}
                    />
                    <rect
                      x={x(timer.startMin)}
                      y={6}
                      width={Math.max(1.5, x(timer.appliedMin) - x(timer.startMin))}
                      height={12}
                      fill="currentColor"
                    />
                    <rect
                      x={x(timer.hazedMin)}
                      y={6}
                      width={Math.max(0, x(timer.buffedMin) - x(timer.hazedMin))}
                      height={12}
                      fill="currentColor"
                      opacity={0.55}
                    />
                    <title>{`${timer.step.name} ${String(timer.coat)}: ${momentText(plan.startDate, timer.startMin)}`}</title>
                  </g>
                ))}
            </g>
          ))}
          <line x1={x(gateMin)} x2={x(gateMin)} y1={0} y2={height - FOOT + 4} stroke="currentColor" strokeWidth={2} />
          {plan.sessions.length > 0 && (
            <g transform={`translate(${String(far ? x(toMin) - 4 : x(first))} ${String(height - FOOT + 4)})`}>
              <path d="M0 0 l-5 8 h10 z" fill="currentColor" />
              {far && (
                <text x={-9} y={11} fontSize={11} textAnchor="end" fill="currentColor" className="muted">
                  first session {momentText(plan.startDate, first)} →
                </text>
              )}
            </g>
          )}
        </svg>
      )}
      <p className="muted text-xs">Filled: hands on. Open: haze and wait. Line: the gate. Triangle: the first session.</p>
    </div>
  );
}
