import { frameAt, type FieldSegment } from '@pentimento/core/growth';
import type { ClockScale } from '@pentimento/core/shop-time';
import { KELVIN } from '@pentimento/core/units';
import type { Picture } from '../../../simulation/picture';
import { RAMP_FROM_C, RAMP_TO_C } from './heat-ramp';
import type { HeightScale } from './height-scale';

/** Which cell each pixel row of the drawing shows; −1 where there is none. */
export function rowCells(picture: Picture, heights: HeightScale, rows: number, scale: number): Int32Array {
  const cells = new Int32Array(rows).fill(-1);
  for (let i = picture.firstLaid; i < picture.centerM.length; i++) {
    const half = picture.sizeM[i] / 2;
    const top = Math.round(heights.toY(picture.centerM[i] + half) * scale);
    const bottom = Math.round(heights.toY(picture.centerM[i] - half) * scale);
    for (let row = Math.max(0, top); row < Math.min(rows, bottom); row++) cells[row] = i;
  }
  return cells;
}

/** Where and what to paint. */
export interface HeatPaint {
  readonly pixels: Uint32Array;
  /** Columns and rows of pixels, and how many of them a unit of the drawing has */
  readonly width: number;
  readonly rows: number;
  readonly scale: number;
  readonly picture: Picture;
  readonly clock: ClockScale;
  readonly heights: HeightScale;
  readonly ramp: Uint32Array;
}

/** Paints the temperature field into pixels, column by column; nothing outside the stack as it stands at each moment. */
export function paintHeat({ pixels, width, rows, scale, picture, clock, heights, ramp }: HeatPaint): void {
  const cellOfRow = rowCells(picture, heights, rows, scale);
  const words = new Uint32Array(picture.centerM.length);
  pixels.fill(0);
  let s = -1;
  for (let x = 0; x < width; x++) {
    const timeS = clock.toTime((x + 0.5) / scale);
    while (s + 1 < picture.segments.length && picture.segments[s + 1].timeS[0] <= timeS) s++;
    if (s < 0 || timeS > clock.endS) continue;
    const segment = picture.segments[s];
    colorCells(words, segment, picture.firstLaid, timeS, ramp);
    for (let row = 0; row < rows; row++) {
      const cell = cellOfRow[row];
      if (cell >= 0 && cell < segment.cells) pixels[row * width + x] = words[cell];
    }
  }
}

function colorCells(words: Uint32Array, segment: FieldSegment, firstLaid: number, timeS: number, ramp: Uint32Array): void {
  const lookup = 255 / (RAMP_TO_C - RAMP_FROM_C);
  const frame = frameAt(segment, timeS);
  const next = Math.min(frame + 1, segment.frames - 1);
  const span = segment.timeS[next] - segment.timeS[frame];
  const w = span > 0 ? Math.min(1, (timeS - segment.timeS[frame]) / span) : 0;
  for (let i = firstLaid; i < segment.cells; i++) {
    const tempK = segment.tempK[frame * segment.cells + i] * (1 - w) + segment.tempK[next * segment.cells + i] * w;
    const index = Math.round((tempK - KELVIN - RAMP_FROM_C) * lookup);
    words[i] = ramp[Math.min(255, Math.max(0, index))];
  }
}
