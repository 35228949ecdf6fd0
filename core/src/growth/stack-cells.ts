import { prepareKinetics, type PreparedKinetics } from '../cure/kinetics.js';
import { cardSubstances } from '../cure/kinetic-card.js';
import { mixLayer, type ThermalMaterial } from '../heat/mixture.js';
import type { GridOptions, GrowthCase, LayerSpec } from './growth-case.js';

/** What is put on the stack: a plug's layer or a laid one. */
export interface NewLayer {
  readonly name: string;
  readonly plug: boolean;
  readonly sessionIndex: number;
  readonly thicknessM: number;
  readonly kinetics: PreparedKinetics | null;
  /** Heat of full cure per volume of layer [J/m³] */
  readonly heat: number;
}

/**
 * A layer's place among the cells and what it has gone through so far. A class with every field set at once, floats as floats:
 * otherwise the engine throws compiled code away when the first layer is laid, which was half of a cold run.
 */
export class LayerCells {
  readonly name: string;
  readonly plug: boolean;
  readonly sessionIndex: number;
  readonly thicknessM: number;
  readonly kinetics: PreparedKinetics | null;
  /** Cure has stopped for now: rates are skipped until a cell is warmer than `wakeK`. */
  frozen = false;
  wakeK = NaN;

  constructor(
    layer: NewLayer,
    readonly start: number,
    readonly end: number,
  ) {
    this.name = layer.name;
    this.plug = layer.plug;
    this.sessionIndex = layer.sessionIndex;
    this.thicknessM = layer.thicknessM;
    this.kinetics = layer.kinetics;
  }
}

/** Number of cells that one layer gets, and whether they are graded. */
export function layerCellCount(thicknessM: number, grid: GridOptions): number {
  const least = thicknessM < 1e-3 ? grid.minThinCells : grid.minCells;
  return Math.max(least, Math.ceil(thicknessM / grid.cellM - 1e-9));
}

/** Sizes of plug cells [m], back first, growing away from the face and scaled to fill the thickness. */
export function plugCellSizes(thicknessM: number, grid: GridOptions, faceCellM: number): number[] {
  const sizes: number[] = [];
  let size = Math.min(faceCellM, thicknessM);
  let sum = 0;
  while (sum < thicknessM * (1 - 1e-9)) {
    sizes.push(size);
    sum += size;
    size *= grid.plugGrowth;
  }
  const scale = thicknessM / sum;
  return sizes.reverse().map((s) => s * scale);
}

/** Every cell's data of a full stack, laid out once; `n` cells are present at a time. */
export class StackCells {
  n = 0;
  readonly layers: LayerCells[] = [];
  readonly dx: Float64Array;
  readonly k: Float64Array;
  /** Heat capacity [J/m²K] */
  readonly C: Float64Array;
  /** Conductance from cell i to i+1 [W/m²K]; the topmost one leads to the air */
  readonly G: Float64Array;
  /** Heat of full cure [J/m²] */
  readonly Q: Float64Array;
  readonly T: Float64Array;
  readonly X: Float64Array;
  readonly a: Float64Array;
  /** Highest temperature so far, and when it was [K], [s] */
  readonly peakK: Float64Array;
  readonly peakS: Float64Array;
  /** When the cell gelled [s]; NaN: not yet */
  readonly gelS: Float64Array;
  /** Conductance of the plug's back to its surroundings [W/m²K] */
  backG = 0;

  constructor(
    capacity: number,
    private readonly topH: number,
    private readonly contactResistance: number,
  ) {
    const array = (): Float64Array => new Float64Array(capacity);
    this.dx = array();
    this.k = array();
    this.C = array();
    this.G = array();
    this.Q = array();
    this.T = array();
    this.X = array();
    this.a = array();
    this.peakK = array();
    this.peakS = array();
    this.gelS = array().fill(NaN);
  }

  /** Half-cell resistance [m²K/W]. */
  private half(i: number): number {
    return this.dx[i] / (2 * this.k[i]);
  }

  /** Puts cells on top of the stack at a temperature; the old field goes on beneath. */
  addLayer(layer: NewLayer, sizes: readonly number[], material: ThermalMaterial, startK: number): void {
    const start = this.n;
    const below = this.layers.at(-1);
    sizes.forEach((dx, j) => {
      const i = start + j;
      this.dx[i] = dx;
      this.k[i] = material.k;
      this.C[i] = material.rho * material.cp * dx;
      this.Q[i] = layer.heat * dx;
      this.T[i] = startK;
      this.X[i] = 0;
      this.a[i] = 0;
      this.peakK[i] = startK;
      this.peakS[i] = NaN;
      this.gelS[i] = NaN;
      if (i > 0) this.G[i - 1] = 1 / (this.half(i - 1) + (j === 0 && below?.plug && !layer.plug ? this.contactResistance : 0) + this.half(i));
    });
    this.n = start + sizes.length;
    this.layers.push(new LayerCells(layer, start, this.n));
    this.G[this.n - 1] = 1 / (this.half(this.n - 1) + 1 / this.topH);
  }

  /** Temperature of the lower face of cell i's upper neighbor boundary, consistent with the flux [K]. */
  upperFaceK(i: number, airK: number): number {
    const above = i + 1 < this.n ? this.T[i + 1] : airK;
    return this.T[i] - this.G[i] * (this.T[i] - above) * this.half(i);
  }

  lowerFaceK(i: number, backK: number): number {
    if (i === 0) return this.T[0] + this.backG * (backK - this.T[0]) * this.half(0);
    return this.T[i] + this.G[i - 1] * (this.T[i - 1] - this.T[i]) * this.half(i);
  }

  setBack(h: number): void {
    this.backG = h === 0 ? 0 : 1 / (this.half(0) + 1 / h);
  }
}

/** Mixed thermal data and heat of a laid layer. */
export function layerMaterial(layer: LayerSpec): { material: ThermalMaterial; heat: number } {
  const mixed = mixLayer({ ...cardSubstances(layer.card), glassW: layer.glassW });
  return { material: mixed, heat: mixed.rho * mixed.reactiveW * layer.card.H };
}

/** Sizes of a laid layer's cells [m]. */
export function layerCellSizes(thicknessM: number, grid: GridOptions): number[] {
  const count = layerCellCount(thicknessM, grid);
  return new Array<number>(count).fill(thicknessM / count);
}

/** Cells of the whole case, with only the plug present. */
export function plugCells(input: GrowthCase, grid: GridOptions): StackCells {
  const plugSizes = input.plug.layers.map((layer, i) =>
    plugCellSizes(layer.thicknessM, grid, i === input.plug.layers.length - 1 ? grid.plugCellM : 2 * grid.plugCellM),
  );
  const laid = input.sessions.flatMap((s) => s.layers).reduce((sum, layer) => sum + layerCellCount(layer.thicknessM, grid), 0);
  const capacity = plugSizes.reduce((sum, sizes) => sum + sizes.length, 0) + laid;
  const cells = new StackCells(capacity, input.topH, input.plug.contactResistance);
  input.plug.layers.forEach((layer, i) => {
    const entry = { name: layer.name, plug: true, sessionIndex: -1, thicknessM: layer.thicknessM, kinetics: null, heat: 0 };
    cells.addLayer(entry, plugSizes[i], layer.material, input.plug.startK);
  });
  return cells;
}

/** Lays one layer of a session onto the cells. */
export function layOn(cells: StackCells, layer: LayerSpec, sessionIndex: number, layK: number, grid: GridOptions): void {
  const { material, heat } = layerMaterial(layer);
  const entry = {
    name: layer.name,
    plug: false,
    sessionIndex,
    thicknessM: layer.thicknessM,
    kinetics: prepareKinetics(layer.card, layer.catalystPct),
    heat,
  };
  cells.addLayer(entry, layerCellSizes(layer.thicknessM, grid), material, layK);
}
