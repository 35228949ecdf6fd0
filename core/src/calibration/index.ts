export { logObjections, objectionsTo, type CupTest } from './cup-test.js';
export { fitCard, type FitResult, type FittedParameter } from './fit-card.js';
export { cupObservations, laminateObservations } from './observations.js';
export { RECOVERY_MM, recover, recoveryTruths } from './recovery.js';
export { sheetCupTests } from './sheet-tests.js';
export { standInReadings, standInTruth, type LoggerReading } from './stand-in-logger.js';
export { readTemperatureLog, type ReadLog, type TemperatureLog, type TemperatureUnit } from './temperature-log.js';
