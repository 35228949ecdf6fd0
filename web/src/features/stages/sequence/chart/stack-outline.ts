import type { ClockScale } from '@pentimento/core/shop-time';
import type { LayerBox } from './height-scale';

/** The stepped upper edge of a stack over time, as an SVG path. */
export function outlinePath(boxes: readonly Pick<LayerBox, 'topY' | 'bottomY'>[], starts: readonly number[], clock: ClockScale): string {
  if (boxes.length === 0) return '';
  let path = `M${clock.toX(starts[0]).toFixed(1)} ${boxes[0].bottomY.toFixed(1)}`;
  boxes.forEach((box, i) => {
    const x = clock.toX(starts[i]).toFixed(1);
    path += `H${x}V${box.topY.toFixed(1)}`;
  });
  return `${path}H${clock.width.toFixed(1)}`;
}
