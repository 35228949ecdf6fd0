import type { CardLibrary, SectionPlan } from '@pentimento/core/plan';
import { releaseSchedule } from '@pentimento/core/release';
import { momentText, type ClockScale } from '@pentimento/core/shop-time';
import { useMemo } from 'react';
import { LANE_HEIGHT } from './window-lanes';

/** When the plug's release is through, above the windows: gel coat begins behind its gate. */
export function ReleaseLane({ plan, library, clock, left }: { plan: SectionPlan; library: CardLibrary; clock: ClockScale; left: number }) {
  const { release, startDate, hours, sessions } = plan;
  const gateMin = useMemo(
    () => (release ? releaseSchedule({ startDate, hours, sessions }, release, library).gateMin : null),
    [release, startDate, hours, sessions, library],
  );
  const first = plan.sessions.at(0);
  if (!release || gateMin === null || !first) return null;
  const late = gateMin > first.startMin;
  const x = (minute: number): number => clock.toX(Math.min(Math.max(minute * 60, 0), clock.endS));
  const words = late ? `not through before ${momentText(startDate, gateMin)}` : `through ${momentText(startDate, gateMin)}`;
  return (
    <svg width={left + clock.width} height={LANE_HEIGHT} className="block" role="img" aria-label={`Release ${words}`}>
      <text x={left - 8} y={15} textAnchor="end" className="fill-current text-[12px]">
        Release
      </text>
      <g transform={`translate(${String(left)},3)`}>
        <line x1={0} x2={clock.width} y1={9} y2={9} stroke="currentColor" strokeOpacity="0.18" />
        <line x1={x(release.startMin)} x2={x(gateMin)} y1={9} y2={9} stroke="currentColor" strokeWidth="3" />
        <line x1={x(gateMin)} x2={x(gateMin)} y1={2} y2={16} stroke="currentColor" strokeWidth="2" />
        <text x={x(gateMin) + 6} y={13} className={`text-[12px] ${late ? 'fill-error font-semibold' : 'fill-current'}`}>
          {words}
        </text>
      </g>
    </svg>
  );
}
