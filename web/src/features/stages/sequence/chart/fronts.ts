import type { Picture } from '../../../simulation/picture';
import type { ClockScale } from '@pentimento/core/shop-time';
import type { HeightScale } from './height-scale';

/** Moment at which each laid cell first reaches a degree of cure [s]; NaN where it never does. */
export function cureMoments(picture: Picture, level: number): Float64Array {
  const moments = new Float64Array(picture.centerM.length).fill(NaN);
  for (const segment of picture.segments) {
    for (let i = picture.firstLaid; i < segment.cells; i++) {
      if (!Number.isNaN(moments[i])) continue;
      for (let f = 0; f < segment.frames; f++) {
        if (segment.cure[f * segment.cells + i] < level) continue;
        const before = f > 0 ? segment.cure[(f - 1) * segment.cells + i] : level;
        const now = segment.cure[f * segment.cells + i];
        const w = f > 0 && now > before ? (level - before) / (now - before) : 1;
        moments[i] = f > 0 ? segment.timeS[f - 1] + w * (segment.timeS[f] - segment.timeS[f - 1]) : segment.timeS[0];
        break;
      }
    }
  }
  return moments;
}

/** A front as SVG paths, one per layer: up through its cells at the moments given. */
export function frontPath(picture: Picture, moments: Float64Array, clock: ClockScale, heights: HeightScale): string {
  return heights.boxes
    .map(({ layer }) => {
      const points: string[] = [];
      for (let i = layer.start; i < layer.end; i++) {
        if (Number.isNaN(moments[i])) continue;
        points.push(`${clock.toX(moments[i]).toFixed(1)} ${heights.toY(picture.centerM[i]).toFixed(1)}`);
      }
      return points.length > 1 ? `M${points.join('L')}` : '';
    })
    .join('');
}
