import { dewPointC } from './humid-air.js';
import { heatedDay, type Heating } from './heating.js';

// Psychrometric tables over water.
test.each([
  [20, 50, 9.3],
  [20, 100, 20],
  [10, 80, 6.7],
  [30, 30, 10.5],
  [25, 85, 22.3],
])('air of %d °C at %d %% dews at %d °C', (tempC, humidityPct, dewC) => {
  expect(dewPointC(tempC, humidityPct)).toBeCloseTo(dewC, 0);
  expect(Math.abs(dewPointC(tempC, humidityPct) - dewC)).toBeLessThan(0.2);
});

describe('a heated day', () => {
  const heating: Heating = { dayC: 20, nightC: 14, fromHour: 6, toHour: 18, riseKPerH: 2, fallKPerH: 1 };
  const at = (day: readonly number[], hour: number): number => day[Math.round((hour / 24) * day.length) % day.length];
  const winter = heatedDay(() => 5, heating);

  test('warm by day, set back at night; it warms and cools no faster than it can', () => {
    expect(at(winter, 12)).toBeCloseTo(20, 9);
    expect(at(winter, 3)).toBeCloseTo(14, 9);
    // From six o'clock on by two kelvin an hour, from six in the evening on by one.
    expect(at(winter, 7)).toBeCloseTo(16, 0);
    expect(at(winter, 9)).toBeCloseTo(20, 0);
    expect(at(winter, 20)).toBeCloseTo(18, 0);
    const steps = winter.map((c, i) => winter[(i + 1) % winter.length] - c);
    expect(Math.max(...steps) * 6).toBeLessThanOrEqual(2 + 1e-9);
    expect(Math.min(...steps) * 6).toBeGreaterThanOrEqual(-1 - 1e-9);
  });

  test('in summer it is as warm as it would be without', () => {
    const natural = (hour: number): number => 26 + 3 * Math.cos((2 * Math.PI * (hour - 15)) / 24);
    const summer = heatedDay(natural, heating);
    expect(at(summer, 15)).toBeCloseTo(29, 1);
    for (const hour of [0, 6, 9, 12, 18, 21]) expect(at(summer, hour)).toBeCloseTo(natural(hour), 1);
  });

  test('with no set-back it stays at one temperature', () => {
    expect(new Set(heatedDay(() => 5, { ...heating, nightC: 20 }).map((c) => c.toFixed(9)))).toEqual(new Set(['20.000000000']));
  });
});
