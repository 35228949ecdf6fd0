import { cardLibrary } from '../plan/built-in-library.js';
import { defaultRelease } from '../plan/parts/release-plan.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { commissionSteps } from './commission-steps.js';

const cards = cardLibrary();
const plan = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 2, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });
/** Monday of the second week, 08:00 */
const FROM = 7 * 1440 + 480;
const withProgram = (programId: string): typeof plan => {
  const release = defaultRelease(plan.areaM2);
  return { ...plan, release: { ...release, zones: [{ ...release.zones[0], programId }] } };
};

test('a finished mold is released coat by coat with its waits, tested, then broken in', () => {
  const steps = commissionSteps(withProgram('paste-wax'), cards, FROM);
  expect(steps.map(({ id }) => id)).toEqual([
    'commission:clean:1',
    ...[1, 2, 3, 4, 5, 6].map((n) => `commission:wax:${String(n)}`),
    'commission:gate',
    'commission',
  ]);
  for (const [i, step] of steps.entries()) {
    expect(step.after).toEqual([i === 0 ? 'label' : steps[i - 1].id]);
    if (i > 0) expect(step.startMin).toBeGreaterThanOrEqual(steps[i - 1].endMin + steps[i - 1].waitMin);
  }
  const [gate, breakIn] = steps.slice(-2);
  expect(gate.order).toContain('Tape pulls off each zone without force.');
  // Paste wax: a coat of 10 min/m² before each of the first four pulls of 2 m².
  expect(breakIn).toMatchObject({ handsMin: 4 * 10 * 2, logs: ['ease', 'findings'] });
  expect(breakIn.order).toContain('first 4 pulls');
});

test('the program is that of the plug, wax and film where none is planned', () => {
  const kinds = (of: typeof plan): string[] => commissionSteps(of, cards, FROM).map(({ id }) => id.split(':')[1]);
  expect(kinds(plan)).toContain('mist');
  expect(kinds(withProgram('semi-permanent'))).not.toContain('wax');
  const flange = withProgram('paste-wax');
  const zones = [{ ...flange.release!.zones[0], id: 'flange-b', programId: 'semi-permanent' }, ...flange.release!.zones];
  expect(kinds({ ...flange, release: { ...flange.release!, zones } })).toContain('wax');
});

test('coats go on in shop hours', () => {
  const closing = plan.hours.closesHour * 60;
  for (const { startMin, endMin } of commissionSteps(withProgram('paste-wax'), cards, FROM + 8 * 60).filter((step) => step.kind === 'coat')) {
    expect(startMin % 1440).toBeGreaterThanOrEqual(plan.hours.opensHour * 60);
    expect(endMin % 1440).toBeLessThanOrEqual(closing);
  }
});
