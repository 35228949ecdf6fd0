import type { TemperatureLog } from '@pentimento/core/calibration';
import { ProblemException } from '../errors/problem.js';

/** @throws ProblemException 422 for a log whose times and temperatures do not belong together */
export function evenLog({ timeS, tempC }: TemperatureLog): void {
  if (timeS.length !== tempC.length) {
    throw new ProblemException(
      422,
      'uneven-log',
      `${String(timeS.length)} times and ${String(tempC.length)} temperatures: a log needs as many of both.`,
    );
  }
  if (timeS.some((t, i) => i > 0 && t <= timeS[i - 1])) {
    throw new ProblemException(422, 'uneven-log', 'The times of the log do not grow. Sort it, or read it in again.');
  }
}
