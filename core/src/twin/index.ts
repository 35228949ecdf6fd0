export { deviated, DEVIATIONS, type Deviation } from './deviate.js';
export { probeOf } from './estimate.js';
export { forecastTwin, type Band, type LayerForecast, type TwinForecast } from './forecast.js';
export { readTwin, type TwinProblem, type TwinReading } from './twin-problem.js';
export { SeededRandom } from '../numerics/seeded-random.js';
