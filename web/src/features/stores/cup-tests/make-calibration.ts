import { makeHelper, type Helper } from '../../../shared/helper';
import type { CalibrationService } from './calibration.worker';

/** A worker that fits cards. Alone in its file, so that tests without workers can replace it. */
export const makeCalibration = (): Helper<CalibrationService> =>
  makeHelper<CalibrationService>(() => new Worker(new URL('./calibration.worker.ts', import.meta.url), { type: 'module' }));
