import { gateTests } from '@pentimento/core/plan';
import { momentText } from '@pentimento/core/shop-time';
import type { Traveler } from '@pentimento/core/traveler';
import type { Content } from 'pdfmake/interfaces.js';
import { heading, sign, small, table } from './sheet.js';

export function releasePart({ plan, timers }: Traveler): Content[] {
  const { release } = plan;
  if (!release) return [heading('Release'), small('No release is planned. Plan it under Release before this goes on the wall.')];
  const gate = gateTests(release);
  return [
    heading('Release: timers'),
    table(
      ['', 'Zone', 'Step', 'Coat', 'Start', 'Haze until', 'Buffed', 'Next from'],
      timers.map(({ zone, step, coat, coats, startMin, hazedMin, buffedMin, freeMin }) => [
        sign(),
        zone.name,
        step.name,
        `${String(coat)} of ${String(coats)}`,
        momentText(plan.startDate, startMin),
        momentText(plan.startDate, hazedMin).slice(-5),
        momentText(plan.startDate, buffedMin).slice(-5),
        momentText(plan.startDate, freeMin),
      ]),
      [12, '*', '*', 36, 78, 40, 36, 78],
    ),
    heading('Gate before gel coat'),
    table(
      ['', 'Where', 'Test', 'Signed'],
      gate.map(({ id, zone, what }) => {
        const by = release.passed.find((test) => test.id === id)?.by ?? '';
        return [sign(by !== ''), zone, what, by];
      }),
      [12, 90, '*', 90],
    ),
    ...(release.override ? [small(`Gate overruled by ${release.override.by}: ${release.override.reason}`)] : []),
    small('A gate that was not passed stops the build. Overruling it needs a name and a reason.'),
  ];
}
