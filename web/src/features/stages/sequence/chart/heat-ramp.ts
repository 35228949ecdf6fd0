import { interpolateRgbBasis, range } from 'd3';
import type { Theme } from '../../../../app/settings-slice';

/** Range of the ramp [°C]; hotter and colder show the end colors. Fixed, so that a color means the same on every plan. */
export const RAMP_FROM_C = 15;
export const RAMP_TO_C = 110;

/** On paper heat darkens; under the lamp it glows, so that the drawing's lines stay readable on both. */
const STOPS: Record<Theme, string[]> = {
  paper: ['#e9e3c9', '#ecd48a', '#e3a94a', '#c97431', '#96443a', '#5c2547', '#1d1030'],
  lamp: ['#2f3136', '#453c2b', '#6f4f22', '#a9622a', '#d98a4e', '#f2c48c', '#fff4dc'],
};

export interface HeatRamp {
  readonly color: (tempC: number) => string;
  /** 256 steps as little-endian RGBA words, for painting pixels */
  readonly words: Uint32Array;
}

function makeRamp(stops: string[]): HeatRamp {
  const blend = interpolateRgbBasis(stops);
  return {
    color: (tempC) => blend(Math.min(1, Math.max(0, (tempC - RAMP_FROM_C) / (RAMP_TO_C - RAMP_FROM_C)))),
    words: Uint32Array.from(range(256), (i) => {
      const match = /rgb\((\d+), (\d+), (\d+)\)/.exec(blend(i / 255));
      if (!match) throw new Error('the heat ramp is not in rgb()');
      const [, r, g, b] = match.map(Number);
      return ((255 << 24) | (b << 16) | (g << 8) | r) >>> 0;
    }),
  };
}

export const heatRamps: Record<Theme, HeatRamp> = { paper: makeRamp(STOPS.paper), lamp: makeRamp(STOPS.lamp) };
