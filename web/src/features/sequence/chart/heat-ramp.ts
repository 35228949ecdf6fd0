import { interpolateRgbBasis, range } from 'd3';

/** Range of the ramp [°C]; hotter and colder show the end colors. Fixed, so that a color means the same on every plan. */
export const RAMP_FROM_C = 15;
export const RAMP_TO_C = 110;

const blend = interpolateRgbBasis(['#e9e3c9', '#ecd48a', '#e3a94a', '#c97431', '#96443a', '#5c2547', '#1d1030']);

export function heatColor(tempC: number): string {
  return blend(Math.min(1, Math.max(0, (tempC - RAMP_FROM_C) / (RAMP_TO_C - RAMP_FROM_C))));
}

/** The ramp in 256 steps as little-endian RGBA words, for painting pixels. */
export const rampWords: Uint32Array = Uint32Array.from(range(256), (i) => {
  const match = /rgb\((\d+), (\d+), (\d+)\)/.exec(blend(i / 255));
  if (!match) throw new Error('the heat ramp is not in rgb()');
  const [, r, g, b] = match.map(Number);
  return ((255 << 24) | (b << 16) | (g << 8) | r) >>> 0;
});
