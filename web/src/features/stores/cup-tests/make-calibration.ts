import { wrap, type Remote } from 'comlink';
import type { CalibrationService } from './calibration.worker';

/** Starts a calibration worker. Alone in its file, so that tests without workers can replace it. */
export function makeCalibration(): { service: Remote<CalibrationService>; stop: () => void } {
  const worker = new Worker(new URL('./calibration.worker.ts', import.meta.url), { type: 'module' });
  return {
    service: wrap<CalibrationService>(worker),
    stop: () => {
      worker.terminate();
    },
  };
}
