export { asBuilt, type AsBuilt, type BuildLog, type BuiltChange } from './as-built.js';
export { compareBuilt, type ComparedLayer, type LayerFigures } from './compare.js';
export { forecastOnBench, LEAST_READINGS, type BenchForecast } from './bench-twin.js';
export { filmGrid, ENOUGH_READINGS, type FilmGrid } from './film-grid.js';
export { judgeReading, layerOfLine, type ReadingContext, type ReadingFinding } from './judge-reading.js';
export { potRatio, type RatioFinding } from './pot-ratio.js';
