import { momentText } from '@pentimento/core/shop-time';
import type { Step } from '@pentimento/core/steps';
import type { MoldTraveler } from '@pentimento/core/traveler';
import { fillAmounts } from '@pentimento/core/units';
import type { Content } from 'pdfmake/interfaces.js';
import { heading, sign, small, table, type Reader } from './sheet.js';

/** Everything that is done, a table a day, with a place to sign. */
export function stepsPart({ plan, steps }: MoldTraveler, { system }: Reader): Content[] {
  if (steps.length === 0) return [];
  const days = new Map<string, Step[]>();
  for (const step of steps) {
    const day = momentText(plan.startDate, step.startMin).slice(0, -6);
    days.set(day, [...(days.get(day) ?? []), step]);
  }
  return [
    heading('Day by day'),
    ...[...days].flatMap(([day, all]): Content[] => [
      { text: day, style: 'strong', margin: [0, 4, 0, 0] },
      table(
        ['', 'At', 'What', 'How', 'Hands', 'Done by'],
        all.map((step) => [
          sign(),
          momentText(plan.startDate, step.startMin).slice(-5),
          fillAmounts(step.name, system),
          small([fillAmounts(step.order, system), step.caution ?? ''].filter((text) => text !== '').join(' ')),
          step.handsMin > 0
            ? [
                `${String(step.people)} × ${(step.handsMin / Math.max(1, step.people)).toFixed(0)} min`,
                ...(step.who.length > 0 ? [step.who.join(', ')] : []),
              ].join('\n')
            : '',
          '',
        ]),
        [12, 30, 130, '*', 52, 60],
      ),
    ]),
  ];
}
