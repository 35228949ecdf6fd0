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
    layers: cells.layers.map((layer, i) => outcome(cells, layer, state.peaks[i])),
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

function outcome(cells: StackCells, layer: LayerCells, peak: LayerPeak): LayerOutcome {
  let mean = 0;
  let min = Infinity;
  let max = -Infinity;
  let gelS = Infinity;
  let coolest = layer.start;
  let height = 0;
  let coolestHeight = 0;
  for (let i = layer.start; i < layer.end; i++) {
    const a = cells.a[i];
    mean += (a * cells.dx[i]) / layer.thicknessM;
    min = Math.min(min, a);
    max = Math.max(max, a);
    if (cells.gelS[i] < gelS) gelS = cells.gelS[i];
    if (cells.peakK[i] <= cells.peakK[coolest]) {
      coolest = i;
      coolestHeight = height + cells.dx[i] / 2;
    }
    height += cells.dx[i];
  }
  return {
    name: layer.name,
    plug: layer.plug,
    sessionIndex: layer.sessionIndex,
    thicknessM: layer.thicknessM,
    start: layer.start,
    end: layer.end,
    peakK: peak.tempK,
    peakS: peak.timeS,
    peakHeightM: peak.heightM,
    coolestPeakK: cells.peakK[coolest],
    coolestPeakS: cells.peakS[coolest],
    coolestPeakHeightM: coolestHeight,
    gelS: gelS === Infinity ? null : gelS,
    cureMean: mean,
    cureMin: min,
    cureMax: max,
  };
}
