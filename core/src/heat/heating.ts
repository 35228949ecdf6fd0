/** A heated shop: warm while somebody works, less at night. */
export interface Heating {
  /** Kept at least, between two hours of the day and outside them [°C] */
  readonly dayC: number;
  readonly nightC: number;
  readonly fromHour: number;
  readonly toHour: number;
  /** As fast as the shop warms with the heating on, and cools without [K/h] */
  readonly riseKPerH: number;
  readonly fallKPerH: number;
}

/** A day in so many points. */
const POINTS = 144;
const STEP_H = 24 / POINTS;
/** Days until one is like the next. */
const SETTLE_DAYS = 4;

/**
 * Air of a heated shop over a day that repeats itself [°C], at equal distances from 00:00. Without heat it would be as `naturalC` of the hour says;
 * the heating lifts it to its set value no faster than it can, and with less heat it falls no faster than the shop cools.
 */
export function heatedDay(naturalC: (hour: number) => number, heating: Heating): number[] {
  const { dayC, nightC, fromHour, toHour, riseKPerH, fallKPerH } = heating;
  const set = (hour: number): number => (hour >= fromHour && hour < toHour ? dayC : nightC);
  let tempC = Math.max(naturalC(0), nightC);
  const found: number[] = new Array<number>(POINTS).fill(tempC);
  for (let day = 0; day < SETTLE_DAYS; day++) {
    for (let i = 0; i < POINTS; i++) {
      const hour = i * STEP_H;
      const wantedC = Math.max(naturalC(hour), set(hour));
      // The sun warms as it did; what the heating adds comes and goes at its own pace.
      const sun = Math.max(0, naturalC(hour) - naturalC(hour - STEP_H));
      tempC = Math.min(Math.max(wantedC, tempC - fallKPerH * STEP_H), tempC + Math.max(riseKPerH * STEP_H, sun));
      found[i] = tempC;
    }
  }
  return found;
}
