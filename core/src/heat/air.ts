import { DomainError } from '../errors/domain-error.js';

/**
 * Air around the work over time: constant, a daily cosine, or a table with straight lines between, as the case files state it;
 * or an oven's table within its own time and another course before and after.
 */
export type AirCourse =
  | { readonly kind: 'constant'; readonly tempK: number }
  | { readonly kind: 'daily'; readonly meanK: number; readonly ampK: number; readonly warmestS: number }
  | TableCourse
  | { readonly kind: 'oven'; readonly around: AirCourse; readonly oven: TableCourse };

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
    case 'oven':
      return airTempK(inOven(air.oven, timeS) ? air.oven : air.around, timeS);
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
    case 'oven':
      return airSlope(inOven(air.oven, timeS) ? air.oven : air.around, timeS);
    case 'table': {
      const i = tableInterval(air.timeS, timeS);
      if (i < 0 || i >= air.timeS.length - 1) return 0;
      return (air.tempK[i + 1] - air.tempK[i]) / (air.timeS[i + 1] - air.timeS[i]);
    }
  }
}

function inOven({ timeS }: TableCourse, at: number): boolean {
  return at >= timeS[0] && at <= timeS[timeS.length - 1];
}

function tableInterval(timeS: readonly number[], at: number): number {
  let i = -1;
  while (i + 1 < timeS.length && timeS[i + 1] <= at) i++;
  return i;
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
  if (air.kind === 'oven') {
    checkAir(air.around);
    checkAir(air.oven);
  }
  if (air.kind !== 'table') return;
  if (air.timeS.length === 0 || air.timeS.length !== air.tempK.length) bad(air.timeS.length, 'as many times as temperatures, at least one');
  air.timeS.forEach((t, i) => {
    if (!(i === 0 || t > air.timeS[i - 1])) bad(t / 3600, 'table times that grow');
    if (!sane(air.tempK[i])) bad(air.tempK[i] - 273.15, 'between -40 and 200 °C');
  });
}
