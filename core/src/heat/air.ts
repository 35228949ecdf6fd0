import { DomainError } from '../errors/domain-error.js';

/**
 * Air around the work over time: constant, a daily cosine, or a table with straight lines between, as the case files state it; a day of any shape,
 * by points at equal distances from 00:00, over and over; or a table within its own time, an oven's or what is known by the
 * hour, and another course around it.
 */
export type AirCourse =
  | { readonly kind: 'constant'; readonly tempK: number }
  | { readonly kind: 'daily'; readonly meanK: number; readonly ampK: number; readonly warmestS: number }
  | { readonly kind: 'day'; readonly tempK: readonly number[] }
  | TableCourse
  | { readonly kind: 'oven'; readonly around: AirCourse; readonly oven: TableCourse }
  | { readonly kind: 'known'; readonly around: AirCourse; readonly known: TableCourse };

export interface TableCourse {
  readonly kind: 'table';
  readonly timeS: readonly number[];
  readonly tempK: readonly number[];
}

const DAY_S = 86400;

/** Air temperature [K] at a time [s]; a table holds its ends. */
export function airTempK(air: AirCourse, timeS: number): number {
  switch (air.kind) {
    case 'constant':
      return air.tempK;
    case 'daily':
      return air.meanK + air.ampK * Math.cos((2 * Math.PI * (timeS - air.warmestS)) / DAY_S);
    case 'day':
      return dayPoint(air.tempK, timeS).atK;
    case 'oven':
    case 'known':
      return airTempK(courseAt(air, timeS), timeS);
    case 'table': {
      const i = tableInterval(air.timeS, timeS);
      if (i < 0) return air.tempK[0];
      if (i >= air.timeS.length - 1) return air.tempK[air.tempK.length - 1];
      return air.tempK[i] + airSlope(air, timeS) * (timeS - air.timeS[i]);
    }
  }
}

/** dT/dt of the air [K/s]. */
export function airSlope(air: AirCourse, timeS: number): number {
  switch (air.kind) {
    case 'constant':
      return 0;
    case 'daily':
      return ((-2 * Math.PI * air.ampK) / DAY_S) * Math.sin((2 * Math.PI * (timeS - air.warmestS)) / DAY_S);
    case 'day':
      return dayPoint(air.tempK, timeS).slope;
    case 'oven':
    case 'known':
      return airSlope(courseAt(air, timeS), timeS);
    case 'table': {
      const i = tableInterval(air.timeS, timeS);
      if (i < 0 || i >= air.timeS.length - 1) return 0;
      return (air.tempK[i + 1] - air.tempK[i]) / (air.timeS[i + 1] - air.timeS[i]);
    }
  }
}

/** A straight line between the two points of a day around a time [s]. */
function dayPoint(tempK: readonly number[], timeS: number): { readonly atK: number; readonly slope: number } {
  const stepS = DAY_S / tempK.length;
  const at = (((timeS % DAY_S) + DAY_S) % DAY_S) / stepS;
  const i = Math.min(tempK.length - 1, Math.floor(at));
  const slope = (tempK[(i + 1) % tempK.length] - tempK[i]) / stepS;
  return { atK: tempK[i] + slope * (at - i) * stepS, slope };
}

function courseAt(air: Extract<AirCourse, { readonly around: AirCourse }>, timeS: number): AirCourse {
  const table = air.kind === 'oven' ? air.oven : air.known;
  return timeS >= table.timeS[0] && timeS <= table.timeS[table.timeS.length - 1] ? table : air.around;
}

/** As it was assumed before anybody measured or foretold it. */
export function withoutKnown(air: AirCourse): AirCourse {
  if (air.kind === 'known') return withoutKnown(air.around);
  return air.kind === 'oven' ? { ...air, around: withoutKnown(air.around) } : air;
}

function tableInterval(timeS: readonly number[], at: number): number {
  let [low, high] = [-1, timeS.length - 1];
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (timeS[middle] <= at) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** @throws DomainError when a table is empty, unordered or holds something that is not a temperature */
export function checkAir(air: AirCourse): void {
  const bad = (value: unknown, expected: string): never => {
    throw new DomainError({ code: 'value-out-of-range', quantity: 'shop air temperature', value, expected });
  };
  const sane = (tempK: number): boolean => tempK >= 233 && tempK <= 473;
  if (air.kind === 'constant' && !sane(air.tempK)) bad(air.tempK - 273.15, 'between -40 and 200 °C');
  if (air.kind === 'daily' && !(sane(air.meanK + Math.abs(air.ampK)) && sane(air.meanK - Math.abs(air.ampK)))) {
    bad(air.meanK - 273.15, 'a mean and swing that stay between -40 and 200 °C');
  }
  if (air.kind === 'day' && (air.tempK.length === 0 || !air.tempK.every(sane))) bad(air.tempK.length, 'points of a day between -40 and 200 °C');
  if (air.kind === 'oven' || air.kind === 'known') {
    checkAir(air.around);
    checkAir(air.kind === 'oven' ? air.oven : air.known);
  }
  if (air.kind !== 'table') return;
  if (air.timeS.length === 0 || air.timeS.length !== air.tempK.length) bad(air.timeS.length, 'as many times as temperatures, at least one');
  air.timeS.forEach((t, i) => {
    if (!(i === 0 || t > air.timeS[i - 1])) bad(t / 3600, 'table times that grow');
    if (!sane(air.tempK[i])) bad(air.tempK[i] - 273.15, 'between -40 and 200 °C');
  });
}
