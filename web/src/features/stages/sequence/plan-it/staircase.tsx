import type { PlanDocument } from '@pentimento/core/plan';
import { DAY_MIN } from '@pentimento/core/shop-time';

const WIDTH = 240;
const HEIGHT = 56;

/** Sessions of all sections as steps on one clock, one lane a section, the plan as it stands dashed behind. */
export function Staircase({ plan, behind, untilMin }: { plan: PlanDocument; behind: PlanDocument; untilMin: number }) {
  const x = (minutes: number): number => (minutes / untilMin) * WIDTH;
  const days = Array.from({ length: Math.ceil(untilMin / DAY_MIN) }, (_, i) => i * DAY_MIN);
  return (
    <svg viewBox={`0 0 ${String(WIDTH)} ${String(HEIGHT)}`} className="block h-14 w-full" aria-hidden>
      {days.map((at) => (
        <line key={at} x1={x(at)} x2={x(at)} y1={0} y2={HEIGHT} stroke="currentColor" opacity={0.18} strokeWidth={0.7} />
      ))}
      <Steps plan={behind} x={x} dashed />
      <Steps plan={plan} x={x} />
    </svg>
  );
}

function Steps({ plan, x, dashed = false }: { plan: PlanDocument; x: (minutes: number) => number; dashed?: boolean }) {
  const laid = plan.sections.filter(({ sessions }) => sessions.length > 0);
  const lane = HEIGHT / laid.length;
  return laid.map(({ id, sessions }, i) => {
    const bottom = (i + 1) * lane - 1;
    const step = (lane - 4) / sessions.length;
    const off = plan.demolds.find(({ sectionIds }) => sectionIds.includes(id))?.atMin ?? 0;
    const path = sessions.map(({ startMin }, s) => `H${x(startMin).toFixed(1)} V${(bottom - (s + 1) * step).toFixed(1)}`).join(' ');
    return (
      <path
        key={id}
        d={`M${x(sessions[0].startMin).toFixed(1)} ${bottom.toFixed(1)} ${path} H${x(off).toFixed(1)} V${bottom.toFixed(1)} Z`}
        fill={dashed ? 'none' : 'currentColor'}
        fillOpacity={0.16}
        stroke="currentColor"
        strokeOpacity={dashed ? 0.45 : 1}
        strokeWidth={dashed ? 0.8 : 1.2}
        strokeDasharray={dashed ? '3 3' : undefined}
      />
    );
  });
}
