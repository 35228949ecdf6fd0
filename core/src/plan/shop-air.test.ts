import { airSlope, airTempK } from '../heat/air.js';
import { KELVIN } from '../units/kelvin.js';
import { cardLibrary } from './built-in-library.js';
import { checkDocument } from './check-document.js';
import { initialPart } from './fields/initial.js';
import { planOf } from './lift-plan.js';
import { planToCase } from './plan-to-case.js';
import { readPlan } from './read-plan.js';
import { heatingFields, type AirPoint, type PlanClimate } from './section-plan.js';
import { airAt, beginningOn, knownSpells, meanAirC, planAir, warmerShop } from './shop-air.js';
import { planFromTemplate } from './stack-templates.js';
import { simulateGrowth } from '../growth/simulate-growth.js';

const plain: PlanClimate = { meanC: 20, swingC: 2, warmestHour: 15, fan: false };
const heated: PlanClimate = { ...plain, meanC: 8, heating: { ...initialPart(heatingFields), dayC: 20, nightC: 14 } };
const point = (atMin: number, tempC: number, from: AirPoint['from'], humidityPct?: number): AirPoint => ({ atMin, tempC, from, humidityPct });
const known: PlanClimate = { ...plain, series: [point(600, 18, 'measured', 60), point(720, 16, 'measured', 70), point(840, 22, 'forecast', 50)] };
const celsius = (climate: PlanClimate, atMin: number): number => airTempK(planAir(climate), atMin * 60) - KELVIN;

test('without anything else a cosine about the mean, as it always was', () => {
  expect(planAir(plain)).toEqual({ kind: 'daily', meanK: 20 + KELVIN, ampK: 2, warmestS: 15 * 3600 });
  expect(meanAirC(plain)).toBe(20);
});

test('a heated shop is the same every day, and its mean is the heated one', () => {
  for (const hour of [0, 5, 8, 12, 20]) expect(celsius(heated, hour * 60)).toBeCloseTo(celsius(heated, (hour + 72) * 60), 9);
  expect(celsius(heated, 13 * 60)).toBeCloseTo(20, 1);
  expect(meanAirC(heated)).toBeGreaterThan(14);
  expect(meanAirC(heated)).toBeLessThan(20);
});

test('the slope of a heated day is that of its line', () => {
  const air = planAir(heated);
  for (const s of [7 * 3600 + 100, 19 * 3600 + 250, 23.9 * 3600])
    expect(airSlope(air, s)).toBeCloseTo((airTempK(air, s + 5) - airTempK(air, s - 5)) / 10, 6);
});

test('what is known by the hour stands in its time; before and after, what is assumed', () => {
  expect(celsius(known, 660)).toBeCloseTo(17, 9);
  expect(celsius(known, 780)).toBeCloseTo(19, 9);
  for (const atMin of [599, 841]) expect(celsius(known, atMin)).toBeCloseTo(celsius(plain, atMin), 9);
  expect(airAt(known, 660)).toEqual({
    tempC: expect.closeTo(17, 9) as number,
    humidityPct: 65,
    dewC: expect.closeTo(10.4, 0) as number,
    from: 'measured',
  });
  expect(airAt(known, 721)).toMatchObject({ from: 'forecast' });
  expect(airAt(known, 599, 55)).toMatchObject({ humidityPct: 55, from: 'assumed' });
  expect(airAt(plain, 0)).toMatchObject({ humidityPct: null, dewC: null, from: 'assumed' });
  expect(knownSpells(known)).toEqual([
    { from: 'measured', fromMin: 600, toMin: 720 },
    { from: 'forecast', fromMin: 720, toMin: 840 },
  ]);
  expect(knownSpells(plain)).toEqual([]);
  // One point alone is no course.
  expect(planAir({ ...plain, series: [point(600, 18, 'forecast')] })).toEqual(planAir(plain));
});

test('a warmer shop is warmer in what is to come; what was measured was so', () => {
  const warm = warmerShop({ ...known, heating: heated.heating }, 3);
  expect(warm.meanC).toBe(23);
  expect(warm.heating).toMatchObject({ dayC: 23, nightC: 17 });
  expect(warm.series?.map(({ tempC }) => tempC)).toEqual([18, 16, 25]);
  expect(warmerShop({ ...plain, meanC: 44 }, 3).meanC).toBe(45);
});

const view = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });

test('a plan that is moved takes nothing of the weather along', () => {
  const plan = planOf({ ...view, climate: known });
  const moved = beginningOn(plan, '2026-12-01');
  expect(moved.startDate).toBe('2026-12-01');
  expect(moved.assumed.climate.series?.map(({ atMin }) => atMin)).toEqual([600 - 1440, 720 - 1440, 840 - 1440]);
  expect(beginningOn(moved, '2026-11-30')).toEqual(plan);
  expect(beginningOn(planOf(view), '2026-12-01')).toEqual({ ...planOf(view), startDate: '2026-12-01' });
});

test('saved and read, it is the same; and it is simulated', () => {
  const plan = planOf({ ...view, climate: { ...known, heating: heated.heating } });
  checkDocument(plan);
  expect(readPlan(JSON.parse(JSON.stringify(plan))).plan.assumed.climate).toEqual(JSON.parse(JSON.stringify(plan.assumed.climate)));
  const colder = { ...view, climate: { ...plain, series: Array.from({ length: 121 }, (_, h) => point(h * 60, 17, 'forecast')) } };
  const cards = cardLibrary();
  const flat = { ...view, climate: { ...plain, meanC: 17, swingC: 0 } };
  const [a, b] = [colder, flat].map((one) => {
    const result = simulateGrowth(planToCase(one, cards));
    if (result.status !== 'converged') throw new Error(result.message);
    return result.layers.map(({ peakK }) => peakK);
  });
  // The same air said hour by hour and said at once.
  a.forEach((k, i) => {
    expect(Math.abs(k - b[i])).toBeLessThan(0.05);
  });
});
