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

/**
 * Flat shapes that cover a patch. A cone's sector is split into trapezoids no wider than a gore, a dome into gores tapering to its crown.
 * @throws DomainError for a size that is missing
 */
export function unrolled(patch: Patch): FlatShape {
  const size = (which: Parameters<typeof patchSize>[1]): number => patchSize(patch, which);
  const { name, count } = patch;
  const arc = (): number => (size('arcDeg') * Math.PI) / 180;
  switch (patch.form.shape) {
    case 'flat':
    case 'flange strip':
      return { name, count, lengthMm: size('lengthMm'), bottomMm: size('widthMm'), topMm: size('widthMm') };
    case 'cylinder': {
      const around = size('radiusMm') * arc();
      return { name, count, lengthMm: size('lengthMm'), bottomMm: around, topMm: around };
    }
    case 'cone': {
      const [r1, r2] = [size('radiusMm'), size('topRadiusMm')];
      const slant = Math.hypot(size('heightMm'), r1 - r2);
      const gores = Math.max(1, Math.ceil((Math.max(r1, r2) * arc()) / GORE_MM));
      return { name, count: count * gores, lengthMm: slant, bottomMm: (r1 * arc()) / gores, topMm: (r2 * arc()) / gores };
    }
    case 'dome': {
      const [a, h] = [size('radiusMm'), size('heightMm')];
      // Arc from rim to crown of the sphere through both.
      const sphere = (a * a + h * h) / (2 * h);
      const half = Math.atan2(a, sphere - h);
      const gores = Math.max(4, Math.ceil((2 * Math.PI * a) / GORE_MM));
      return { name, count: count * gores, lengthMm: sphere * half, bottomMm: (2 * Math.PI * a) / gores, topMm: 0 };
    }
  }
}
