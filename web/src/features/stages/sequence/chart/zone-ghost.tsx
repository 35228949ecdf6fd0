import type { VerdictLevel } from '@pentimento/core/judging';
import { layerBuild, type CardLibrary, type SectionPlan } from '@pentimento/core/plan';
import type { ClockScale } from '@pentimento/core/shop-time';
import type { LayerBox } from './height-scale';
import { laidSpans, outlinePath } from './stack-outline';

/** Another zone of the section, drawn faintly over the one that is shown. */
export interface ZoneBeside {
  readonly name: string;
  readonly plan: SectionPlan;
  readonly level: VerdictLevel;
}

/** Layers of a zone stacked up on the drawing of another one. */
function boxesOf(
  zone: SectionPlan,
  plan: SectionPlan,
  cards: CardLibrary,
  heights: readonly LayerBox[],
  baseY: number,
): Pick<LayerBox, 'bottomY' | 'topY'>[] {
  const shown = plan.sessions.flatMap(({ layers }) => layers);
  const boxes: Pick<LayerBox, 'bottomY' | 'topY'>[] = [];
  for (const layer of zone.sessions.flatMap(({ layers }) => layers)) {
    const at = shown.findIndex(({ id }) => id === layer.id);
    const box = at < 0 ? undefined : heights.at(at);
    const full = box ? box.bottomY - box.topY : 12;
    const ratio = box ? layerBuild(layer, cards).thicknessM / layerBuild(shown[at], cards).thicknessM : 1;
    const bottomY = boxes.at(-1)?.topY ?? baseY;
    boxes.push({ bottomY, topY: Math.max(0, bottomY - full * ratio) });
  }
  return boxes;
}

interface ZoneGhostProps {
  readonly beside: ZoneBeside;
  /** What the chart shows */
  readonly plan: SectionPlan;
  readonly cards: CardLibrary;
  readonly heights: readonly LayerBox[];
  readonly clock: ClockScale;
  readonly baseY: number;
}

/** How the worst of the other zones grows: each of its layers as much higher or lower as it is thicker or thinner there. */
export function ZoneGhost({ beside, plan, cards, heights, clock, baseY }: ZoneGhostProps) {
  const spans = laidSpans(beside.plan, cards);
  const boxes = boxesOf(beside.plan, plan, cards, heights, baseY);
  if (boxes.length === 0) return null;
  return (
    <g data-testid="zone-ghost">
      <path d={outlinePath(boxes, spans, clock)} fill="none" stroke="currentColor" strokeOpacity="0.6" strokeWidth="1.2" strokeDasharray="1 3" />
      <text x={clock.width - 4} y={Math.max(10, boxes[boxes.length - 1].topY - 3)} textAnchor="end" fontSize="11" fill="currentColor" opacity="0.8">
        {beside.name}
        {beside.level === 'ok' ? '' : `: ${beside.level}`}
      </text>
    </g>
  );
}
