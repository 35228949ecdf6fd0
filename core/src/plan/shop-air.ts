import { airTempK, type AirCourse, type TableCourse } from '../heat/air.js';
import { heatedDay } from '../heat/heating.js';
import { dewPointC } from '../heat/humid-air.js';
import { DAY_MIN, dayNumber } from '../shop-time/shop-clock.js';
import { KELVIN } from '../units/kelvin.js';
import { rangeOf, within } from './fields/field.js';
import type { PlanDocument } from './plan-document.js';
import { airPointFields, climateFields, heatingFields, type AirOrigin, type AirPoint, type PlanClimate } from './section-plan.js';

/** Air that is assumed, day by day the same: a cosine about the mean, lifted where the shop is heated. */
export function assumedAir({ meanC, swingC, warmestHour, heating }: PlanClimate): AirCourse {
  if (!heating) return { kind: 'daily', meanK: meanC + KELVIN, ampK: swingC, warmestS: warmestHour * 3600 };
  const natural = (hour: number): number => meanC + swingC * Math.cos((2 * Math.PI * (hour - warmestHour)) / 24);
  return { kind: 'day', tempK: heatedDay(natural, heating).map((c) => c + KELVIN) };
}

/** Shop air of a plan over time: what is known by the hour within its time, what is assumed before and after. */
export function planAir(climate: PlanClimate): AirCourse {
  const around = assumedAir(climate);
  const known = knownAir(climate);
  return known ? { kind: 'known', around, known } : around;
}

const inOrder = ({ series = [] }: PlanClimate): AirPoint[] =>
  [...series].sort((a, b) => a.atMin - b.atMin).filter(({ atMin }, i, all) => i === 0 || atMin > all[i - 1].atMin);

function knownAir(climate: PlanClimate): TableCourse | null {
  const points = inOrder(climate);
  if (points.length < 2) return null;
  return { kind: 'table', timeS: points.map(({ atMin }) => atMin * 60), tempK: points.map(({ tempC }) => tempC + KELVIN) };
}

/** Over a day as assumed [°C]. */
export function meanAirC(climate: PlanClimate): number {
  const air = assumedAir(climate);
  return air.kind === 'day' ? air.tempK.reduce((sum, k) => sum + k, 0) / air.tempK.length - KELVIN : climate.meanC;
}

export interface AirAt {
  readonly tempC: number;
  /** null: nobody said */
  readonly humidityPct: number | null;
  /** At which it begins to dew [°C]; null: nobody said how humid it is */
  readonly dewC: number | null;
  readonly from: AirOrigin | 'assumed';
}

/**
 * The shop's air at a moment of the plan, and how it is known.
 * @param assumedPct humidity where nothing is known by the hour
 */
export function airAt(climate: PlanClimate, atMin: number, assumedPct: number | null = null): AirAt {
  const { tempC, humidityPct, from } = courseAt(climate, atMin, assumedPct);
  return { tempC, humidityPct, from, dewC: humidityPct === null ? null : dewPointC(tempC, humidityPct) };
}

function courseAt(climate: PlanClimate, atMin: number, assumedPct: number | null): Omit<AirAt, 'dewC'> {
  const points = inOrder(climate);
  const tempC = airTempK(planAir(climate), atMin * 60) - KELVIN;
  const [first, last] = [points.at(0), points.at(-1)];
  if (!first || !last || points.length < 2 || atMin < first.atMin || atMin > last.atMin) return { tempC, humidityPct: assumedPct, from: 'assumed' };
  const i = Math.max(
    0,
    points.findLastIndex((point) => point.atMin <= atMin),
  );
  const [a, b] = [points[i], points[Math.min(i + 1, points.length - 1)]];
  const share = b.atMin > a.atMin ? (atMin - a.atMin) / (b.atMin - a.atMin) : 0;
  const between =
    a.humidityPct !== undefined && b.humidityPct !== undefined ? a.humidityPct + share * (b.humidityPct - a.humidityPct) : a.humidityPct;
  // What is between something measured and something forecast is forecast.
  return { tempC, humidityPct: between ?? assumedPct, from: share > 0 ? b.from : a.from };
}

/** Spells of a plan by how their air is known, in order [min]; what is assumed is before and after them. */
export function knownSpells(climate: PlanClimate): { readonly from: AirOrigin; readonly fromMin: number; readonly toMin: number }[] {
  const points = inOrder(climate);
  const found: { from: AirOrigin; fromMin: number; toMin: number }[] = [];
  for (const [i, point] of points.slice(1).entries()) {
    const last = found.at(-1);
    if (last?.from === point.from) last.toMin = point.atMin;
    else found.push({ from: point.from, fromMin: points[i].atMin, toMin: point.atMin });
  }
  return found;
}

/** The same shop warmer, or colder, all the time: as assumed, as heated, and what is forecast; what was measured stays. */
export function warmerShop(climate: PlanClimate, byK: number): PlanClimate {
  const { heating, series } = climate;
  return {
    ...climate,
    meanC: within(climate.meanC + byK, rangeOf(climateFields.meanC)),
    ...(heating
      ? {
          heating: {
            ...heating,
            dayC: within(heating.dayC + byK, rangeOf(heatingFields.dayC)),
            nightC: within(heating.nightC + byK, rangeOf(heatingFields.nightC)),
          },
        }
      : {}),
    ...(series
      ? {
          series: series.map((point) =>
            point.from === 'measured' ? point : { ...point, tempC: within(point.tempC + byK, rangeOf(airPointFields.tempC)) },
          ),
        }
      : {}),
  };
}

/** A plan that begins on another day; what is known of the air stays at its own moments. */
export function beginningOn(plan: PlanDocument, startDate: string): PlanDocument {
  const { climate } = plan.assumed;
  if (!climate.series) return { ...plan, startDate };
  const byMin = (dayNumber(startDate) - dayNumber(plan.startDate)) * DAY_MIN;
  const { min, max } = rangeOf(airPointFields.atMin);
  const series = climate.series.map((point) => ({ ...point, atMin: point.atMin - byMin })).filter(({ atMin }) => atMin >= min && atMin <= max);
  return { ...plan, startDate, assumed: { ...plan.assumed, climate: { ...climate, series } } };
}
