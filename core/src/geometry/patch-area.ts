import { requireInRange } from '../errors/require.js';

/** What kind of place a patch is: films, windows and styrene differ between them. */
export type PlaceKind = 'flat' | 'inside corner' | 'outside corner' | 'deep pocket' | 'vertical';

/** A simple patch of a plug's surface, by measured sizes. */
export type PatchShape =
  | { readonly shape: 'flat'; readonly lengthMm: number; readonly widthMm: number }
  | { readonly shape: 'cylinder'; readonly radiusMm: number; readonly arcDeg: number; readonly lengthMm: number }
  | { readonly shape: 'cone'; readonly lowerRadiusMm: number; readonly upperRadiusMm: number; readonly heightMm: number; readonly arcDeg: number }
  | { readonly shape: 'dome'; readonly rimRadiusMm: number; readonly heightMm: number }
  | { readonly shape: 'flange strip'; readonly lengthMm: number; readonly widthMm: number };

/** A named patch, as often as it occurs. */
export interface Patch {
  readonly name: string;
  readonly place: PlaceKind;
  readonly count: number;
  readonly form: PatchShape;
}

const LENGTH = { min: 1, max: 50000, unit: 'mm' };
const ARC = { min: 1, max: 360, unit: '°' };
const MM2 = 1e-6;

/**
 * Area of one patch: flat l·w; cylinder r·φ·l; cone (frustum) φ/2·(r1 + r2)·√(h² + (r1 − r2)²); dome (cap) π(a² + h²).
 * @returns [m²]
 * @throws DomainError naming the patch and the size that makes no sense
 */
export function patchAreaM2({ name, form, count }: Patch): number {
  const size = (what: string, value: number): number => requireInRange(`${name}, ${what}`, value, LENGTH);
  const arc = (degrees: number): number => (requireInRange(`${name}, arc`, degrees, ARC) * Math.PI) / 180;
  const times = requireInRange(`${name}, how many`, count, { min: 1, max: 500, unit: '' });
  switch (form.shape) {
    case 'flat':
    case 'flange strip':
      return times * size('length', form.lengthMm) * size('width', form.widthMm) * MM2;
    case 'cylinder':
      return times * size('radius', form.radiusMm) * arc(form.arcDeg) * size('length', form.lengthMm) * MM2;
    case 'cone': {
      const [r1, r2] = [size('lower radius', form.lowerRadiusMm), requireInRange(`${name}, upper radius`, form.upperRadiusMm, { ...LENGTH, min: 0 })];
      return times * (arc(form.arcDeg) / 2) * (r1 + r2) * Math.hypot(size('height', form.heightMm), r1 - r2) * MM2;
    }
    case 'dome': {
      const rim = size('rim radius', form.rimRadiusMm);
      return times * Math.PI * (rim * rim + size('height', form.heightMm) ** 2) * MM2;
    }
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
