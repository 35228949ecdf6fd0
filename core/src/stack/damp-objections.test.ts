import { defaultRelease } from '../plan/parts/release-plan.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { dampObjections } from './damp-objections.js';

const view = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });
const still: SectionPlan = { ...view, sessions: view.sessions.slice(0, 1), climate: { meanC: 20, swingC: 0, warmestHour: 15, fan: false } };
const damp = (humidityPct: number, change: Partial<SectionPlan> = {}): string[] =>
  dampObjections({ ...still, release: { ...defaultRelease(1), humidityPct }, ...change }).map(({ level }) => level);

// At 20 °C three kelvin below the air is 82.9 %.
test.each([
  [55, []],
  [82, []],
  [84, ['care']],
  [99, ['care']],
] as const)('a face as warm as the air at %d %%: %j', (humidityPct, levels) => {
  expect(damp(humidityPct)).toEqual(levels);
});

test('where the shop warms faster than the plug, dew stands on it', () => {
  const startMin = still.sessions[0].startMin;
  const series = [-240, -30, 0, 240].map((byMin) => ({
    atMin: startMin + byMin,
    tempC: byMin < -100 ? 8 : 20,
    humidityPct: 85,
    from: 'forecast' as const,
  }));
  expect(damp(55, { climate: { ...still.climate, series } })).toEqual(['stop']);
});

test('nobody said how humid it is: nothing is said', () => {
  expect(dampObjections({ ...still, release: undefined })).toEqual([]);
});
