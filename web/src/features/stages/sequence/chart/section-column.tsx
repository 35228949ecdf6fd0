import type { CardLibrary, SectionPlan } from '@pentimento/core/plan';
import { KELVIN } from '@pentimento/core/units';
import { hatchOf } from '../../../../shared/hatch';
import { useUnits } from '../../../../shared/use-units';
import type { HeightScale } from './height-scale';

const COLUMN = 26;
const LABEL_GAP = 15;
export const SECTION_WIDTH = 208;

/** The finished stack in section, hatched by material, with names, thickness and peak at its side. */
export function SectionColumn({
  plan,
  cards,
  heights,
  x,
  hatch,
  height,
}: {
  plan: SectionPlan;
  cards: CardLibrary;
  heights: HeightScale;
  x: number;
  hatch: string;
  height: number;
}) {
  const units = useUnits();
  const layers = plan.sessions.flatMap((session) => session.layers);
  // Labels keep a line's distance, from the top down; thin layers lie close together at true height.
  const labelY: number[] = [];
  for (let i = heights.boxes.length - 1; i >= 0; i--) {
    const middle = (heights.boxes[i].topY + heights.boxes[i].bottomY) / 2 + 4;
    labelY[i] = i === heights.boxes.length - 1 ? Math.max(11, middle) : Math.max(middle, labelY[i + 1] + LABEL_GAP);
  }
  const over = heights.boxes.length > 0 ? Math.max(0, labelY[0] - height) : 0;
  return (
    <g transform={`translate(${x.toFixed(1)},0)`}>
      {heights.boxes.map((box, i) => {
        const planLayer = layers.at(i);
        const family = planLayer ? cards.resins.get(planLayer.cardId)?.family : undefined;
        const y = labelY[i] - over;
        return (
          <g key={`${box.layer.name}-${String(i)}`}>
            <rect
              x={4}
              y={box.topY}
              width={COLUMN}
              height={Math.max(0.5, box.bottomY - box.topY)}
              fill={`url(#${hatch}-${hatchOf(family)})`}
              stroke="currentColor"
            />
            <path
              d={`M${String(COLUMN + 4)} ${((box.topY + box.bottomY) / 2).toFixed(1)}L${String(COLUMN + 12)} ${(y - 4).toFixed(1)}`}
              stroke="currentColor"
              strokeOpacity="0.5"
              fill="none"
            />
            <text x={COLUMN + 15} y={y} className="fill-current text-[12px]">
              {short(planLayer?.name ?? box.layer.name)}
              <tspan className="num" fillOpacity="0.85">
                {` ${units.text('thickness', box.layer.thicknessM * 1000)}`}
              </tspan>
              <tspan className="num font-semibold">{` ${units.text('temperature', box.layer.peakK - KELVIN)}`}</tspan>
            </text>
          </g>
        );
      })}
    </g>
  );
}

function short(name: string): string {
  return name.length > 13 ? `${name.slice(0, 12)}…` : name;
}
