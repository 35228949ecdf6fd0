import { airTempK, type AirCourse } from '../heat/air.js';

/** One spot over time. */
export interface Course {
  readonly timeS: ArrayLike<number>;
  readonly tempK: ArrayLike<number>;
  readonly cure: ArrayLike<number>;
}

/** First moment at which a course reaches a degree of cure, straight between frames; null when never. */
export function momentOf({ timeS, cure }: Course, level: number): number | null {
  for (let f = 0; f < cure.length; f++) {
    if (cure[f] < level) continue;
    if (f === 0) return timeS[0];
    return timeS[f - 1] + ((level - cure[f - 1]) / (cure[f] - cure[f - 1])) * (timeS[f] - timeS[f - 1]);
  }
  return null;
}

/** The restart temperature counts, or this much above the shop where that is more: a warm shop never gets below itself [K]. */
const ABOVE_SHOP_K = 3;
/** A rise over the air that is an exotherm worth waiting for [K], and to which share of its top it falls until it has passed; assumed. */
const EXOTHERM_K = 3;
const PASSED = 0.5;

/** First moment after the most of a quantity at which it is no longer above zero; the start where it never was; null when it stays above. */
export function backBelow(timeS: ArrayLike<number>, over: (frame: number) => number): number | null {
  let most = 0;
  for (let f = 1; f < timeS.length; f++) if (over(f) >= over(most)) most = f;
  if (over(most) <= 0) return timeS[0];
  for (let f = most + 1; f < timeS.length; f++) {
    if (over(f) > 0) continue;
    return timeS[f - 1] + (over(f - 1) / (over(f - 1) - over(f))) * (timeS[f] - timeS[f - 1]);
  }
  return null;
}

/** The joint is past its peak and below the restart temperature. */
export function cooledMoment({ timeS, tempK }: Course, restartK: number, air: AirCourse): number | null {
  return backBelow(timeS, (f) => tempK[f] - Math.max(restartK, airTempK(air, timeS[f]) + ABOVE_SHOP_K));
}

/** The exotherm has passed: half of its rise over the air is gone. */
export function passedMoment({ timeS, tempK }: Course, air: AirCourse): number | null {
  const rise = (f: number): number => tempK[f] - airTempK(air, timeS[f]);
  let most = 0;
  for (let f = 0; f < timeS.length; f++) most = Math.max(most, rise(f));
  return most < EXOTHERM_K ? timeS[0] : backBelow(timeS, (f) => rise(f) - PASSED * most);
}
