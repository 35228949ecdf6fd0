import type { PlanDocument } from '@pentimento/core/plan';
import { stairPath } from '../stair-path';
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
    const demoldMin = plan.demolds.find(({ sectionIds }) => sectionIds.includes(id))?.atMin ?? 0;
    return (
      <path
        key={id}
        d={stairPath({ sessions, demoldMin }, x, { top: bottom - lane + 4, bottom })}
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
