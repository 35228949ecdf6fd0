/** How one layer sets, as the distortion sees it. */
export interface SettingLayer {
  readonly layerId: string;
  readonly name: string;
  readonly gelC: number;
  /** Shrink of the resin from gel to demolding, and strain of cooling, both in the plane [-] */
  readonly cureStrain: number;
  readonly coolingStrain: number;
  readonly modulusPa: number;
  readonly thicknessM: number;
  /** Whether a low-profile resin reached its heat; null: not such a resin */
  readonly activated: boolean | null;
}
