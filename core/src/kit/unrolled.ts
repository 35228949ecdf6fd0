import { patchSize, type Patch } from '../plan/parts/patch-area.js';

/** A patch laid flat: a trapezoid, as often as it occurs [mm]. A rectangle has equal widths. */
export interface FlatShape {
  readonly name: string;
  readonly count: number;
  readonly lengthMm: number;
  readonly bottomMm: number;
  readonly topMm: number;
}

/** Gores of a dome: as many as keep them narrower than this at the rim [mm], at least four. */
const GORE_MM = 400;

/** A gore is cut in bands where its dome turns by more than this: a straight-sided gore over a deep dome would not reach round its belly. */
const BAND_RAD = Math.PI / 4;

interface Gores {
  readonly sphere: number;
  readonly half: number;
  readonly gores: number;
  readonly bands: number;
}

/** One band of a gore, rim first; its straight sides are moved out until it has the area of the band it covers. */
function goreBand({ sphere, half, gores, bands }: Gores, band: number): Omit<FlatShape, 'name' | 'count'> {
  const [from, to] = [half * (1 - band / bands), half * (1 - (band + 1) / bands)];
  const lengthMm = sphere * (from - to);
  const width = (angle: number): number => (2 * Math.PI * sphere * Math.sin(angle)) / gores;
  const trueArea = (2 * Math.PI * sphere * sphere * (Math.cos(to) - Math.cos(from))) / gores;
  const wider = Math.max(1, trueArea / ((lengthMm * (width(from) + width(to))) / 2));
  return { lengthMm, bottomMm: width(from) * wider, topMm: width(to) * wider };
}

/**
 * Flat shapes that cover a patch. A cone's sector is split into trapezoids no wider than a gore, a dome into gores tapering to its crown.
 * @throws DomainError for a size that is missing
 */
export function unrolled(patch: Patch): FlatShape[] {
  const size = (which: Parameters<typeof patchSize>[1]): number => patchSize(patch, which);
  const { name, count } = patch;
  const arc = (): number => (size('arcDeg') * Math.PI) / 180;
  switch (patch.form.shape) {
    case 'flat':
    case 'flange strip':
      return [{ name, count, lengthMm: size('lengthMm'), bottomMm: size('widthMm'), topMm: size('widthMm') }];
    case 'cylinder': {
      const around = size('radiusMm') * arc();
      return [{ name, count, lengthMm: size('lengthMm'), bottomMm: around, topMm: around }];
    }
    case 'cone': {
      const [r1, r2] = [size('radiusMm'), size('topRadiusMm')];
      const slant = Math.hypot(size('heightMm'), r1 - r2);
      const gores = Math.max(1, Math.ceil((Math.max(r1, r2) * arc()) / GORE_MM));
      return [{ name, count: count * gores, lengthMm: slant, bottomMm: (r1 * arc()) / gores, topMm: (r2 * arc()) / gores }];
    }
    case 'dome': {
      const [a, h] = [size('radiusMm'), size('heightMm')];
      // Arc from rim to crown of the sphere through both.
      const sphere = (a * a + h * h) / (2 * h);
      const half = Math.atan2(a, sphere - h);
      const widest = half > Math.PI / 2 ? sphere : a;
      const gores = Math.max(4, Math.ceil((2 * Math.PI * widest) / GORE_MM));
      const bands = Math.max(1, Math.ceil(half / BAND_RAD - 1e-9));
      return Array.from({ length: bands }, (_, band) => goreBand({ sphere, half, gores, bands }, band)).map((flat) => ({
        name,
        count: count * gores,
        ...flat,
      }));
    }
  }
}
