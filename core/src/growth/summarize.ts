import type { RunState } from './checkpoint.js';
import type { CellGeometry, GrowthResult, LayerOutcome } from './growth-result.js';
import type { LayerPeak } from './layer-watch.js';
import type { LayerCells, StackCells } from './stack-cells.js';

type Parts = Pick<GrowthResult, 'status' | 'message' | 'input' | 'options' | 'segments' | 'newSteps'> & {
  readonly cells: StackCells;
  readonly state: RunState;
};

/** Boils the end state down to what callers read. */
export function summarize({ cells, state, ...rest }: Parts): GrowthResult {
  const stored = storedHeat(cells);
  const start = plugHeat(cells, rest.input.plug.startK);
  const { boundary, laid, reaction } = state.energy;
  const residual = stored - start - laid - boundary - reaction;
  const moved = Math.max(Math.abs(reaction), Math.abs(boundary), Math.abs(stored - start - laid), 1);
  return {
    ...rest,
    layers: byLayer(cells).map((parts) => outcome(cells, parts, state.peaks)),
    geometry: geometryOf(cells),
    gelS: cells.gelS.slice(0, cells.n),
    energy: { ...state.energy },
    energyResidual: residual,
    energyResidualRel: residual / moved,
    steps: state.steps,
    cells: cells.n,
  };
}

function storedHeat(cells: StackCells): number {
  let sum = 0;
  for (let i = 0; i < cells.n; i++) sum += cells.C[i] * cells.T[i];
  return sum;
}

function plugHeat(cells: StackCells, startK: number): number {
  let sum = 0;
  for (const layer of cells.layers) if (layer.plug) for (let i = layer.start; i < layer.end; i++) sum += cells.C[i] * startK;
  return sum;
}

function geometryOf(cells: StackCells): CellGeometry {
  const plug = cells.layers.filter((layer) => layer.plug);
  const firstLaid = plug.at(-1)?.end ?? 0;
  const centerM = new Float64Array(cells.n);
  let z = -plug.reduce((sum, layer) => sum + layer.thicknessM, 0);
  for (let i = 0; i < cells.n; i++) {
    centerM[i] = z + cells.dx[i] / 2;
    z += cells.dx[i];
  }
  return { centerM, sizeM: cells.dx.slice(0, cells.n), firstLaid };
}

/** Pieces of one layer together, as their places among the cells' layers; each layer of the plug by itself. */
function byLayer({ layers }: StackCells): number[][] {
  const groups: number[][] = [];
  layers.forEach((layer, i) => {
    const last = groups.at(-1);
    if (last && !layer.plug && layers[last[0]].layerIndex === layer.layerIndex) last.push(i);
    else groups.push([i]);
  });
  return groups;
}

function outcome(cells: StackCells, parts: readonly number[], peaks: readonly LayerPeak[]): LayerOutcome {
  const pieces = parts.map((p) => cells.layers[p]);
  const [bottom] = pieces;
  const { end } = pieces[pieces.length - 1];
  const { start, name, plug, sessionIndex } = bottom;
  const thicknessM = pieces.reduce((sum, piece) => sum + piece.thicknessM, 0);
  return {
    name,
    plug,
    sessionIndex,
    thicknessM,
    start,
    end,
    ...hottest(pieces, parts, peaks),
    ...coolest(cells, start, end),
    ...gelOf(cells, start, end, thicknessM),
    ...cureOf(cells, start, end, thicknessM),
    pieces: pieces.map((piece) => ({
      fromPly: piece.fromPly,
      toPly: piece.toPly,
      laidS: piece.laidS,
      start: piece.start,
      end: piece.end,
      topGelS: known(cells.gelS[piece.end - 1]),
    })),
  };
}

const known = (timeS: number): number | null => (Number.isNaN(timeS) ? null : timeS);

function hottest(
  pieces: readonly LayerCells[],
  parts: readonly number[],
  peaks: readonly LayerPeak[],
): Pick<LayerOutcome, 'peakK' | 'peakS' | 'peakHeightM'> {
  let best = { peakK: -Infinity, peakS: NaN, peakHeightM: NaN };
  let height = 0;
  pieces.forEach((piece, p) => {
    const { tempK, timeS, heightM } = peaks[parts[p]];
    if (tempK > best.peakK) best = { peakK: tempK, peakS: timeS, peakHeightM: height + heightM };
    height += piece.thicknessM;
  });
  return best;
}

function coolest(cells: StackCells, start: number, end: number): Pick<LayerOutcome, 'coolestPeakK' | 'coolestPeakS' | 'coolestPeakHeightM'> {
  let at = start;
  let height = 0;
  let atHeight = 0;
  for (let i = start; i < end; i++) {
    if (cells.peakK[i] <= cells.peakK[at]) {
      at = i;
      atHeight = height + cells.dx[i] / 2;
    }
    height += cells.dx[i];
  }
  return { coolestPeakK: cells.peakK[at], coolestPeakS: cells.peakS[at], coolestPeakHeightM: atHeight };
}

/** Gel of the middle cell (the mean of two where the middle lies between them), and of the first. */
function gelOf(cells: StackCells, start: number, end: number, thicknessM: number): Pick<LayerOutcome, 'gelS' | 'gelFirstS'> {
  let first = Infinity;
  let middle = NaN;
  let height = 0;
  for (let i = start; i < end; i++) {
    const gel = cells.gelS[i];
    if (gel < first) first = gel;
    const above = height + cells.dx[i];
    const half = thicknessM / 2;
    if (Math.abs(above - half) < 1e-9 && i + 1 < end) middle = (gel + cells.gelS[i + 1]) / 2;
    else if (height < half - 1e-9 && above > half + 1e-9) middle = gel;
    height = above;
  }
  return { gelS: known(middle), gelFirstS: first === Infinity ? null : first };
}

/** Mean, and the least and most, at the faces too (half a cell further on the line of the two outer cells). */
function cureOf(cells: StackCells, start: number, end: number, thicknessM: number): Pick<LayerOutcome, 'cureMean' | 'cureMin' | 'cureMax'> {
  const { a, dx } = cells;
  let mean = 0;
  let cureMin = Infinity;
  let cureMax = -Infinity;
  const take = (cure: number): void => {
    cureMin = Math.min(cureMin, cure);
    cureMax = Math.max(cureMax, cure);
  };
  for (let i = start; i < end; i++) {
    mean += (a[i] * dx[i]) / thicknessM;
    take(a[i]);
  }
  if (end - start > 1) {
    take(clamp(1.5 * a[start] - 0.5 * a[start + 1]));
    take(clamp(1.5 * a[end - 1] - 0.5 * a[end - 2]));
  }
  return { cureMean: mean, cureMin, cureMax };
}

const clamp = (cure: number): number => Math.min(1, Math.max(0, cure));
