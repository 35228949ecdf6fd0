/** Thermal data of one homogeneous substance. */
export interface ThermalMaterial {
  /** Density [kg/m³] */
  readonly rho: number;
  /** Specific heat [J/kgK] */
  readonly cp: number;
  /** Thermal conductivity [W/mK] */
  readonly k: number;
}

/** E-glass as fiber [typical handbook values]. */
export const GLASS: ThermalMaterial = { rho: 2560, cp: 800, k: 1.0 };
/** Mineral filler when a card names none (alumina trihydrate-like). */
export const DEFAULT_FILLER: ThermalMaterial = { rho: 2420, cp: 1150, k: 2.0 };

/**
 * Conductivity of spheres in a matrix, Maxwell's formula: k = km (kf + 2km + 2φ(kf−km)) / (kf + 2km − φ(kf−km)).
 * @param km matrix [W/mK]
 * @param kf inclusion [W/mK]
 * @param phi volume fraction of inclusions [-], 0–1
 * @returns [W/mK]
 * @see docs/references.md#maxwell-1873
 * @example maxwellSpheres(0.2, 2, 0) === 0.2
 */
export function maxwellSpheres(km: number, kf: number, phi: number): number {
  return (km * (kf + 2 * km + 2 * phi * (kf - km))) / (kf + 2 * km - phi * (kf - km));
}

/**
 * Conductivity across parallel cylinders in a matrix, Rayleigh's first order: k = km (kf + km + φ(kf−km)) / (kf + km − φ(kf−km)).
 * @param km matrix [W/mK]
 * @param kf fiber [W/mK]
 * @param phi volume fraction of fiber [-], 0–1
 * @returns [W/mK]
 * @see docs/references.md#rayleigh-1892
 */
export function rayleighCylinders(km: number, kf: number, phi: number): number {
  return (km * (kf + km + phi * (kf - km))) / (kf + km - phi * (kf - km));
}

/** Two substances by mass: 1/ρ = Σw/ρ, cp = Σw·cp; conductivity by the rule given for the inclusion's shape. */
function mix(
  matrix: ThermalMaterial,
  inclusion: ThermalMaterial,
  w: number,
  conductivity: (km: number, kf: number, phi: number) => number,
): ThermalMaterial {
  if (w === 0) return matrix;
  const rho = 1 / ((1 - w) / matrix.rho + w / inclusion.rho);
  const phi = (w / inclusion.rho) * rho;
  return { rho, cp: (1 - w) * matrix.cp + w * inclusion.cp, k: conductivity(matrix.k, inclusion.k, phi) };
}

/** What a layer is mixed from. */
export interface MixtureInput {
  readonly resin: ThermalMaterial;
  readonly filler: ThermalMaterial;
  /** Filler mass per mass of paste (resin + filler) [-] */
  readonly fillerW: number;
  /** Glass mass per mass of layer [-] */
  readonly glassW: number;
}

/** A mixed layer: its thermal data and the share of mass that reacts. */
export interface MixedLayer extends ThermalMaterial {
  /** Mass fraction of reactive resin in the layer [-] */
  readonly reactiveW: number;
}

/**
 * Thermal data of a layer of filled resin and glass: filler in resin as spheres, glass in paste as cylinders.
 * @returns density [kg/m³], specific heat [J/kgK], conductivity [W/mK], reactive mass fraction [-]
 */
export function mixLayer({ resin, filler, fillerW, glassW }: MixtureInput): MixedLayer {
  const paste = mix(resin, filler, fillerW, maxwellSpheres);
  const layer = mix(paste, GLASS, glassW, rayleighCylinders);
  return { ...layer, reactiveW: (1 - fillerW) * (1 - glassW) };
}
