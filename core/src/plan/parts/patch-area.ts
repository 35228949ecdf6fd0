import { DomainError } from '../../errors/domain-error.js';
import { requireInRange } from '../../errors/require.js';
import { choice, id, name, number, optional, part, rangeOf, type PartOf, type Value } from '../fields/field.js';

const place = choice('Place', ['flat', 'inside corner', 'outside corner', 'deep pocket', 'vertical'], 'flat');
/** What kind of place a patch is: films, windows and styrene differ between them. */
export type PlaceKind = Value<typeof place>;
export const placeKinds = place.choices;

export const patchShapes = ['flat', 'cylinder', 'cone', 'dome', 'flange strip'] as const;
export type PatchShape = (typeof patchShapes)[number];

const length = (label: string, least = 1) => optional(number(label, 'mm', [least, 50000], { quantity: 'thickness' }));

export const patchFormFields = {
  shape: choice('Shape', patchShapes),
  lengthMm: length('Length'),
  widthMm: length('Width'),
  radiusMm: length('Radius'),
  topRadiusMm: length('Upper radius', 0),
  heightMm: length('Height'),
  arcDeg: optional(number('Arc', '°', [1, 360], { digits: 0 })),
};

/** A simple patch by its measured sizes; which of them are needed, `patchSizes` says. */
export type PatchForm = PartOf<typeof patchFormFields>;

/** A measured size of a patch. */
export type PatchSize = Exclude<keyof typeof patchFormFields, 'shape'>;

export const patchFields = {
  id,
  name,
  place,
  count: number('How many', '×', [1, 500], { initial: 1, whole: true }),
  form: part('Form', patchFormFields),
};

/** A named patch of a plug's surface, as often as it occurs. */
export type Patch = PartOf<typeof patchFields>;

/** What is measured of each shape. */
export const patchSizes: Readonly<Record<PatchShape, readonly PatchSize[]>> = {
  flat: ['lengthMm', 'widthMm'],
  cylinder: ['radiusMm', 'arcDeg', 'lengthMm'],
  cone: ['radiusMm', 'topRadiusMm', 'heightMm', 'arcDeg'],
  dome: ['radiusMm', 'heightMm'],
  'flange strip': ['lengthMm', 'widthMm'],
};

/**
 * A size of a patch.
 * @throws DomainError naming the patch and the size that is missing or makes no sense
 */
export function patchSize({ name: patchName, form }: Patch, size: PatchSize): number {
  const value = form[size];
  const quantity = `patch "${patchName}", ${patchFormFields[size].label.toLowerCase()}`;
  if (value === undefined) throw new DomainError({ code: 'value-missing', quantity, value, expected: 'a measured size' });
  return requireInRange(quantity, value, rangeOf(patchFormFields[size]));
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
  const times = requireInRange(`patch "${patch.name}", how many`, patch.count, rangeOf(patchFields.count));
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
