import { prepareKinetics, type PreparedKinetics } from '../cure/kinetics.js';
import { cardSubstances } from '../cure/kinetic-card.js';
import { mixLayer, type ThermalMaterial } from '../heat/mixture.js';
import type { GridOptions, GrowthCase, LayerSpec } from './growth-case.js';
import { StepMemory } from './kernel/step-memory.js';
import { pliesOf, type LayEvent, type Piece } from './lay-events.js';

/** What is put on the stack: a plug's layer or a laid one. */
export interface NewLayer {
  readonly name: string;
  readonly plug: boolean;
  readonly sessionIndex: number;
  /** Place among all laid layers, −1 for the plug; the plies it holds */
  readonly layerIndex: number;
  readonly fromPly: number;
  readonly toPly: number;
  /** When it was laid [s] */
  readonly laidS: number;
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
  readonly layerIndex: number;
  readonly fromPly: number;
  readonly toPly: number;
  readonly laidS: number;
  readonly thicknessM: number;
  readonly kinetics: PreparedKinetics | null;
  /** Cure has stopped for now: rates are skipped until a cell is warmer than `wakeK`. */
  frozen = false;
  /** Every cell has gelled, which need not be looked at again. */
  gelled = false;
  wakeK = NaN;

  constructor(
    layer: NewLayer,
    readonly start: number,
    readonly end: number,
  ) {
    this.name = layer.name;
    this.plug = layer.plug;
    this.sessionIndex = layer.sessionIndex;
    this.layerIndex = layer.layerIndex;
    this.fromPly = layer.fromPly;
    this.toPly = layer.toPly;
    this.laidS = layer.laidS;
    this.thicknessM = layer.thicknessM;
    this.kinetics = layer.kinetics;
  }
}

/** Number of cells that a layer gets, or a part of one that arrives by itself (its neighbors carry the profile). */
export function layerCellCount(thicknessM: number, grid: GridOptions, part = false): number {
  const least = thicknessM < 1e-3 || part ? grid.minThinCells : grid.minCells;
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

/** How much of a stack there will be. */
export interface StackSize {
  readonly cells: number;
  /** Pieces that cure */
  readonly pieces: number;
  /** Different cards among them, at most */
  readonly cards: number;
}

/** Every cell's data of a full stack, laid out once; `n` cells are present at a time. Lives within `withStepMemory`. */
export class StackCells {
  n = 0;
  readonly memory: StepMemory;
  readonly layers: LayerCells[] = [];
  readonly dx: Float64Array;
  /** Half-cell resistance [m²K/W] */
  readonly half: Float64Array;
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
    size: StackSize,
    private readonly topH: number,
    private readonly contactResistance: number,
  ) {
    const array = (): Float64Array => new Float64Array(size.cells);
    this.memory = new StepMemory(size.cells, size.pieces, size.cards);
    this.dx = array();
    this.half = array();
    this.C = this.memory.array('C');
    this.G = this.memory.array('G');
    this.Q = this.memory.array('Q');
    this.T = this.memory.array('T');
    this.X = this.memory.array('X');
    this.a = this.memory.array('a');
    this.peakK = array();
    this.peakS = array();
    this.gelS = array().fill(NaN);
  }

  /** Puts cells on top of the stack at a temperature; the old field goes on beneath. */
  addLayer(layer: NewLayer, sizes: readonly number[], material: ThermalMaterial, startK: number): void {
    const start = this.n;
    const below = this.layers.at(-1);
    sizes.forEach((dx, j) => {
      const i = start + j;
      this.dx[i] = dx;
      this.half[i] = dx / (2 * material.k);
      this.C[i] = material.rho * material.cp * dx;
      this.Q[i] = layer.heat * dx;
      this.T[i] = startK;
      this.X[i] = 0;
      this.a[i] = 0;
      this.peakK[i] = startK;
      this.peakS[i] = NaN;
      this.gelS[i] = NaN;
      if (i > 0) this.G[i - 1] = 1 / (this.half[i - 1] + (j === 0 && below?.plug && !layer.plug ? this.contactResistance : 0) + this.half[i]);
    });
    this.n = start + sizes.length;
    this.layers.push(new LayerCells(layer, start, this.n));
    this.G[this.n - 1] = 1 / (this.half[this.n - 1] + 1 / this.topH);
  }

  /** Temperature of the lower face of cell i's upper neighbor boundary, consistent with the flux [K]. */
  upperFaceK(i: number, airK: number): number {
    const above = i + 1 < this.n ? this.T[i + 1] : airK;
    return this.T[i] - this.G[i] * (this.T[i] - above) * this.half[i];
  }

  lowerFaceK(i: number, backK: number): number {
    if (i === 0) return this.T[0] + this.backG * (backK - this.T[0]) * this.half[0];
    return this.T[i] + this.G[i - 1] * (this.T[i - 1] - this.T[i]) * this.half[i];
  }

  setBack(h: number): void {
    this.backG = h === 0 ? 0 : 1 / (this.half[0] + 1 / h);
  }
}

/** Mixed thermal data and heat of a laid layer. */
export function layerMaterial(layer: LayerSpec): { material: ThermalMaterial; heat: number } {
  const mixed = mixLayer({ ...cardSubstances(layer.card), glassW: layer.glassW });
  return { material: mixed, heat: mixed.rho * mixed.reactiveW * layer.card.H };
}

/** Sizes of a laid layer's cells [m]. */
export function layerCellSizes(thicknessM: number, grid: GridOptions, part = false): number[] {
  const count = layerCellCount(thicknessM, grid, part);
  return new Array<number>(count).fill(thicknessM / count);
}

/** Cells of the whole case, with only the plug present. */
export function plugCells(input: GrowthCase, events: readonly LayEvent[], grid: GridOptions): StackCells {
  const plugSizes = input.plug.layers.map((layer, i) =>
    plugCellSizes(layer.thicknessM, grid, i === input.plug.layers.length - 1 ? grid.plugCellM : 2 * grid.plugCellM),
  );
  const pieces = events.flatMap((event) => event.pieces);
  const laid = pieces.reduce((sum, piece) => sum + layerCellCount(piece.thicknessM, grid, isPart(piece)), 0);
  const size = {
    cells: plugSizes.reduce((sum, sizes) => sum + sizes.length, 0) + laid,
    pieces: pieces.length,
    cards: new Set(pieces.map(({ layer }) => layer.card)).size,
  };
  const cells = new StackCells(size, input.topH, input.plug.contactResistance);
  input.plug.layers.forEach((layer, i) => {
    const entry = {
      name: layer.name,
      plug: true,
      sessionIndex: -1,
      layerIndex: -1,
      fromPly: 0,
      toPly: 1,
      laidS: 0,
      thicknessM: layer.thicknessM,
      kinetics: null,
      heat: 0,
    };
    cells.addLayer(entry, plugSizes[i], layer.material, input.plug.startK);
  });
  return cells;
}

const isPart = ({ layer, fromPly, toPly }: Piece): boolean => toPly - fromPly < pliesOf(layer).length;

/** Lays one piece of an event onto the cells. */
export function layOn(cells: StackCells, piece: Piece, { sessionIndex, layK, timeS }: LayEvent, grid: GridOptions): void {
  const { layer, layerIndex, thicknessM, fromPly, toPly, inductionUsed } = piece;
  const { material, heat } = layerMaterial(layer);
  const entry = {
    name: layer.name,
    plug: false,
    sessionIndex,
    layerIndex,
    fromPly,
    toPly,
    laidS: timeS,
    thicknessM,
    kinetics: prepareKinetics(layer.card, layer.catalystPct),
    heat,
  };
  const from = cells.n;
  cells.addLayer(entry, layerCellSizes(thicknessM, grid, isPart(piece)), material, layK);
  cells.X.fill(inductionUsed, from, cells.n);
}
