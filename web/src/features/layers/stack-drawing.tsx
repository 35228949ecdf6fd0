import { cumsum } from 'd3';
import { layerBuild, type CardLibrary, type SectionPlan } from '@pentimento/core/plan';
import { useId } from 'react';
import { HatchDefs, hatchOf } from '../../shared/hatch';

const WIDTH = 132;
const HEIGHT = 84;
const PLUG = 12;

/** A small drawing of a plan's stack: sessions as steps over their days, hatched by material. */
export function StackDrawing({ plan, cards }: { plan: SectionPlan; cards: CardLibrary }) {
  const hatch = useId();
  const layers = plan.sessions.flatMap((session, s) =>
    session.layers.flatMap((layer) =>
      cards.resins.has(layer.cardId)
        ? [{ s, layer, thick: layerBuild(layer, cards).thicknessM, family: cards.resins.get(layer.cardId)?.family }]
        : [],
    ),
  );
  const base = HEIGHT - PLUG;
  // The root keeps a gel coat visible beside a thick bulk.
  const weights = layers.map(({ thick }) => Math.sqrt(thick));
  const total = weights.reduce((sum, w) => sum + w, 0);
  const heights = weights.map((weight) => (weight / total) * (base - 4));
  const tops = Array.from(cumsum(heights), (sum) => base - sum);
  const step = (WIDTH * 0.5) / Math.max(1, plan.sessions.length);
  return (
    <svg width={WIDTH} height={HEIGHT} viewBox={`0 0 ${String(WIDTH)} ${String(HEIGHT)}`} aria-hidden>
      <HatchDefs prefix={hatch} />
      {layers.map(({ s, layer, family }, i) => {
        const x = s * step;
        return (
          <rect
            key={layer.id}
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
