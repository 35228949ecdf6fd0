import { layerSpans, type CardLibrary, type SectionPlan } from '@pentimento/core/plan';
import type { ClockScale } from '@pentimento/core/shop-time';
import type { LayerBox } from './height-scale';

/** When a layer's laying begins at the place laid first, and when it ends at the one laid last [s]. */
export interface LaidSpan {
  readonly fromS: number;
  readonly toS: number;
}

/** Spans of all layers of a plan, bottom first. */
export function laidSpans(plan: SectionPlan, cards: CardLibrary): LaidSpan[] {
  return plan.sessions.flatMap((session) =>
    layerSpans(session, plan, cards).map(({ fromS, toS }) => ({ fromS: session.startMin * 60 + fromS, toS: session.startMin * 60 + toS })),
  );
}

/** The upper edge of a stack over time, as an SVG path: each layer's step leans by the time that its laying takes. */
export function outlinePath(boxes: readonly Pick<LayerBox, 'topY' | 'bottomY'>[], spans: readonly LaidSpan[], clock: ClockScale): string {
  if (boxes.length === 0) return '';
  const x = (s: number): string => clock.toX(Math.min(s, clock.endS)).toFixed(1);
  let path = `M${x(spans[0].fromS)} ${boxes[0].bottomY.toFixed(1)}`;
  boxes.forEach((box, i) => {
    path += `H${x(spans[i].fromS)}L${x(spans[i].toS)} ${box.topY.toFixed(1)}`;
  });
  return `${path}H${clock.width.toFixed(1)}`;
}
