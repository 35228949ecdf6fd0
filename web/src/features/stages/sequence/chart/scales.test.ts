import { evaluatePlan } from '@pentimento/core/judging';
import { cardLibrary, planFromTemplate } from '@pentimento/core/plan';
import { clockText, dayText, evenClock, foldedClock, isWeekend } from '@pentimento/core/shop-time';
import { pictureOf } from '../../../simulation/picture';
import { cureMoments } from './fronts';
import { closedStretches } from './ground';
import { heatRamps } from './heat-ramp';
import { heightScale } from './height-scale';
import { paintHeat } from './paint-heat';

const plan = planFromTemplate('staged', { startDate: '2026-12-04', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });
const { picture } = pictureOf(evaluatePlan(plan, cardLibrary()), 0, { gelAfterS: [], backing: null });
const endS = plan.demoldMin * 60;

test.each([
  ['folded', foldedClock(plan, endS, 800)],
  ['even', evenClock(endS, 800)],
])('%s clock: time to pixels and back, without a gap', (_name, clock) => {
  let last = -1;
  for (let t = 0; t <= endS; t += 900) {
    const x = clock.toX(t);
    expect(x).toBeGreaterThan(last);
    expect(clock.toTime(x)).toBeCloseTo(t, 3);
    last = x;
  }
  expect(clock.toX(endS)).toBeCloseTo(800, 6);
});

test('the folded clock gives a session’s hours more room than the night', () => {
  const clock = foldedClock(plan, endS, 800);
  const hour = (t: number): number => clock.toX(t + 3600) - clock.toX(t);
  expect(hour(8.5 * 3600)).toBeGreaterThan(4 * hour(26 * 3600));
});

test('heights: true shows thickness, even shows every layer alike', () => {
  const even = heightScale(picture.layers, 'even', 300);
  const sizes = even.boxes.map(({ topY, bottomY }) => bottomY - topY);
  for (const size of sizes) expect(size).toBeCloseTo(60, 6);
  const real = heightScale(picture.layers, 'true', 300);
  const [gel, , , bulk] = real.boxes.map(({ topY, bottomY }) => bottomY - topY);
  expect(bulk / gel).toBeCloseTo(picture.layers[4].thicknessM / picture.layers[1].thicknessM, 6);
  expect(real.toY(0)).toBeCloseTo(300, 6);
});

test('heat is painted only where something lies at that time', () => {
  const clock = evenClock(endS, 200);
  const heights = heightScale(picture.layers, 'even', 100);
  const pixels = new Uint32Array(200 * 100);
  paintHeat({ pixels, width: 200, rows: 100, scale: 1, picture, clock, heights, ramp: heatRamps.paper.words });
  const at = (timeS: number, row: number): number => pixels[row * 200 + Math.floor(clock.toX(timeS))];
  expect(at(4 * 3600, 95)).toBe(0);
  expect(at(9.5 * 3600, 95)).not.toBe(0);
  expect(at(9.5 * 3600, 5)).toBe(0);
  expect(at(endS - 3600, 5)).not.toBe(0);
});

test('a cure front moves later for a higher degree of cure', () => {
  const early = cureMoments(picture, 0.3);
  const late = cureMoments(picture, 0.7);
  for (let i = picture.firstLaid; i < early.length; i++) expect(late[i]).toBeGreaterThan(early[i]);
});

test('nights and the weekend are closed', () => {
  expect(dayText('2026-12-04', 2)).toBe('Sat 5 Dec');
  expect(isWeekend('2026-12-04', 1)).toBe(false);
  const closed = closedStretches(plan, endS);
  expect(closed[0]).toEqual({ fromS: 0, toS: 7 * 3600 });
  expect(closed).toContainEqual({ fromS: 86400, toS: 2 * 86400 });
  expect(clockText(86400 + 9.25 * 3600)).toBe('day 2 09:15');
});
