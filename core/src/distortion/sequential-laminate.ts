import { requireInRange } from '../errors/require.js';

/** One layer as it solidifies, plug side first. */
export interface SolidifyingLayer {
  /** Young's modulus once cured [Pa] */
  readonly modulusPa: number;
  readonly thicknessM: number;
  /** Free linear strain after gel (shrinkage negative) [-] */
  readonly shrink: number;
}

/** What a released laminate does. */
export interface ReleasedLaminate {
  /** Reference strain of each layer at the plug face's height: its own shrink plus the stack's strain when it gelled [-] */
  readonly locked: readonly number[];
  /** Strain of the whole at its mid-plane reference after release [-] */
  readonly strain: number;
  /** Curvature [1/m]; negative: the last-laid side shortens more and the panel curls away from the plug */
  readonly curvature: number;
}

/** How the stack is held while it grows. */
export type Holding = 'held-flat' | 'in-plane-restrained' | 'never-held';

interface Sums {
  readonly A: number;
  readonly B: number;
  readonly D: number;
  readonly N: number;
  readonly M: number;
}

/** Strain-free state of a layer: ε + κz over its height, z from the plug face. */
interface Reference {
  readonly strain: number;
  readonly curvature: number;
}

/** Classical laminate sums of layers about the plug face, one dimension. */
function sumsOf(layers: readonly SolidifyingLayer[], references: readonly Reference[]): Sums {
  let z = 0;
  let [A, B, D, N, M] = [0, 0, 0, 0, 0];
  layers.forEach(({ modulusPa: E, thicknessM: h }, i) => {
    const top = z + h;
    const first = (top * top - z * z) / 2;
    const second = (top ** 3 - z ** 3) / 3;
    const { strain, curvature } = references[i];
    A += E * h;
    B += E * first;
    D += E * second;
    N += E * (strain * h + curvature * first);
    M += E * (strain * first + curvature * second);
    z = top;
  });
  return { A, B, D, N, M };
}

/** Free strain and curvature: [A B; B D][ε κ] = [N M]. */
function release({ A, B, D, N, M }: Sums): { strain: number; curvature: number } {
  const determinant = A * D - B * B;
  return { strain: (D * N - B * M) / determinant, curvature: (A * M - B * N) / determinant };
}

/**
 * Layers solidify in sequence on a stack and are then let go. Held flat, the stack slides on the release film: when a layer
 * gels, what lies beneath has the strain ε = N/A, which becomes part of the new layer's reference. Restrained in its plane it
 * does not shorten; never held it has bent as well. Elastic, without relaxation: an upper bound, relative until calibrated.
 * @param layers plug side first; plates use E/(1−ν) for the modulus
 * @returns locked strains [-], strain of the plug face [-], curvature [1/m]
 * @throws DomainError for a modulus, thickness or shrink that makes no sense
 * @see docs/references.md#laminate-theory
 * @example two layers E 8/7 GPa, h 3/4 mm, shrink 0/−0.002: curvature −0.423428 1/m
 */
export function sequentialLaminate(layers: readonly SolidifyingLayer[], holding: Holding = 'held-flat'): ReleasedLaminate {
  layers.forEach((layer, i) => {
    const at = `layer ${String(i + 1)}`;
    requireInRange(`${at}, modulus`, layer.modulusPa, { min: 1e6, max: 1e12, unit: 'Pa' });
    requireInRange(`${at}, thickness`, layer.thicknessM * 1000, { min: 0.01, max: 300, unit: 'mm' });
    requireInRange(`${at}, shrink after gel`, layer.shrink, { min: -0.1, max: 0.05, unit: '' });
  });
  const references: Reference[] = [];
  for (const layer of layers) {
    const stack = stackState(layers.slice(0, references.length), references, holding);
    references.push({ strain: layer.shrink + stack.strain, curvature: stack.curvature });
  }
  const locked = references.map(({ strain }) => strain);
  if (layers.length === 0) return { locked, strain: 0, curvature: 0 };
  return { locked, ...release(sumsOf(layers, references)) };
}

/** Strain and curvature of what has solidified so far, as the next layer gels on it. */
function stackState(layers: readonly SolidifyingLayer[], references: readonly Reference[], holding: Holding): Reference {
  if (layers.length === 0 || holding === 'in-plane-restrained') return { strain: 0, curvature: 0 };
  const sums = sumsOf(layers, references);
  return holding === 'held-flat' ? { strain: sums.N / sums.A, curvature: 0 } : release(sums);
}

/** Bow of a panel of length L bent to a curvature, κL²/8 [m]. */
export function panelBowM(curvature: number, lengthM: number): number {
  return (curvature * lengthM * lengthM) / 8;
}

/** Strains that close a corner: thermal expansion and shrink, in the plane and through the thickness. */
export interface CornerStrains {
  /** [1/K] */
  readonly expansionInPlane: number;
  readonly expansionThrough: number;
  /** [-] */
  readonly shrinkInPlane: number;
  readonly shrinkThrough: number;
}

/**
 * Closing of a corner: Δθ = θ[(αI − αT)ΔT/(1 + αT ΔT) + (sI − sT)/(1 + sT)].
 * @param angleDeg enclosed angle of the bend [°]
 * @param coolingK temperature change, negative on cooling [K]
 * @returns change of the angle [°], positive: closes
 * @see docs/references.md#spring-in
 * @example cornerClosingDeg(90, -30, {25e-6, 75e-6, -0.002, -0.020}) // 1.7884
 */
export function cornerClosingDeg(angleDeg: number, coolingK: number, strains: CornerStrains): number {
  const { expansionInPlane: aI, expansionThrough: aT, shrinkInPlane: sI, shrinkThrough: sT } = strains;
  return angleDeg * (((aI - aT) * coolingK) / (1 + aT * coolingK) + (sI - sT) / (1 + sT));
}
