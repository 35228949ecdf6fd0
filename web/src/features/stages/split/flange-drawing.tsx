import { cumsum } from 'd3';
import type { FlangeStrip } from '@pentimento/core/design';

const WIDTH = 520;
const TOP = 18;
const SHELL = 10;

/** A cut through the flange: plug edge and fillet at the left, strips to the right, true to each other. */
export function FlangeDrawing({ strips, widthMm, filletMm }: { strips: readonly FlangeStrip[]; widthMm: number; filletMm: number }) {
  const need = strips.reduce((sum, { mm }) => sum + mm, 0);
  const scale = (WIDTH - 60) / Math.max(need, widthMm);
  const fillet = Math.min(26, filletMm * scale);
  const ends = Array.from(
    cumsum(strips, ({ mm }) => mm * scale),
    (sum) => 40 + sum,
  );
  return (
    <svg
      viewBox={`0 0 ${String(WIDTH)} 92`}
      className="max-w-xl"
      role="img"
      aria-label={`Flange ${widthMm.toFixed(0)} mm wide, ${need.toFixed(0)} mm needed`}
    >
      <path
        d={`M40 8 V${String(TOP + 22 - fillet)} Q40 ${String(TOP + 22)} ${String(40 + fillet)} ${String(TOP + 22)} H${String(40 + widthMm * scale)} v${String(SHELL)} H30 V8 Z`}
        fill="none"
        stroke="currentColor"
        strokeWidth={1.2}
      />
      <text x={26} y={22} fontSize={10} textAnchor="end" fill="currentColor" className="muted">
        plug
      </text>
      {strips.map(({ name, mm }, i) => {
        const [from, x] = [ends[i] - mm * scale, ends[i]];
        return (
          <g key={name}>
            <line x1={from} y1={56} x2={x} y2={56} stroke="currentColor" strokeWidth={1} />
            <line x1={from} y1={52} x2={from} y2={60} stroke="currentColor" strokeWidth={1} />
            <line x1={x} y1={52} x2={x} y2={60} stroke="currentColor" strokeWidth={1} />
            <text x={(from + x) / 2} y={i % 2 === 0 ? 70 : 82} fontSize={9.5} textAnchor="middle" fill="currentColor">
              {name} <tspan className="num">{mm.toFixed(0)}</tspan>
            </text>
          </g>
        );
      })}
    </svg>
  );
}
