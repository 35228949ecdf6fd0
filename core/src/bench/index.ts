export { aheadOf, leavesLaidAlone, type Ahead } from './still-helps.js';
export { withRemedy } from './take-remedy.js';
export { asBuilt, type AsBuilt, type BuildLog, type BuiltChange } from './as-built.js';
export { compareBuilt, type ComparedLayer, type LayerFigures } from './compare.js';
export { caseByLayer, forecastOnBench, LEAST_READINGS, type BenchForecast } from './bench-twin.js';
export { filmGrid, ENOUGH_READINGS, type FilmGrid } from './film-grid.js';
export { judgeReading, layerOfLine, type ReadingContext, type ReadingFinding } from './judge-reading.js';
export { potRatio, type RatioFinding } from './pot-ratio.js';
export { bellsOf, ringing, type Bell } from './bells.js';
export { byUrgency, mostUrgent, openSteps, type Pressing, type Urgent } from './urgent.js';
export { runningPots, type RunningPot } from './pots.js';
export { entryWords } from './entry-words.js';
export { keptReadings, LEAST_KEPT, type KeptReadings } from './kept-readings.js';
export {
  ENOUGH_OBSERVED,
  buildFigures,
  figuresToTake,
  shopFigures,
  workKinds,
  type BuildFigures,
  type PaceFigure,
  type ResinFigure,
  type ShopFigures,
  type Spread,
  type WorkKind,
} from './shop-figures.js';
