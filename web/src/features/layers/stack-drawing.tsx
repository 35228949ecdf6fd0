import { cumsum } from 'd3';
import type { BuildHead } from '@pentimento/core/plan';
import { useId } from 'react';
import { HatchDefs, hatchOf } from '../../shared/hatch';

const WIDTH = 132;
const HEIGHT = 84;
const PLUG = 12;

/** A small drawing of a plan's stack: sessions as steps over their days, hatched by material. */
export function StackDrawing({ stack }: { stack: BuildHead['stack'] }) {
  const hatch = useId();
  const base = HEIGHT - PLUG;
  // The root keeps a gel coat visible beside a thick bulk.
  const weights = stack.map(({ thicknessM }) => Math.sqrt(thicknessM));
  const total = weights.reduce((sum, w) => sum + w, 0);
  const heights = weights.map((weight) => (weight / total) * (base - 4));
  const tops = Array.from(cumsum(heights), (sum) => base - sum);
  const step = (WIDTH * 0.5) / Math.max(1, ...stack.map(({ session }) => session + 1));
  return (
    <svg width={WIDTH} height={HEIGHT} viewBox={`0 0 ${String(WIDTH)} ${String(HEIGHT)}`} aria-hidden>
      <HatchDefs prefix={hatch} />
      {stack.map(({ session, family }, i) => {
        const x = session * step;
        return (
          <rect
            key={i}
            x={x}
            y={tops[i]}
            width={WIDTH - x - 1}
            height={heights[i]}
            fill={`url(#${hatch}-${hatchOf(family)})`}
            stroke="currentColor"
            strokeWidth="1"
          />
        );
      })}
      <rect x={0} y={base} width={WIDTH} height={PLUG} fill={`url(#${hatch}-plug)`} />
      <line x1={0} x2={WIDTH} y1={base} y2={base} stroke="currentColor" strokeWidth="2" />
    </svg>
  );
}
