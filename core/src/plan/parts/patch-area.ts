import { DomainError } from '../../errors/domain-error.js';
import { requireInRange, type Range } from '../../errors/require.js';

/** What kind of place a patch is: films, windows and styrene differ between them. */
export const placeKinds = ['flat', 'inside corner', 'outside corner', 'deep pocket', 'vertical'] as const;
export type PlaceKind = (typeof placeKinds)[number];

export const patchShapes = ['flat', 'cylinder', 'cone', 'dome', 'flange strip'] as const;
export type PatchShape = (typeof patchShapes)[number];

/** A measured size of a patch. */
export type PatchSize = 'lengthMm' | 'widthMm' | 'radiusMm' | 'topRadiusMm' | 'heightMm' | 'arcDeg';

/** A simple patch by its measured sizes; which of them are needed, `patchSizes` says. */
export interface PatchForm {
  shape: PatchShape;
  lengthMm?: number;
  widthMm?: number;
  radiusMm?: number;
  topRadiusMm?: number;
  heightMm?: number;
  arcDeg?: number;
}

/** A named patch of a plug's surface, as often as it occurs. */
export interface Patch {
  id: string;
  name: string;
  place: PlaceKind;
  count: number;
  form: PatchForm;
}

/** What is measured of each shape. */
export const patchSizes: Readonly<Record<PatchShape, readonly PatchSize[]>> = {
  flat: ['lengthMm', 'widthMm'],
  cylinder: ['radiusMm', 'arcDeg', 'lengthMm'],
  cone: ['radiusMm', 'topRadiusMm', 'heightMm', 'arcDeg'],
  dome: ['radiusMm', 'heightMm'],
  'flange strip': ['lengthMm', 'widthMm'],
};

export const patchSizeNames: Readonly<Record<PatchSize, string>> = {
  lengthMm: 'length',
  widthMm: 'width',
  radiusMm: 'radius',
  topRadiusMm: 'upper radius',
  heightMm: 'height',
  arcDeg: 'arc',
};

const LENGTH: Range = { min: 1, max: 50000, unit: 'mm' };
export const patchRanges: Readonly<Record<PatchSize | 'count' | 'patches', Range>> = {
  lengthMm: LENGTH,
  widthMm: LENGTH,
  radiusMm: LENGTH,
  topRadiusMm: { ...LENGTH, min: 0 },
  heightMm: LENGTH,
  arcDeg: { min: 1, max: 360, unit: '°' },
  count: { min: 1, max: 500, unit: '' },
  patches: { min: 0, max: 60, unit: 'patches' },
};

/**
 * A size of a patch.
 * @throws DomainError naming the patch and the size that is missing or makes no sense
 */
export function patchSize({ name, form }: Patch, size: PatchSize): number {
  const value = form[size];
  const quantity = `patch "${name}", ${patchSizeNames[size]}`;
  if (value === undefined) throw new DomainError({ code: 'value-missing', quantity, value, expected: 'a measured size' });
  return requireInRange(quantity, value, patchRanges[size]);
}

const MM2 = 1e-6;

/**
 * Area of one patch: flat l·w; cylinder r·φ·l; cone (frustum) φ/2·(r1 + r2)·√(h² + (r1 − r2)²); dome (cap) π(a² + h²).
 * @returns [m²]
 * @throws DomainError naming the patch and the size that is missing or makes no sense
 */
export function patchAreaM2(patch: Patch): number {
  const size = (which: PatchSize): number => patchSize(patch, which);
  const arc = (): number => (size('arcDeg') * Math.PI) / 180;
  const times = requireInRange(`patch "${patch.name}", how many`, patch.count, patchRanges.count);
  switch (patch.form.shape) {
    case 'flat':
    case 'flange strip':
      return times * size('lengthMm') * size('widthMm') * MM2;
    case 'cylinder':
      return times * size('radiusMm') * arc() * size('lengthMm') * MM2;
    case 'cone': {
      const [r1, r2] = [size('radiusMm'), size('topRadiusMm')];
      return times * (arc() / 2) * (r1 + r2) * Math.hypot(size('heightMm'), r1 - r2) * MM2;
    }
    case 'dome':
      return times * Math.PI * (size('radiusMm') ** 2 + size('heightMm') ** 2) * MM2;
  }
}

/** Area by kind of place and in all [m²]; flange strips count on their own as well. */
export interface AreaSum {
  readonly totalM2: number;
  readonly flangeM2: number;
  readonly byPlace: Readonly<Record<PlaceKind, number>>;
}

export function sumAreas(patches: readonly Patch[]): AreaSum {
  const byPlace: Record<PlaceKind, number> = { flat: 0, 'inside corner': 0, 'outside corner': 0, 'deep pocket': 0, vertical: 0 };
  let flangeM2 = 0;
  for (const patch of patches) {
    const area = patchAreaM2(patch);
    byPlace[patch.place] += area;
    if (patch.form.shape === 'flange strip') flangeM2 += area;
  }
  return { totalM2: Object.values(byPlace).reduce((sum, area) => sum + area, 0), flangeM2, byPlace };
}
