export { forecastTwin, type Band, type LayerForecast, type TwinForecast } from './forecast.js';
export { madeUpBuild, type MadeUpBuild } from './recovery.js';
export { readTwin, type TwinProblem, type TwinReading } from './twin-problem.js';
