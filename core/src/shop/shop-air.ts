import { DomainError } from '../errors/domain-error.js';
import type { AirPoint, PlanClimate } from '../plan/section-plan.js';
import { dayNumber, DAY_MIN } from '../shop-time/shop-clock.js';
import { seasonAt, type ForecastHour, type ShopCalendar } from './shop-calendar.js';
import { hourMin } from './shop-hours.js';

/** The air that a shop's calendar gives a plan, and the humidity of its season. */
export interface ShopAir {
  readonly climate: PlanClimate;
  /** null: no season is named */
  readonly humidityPct: number | null;
}

/**
 * Air of a plan by the calendar: the season of its first day with its heating, and what is forecast for its days. What was measured stays.
 * @param days how many of them the plan takes
 */
export function shopAirOf(shop: Pick<ShopCalendar, 'seasons' | 'forecast'>, climate: PlanClimate, startDate: string, days: number): ShopAir {
  const season = seasonAt(shop, startDate);
  const zero = dayNumber(startDate) * DAY_MIN;
  const foretold = (shop.forecast ?? []).flatMap(({ at, tempC, humidityPct }): AirPoint[] => {
    const min = hourMin(at);
    return min === null || min < zero - DAY_MIN || min > zero + days * DAY_MIN
      ? []
      : [{ atMin: min - zero, tempC, ...(humidityPct === undefined ? {} : { humidityPct }), from: 'forecast' }];
  });
  const measured = (climate.series ?? []).filter(({ from }) => from === 'measured');
  const untilMin = measured.at(-1)?.atMin ?? -Infinity;
  const series = [...measured, ...foretold.filter(({ atMin }) => atMin > untilMin)];
  const { heating: _heating, series: _series, ...rest } = climate;
  return {
    climate: {
      ...rest,
      ...(season ? { meanC: season.meanC, swingC: season.swingC, warmestHour: season.warmestHour } : {}),
      ...(season?.heating ? { heating: season.heating } : {}),
      ...(series.length >= 2 ? { series } : {}),
    },
    humidityPct: season?.humidityPct ?? null,
  };
}

const MOST = 400;

/**
 * A forecast as a table of text: day and hour, temperature [°C], humidity [%] where there is one; a first line of words is left out.
 * @throws DomainError naming the line and what was expected
 */
export function readForecast(rows: readonly (readonly string[])[]): ForecastHour[] {
  const refuse = (line: number, value: unknown, expected: string): never => {
    throw new DomainError({ code: 'bad-document', quantity: `line ${String(line)}`, value, expected });
  };
  const number = (text: string): number => (text.trim() === '' ? NaN : Number(text.trim().replace(',', '.')));
  const found: ForecastHour[] = [];
  for (const [i, cells] of rows.entries()) {
    const [when = '', warm = '', damp = ''] = cells.map((cell) => cell.trim());
    if (cells.every((cell) => cell.trim() === '')) continue;
    if (i === 0 && !/\d{4}/.test(when)) continue;
    const at = when.replace('T', ' ').slice(0, 16);
    if (hourMin(at) === null) refuse(i + 1, when, 'a day and hour, as 2026-11-30 08:00');
    const tempC = number(warm);
    if (!(tempC >= -20 && tempC <= 60)) refuse(i + 1, warm, 'a temperature from -20 to 60 °C');
    const humidityPct = damp === '' ? undefined : number(damp.replace('%', ''));
    if (humidityPct !== undefined && !(humidityPct >= 5 && humidityPct <= 100)) refuse(i + 1, damp, 'a humidity from 5 to 100 %');
    found.push({ at, tempC, ...(humidityPct === undefined ? {} : { humidityPct }) });
  }
  if (found.length > MOST) refuse(MOST + 1, found.length, `at most ${String(MOST)} hours`);
  found.sort((a, b) => (a.at < b.at ? -1 : 1));
  const twice = found.findIndex(({ at }, i) => i > 0 && at === found[i - 1].at);
  if (twice >= 0) refuse(twice + 1, found[twice].at, 'each hour once');
  return found;
}
