import type { Traveler } from '@pentimento/core/traveler';
import { fillAmounts } from '@pentimento/core/units';
import type { Content } from 'pdfmake/interfaces.js';
import { heading, sign, small, table, type Reader } from './sheet.js';

export function plugPart({ plan, checks }: Traveler, { system }: Reader): Content[] {
  const done = plan.intake?.done ?? [];
  return [
    heading('Plug: ready for release'),
    table(
      ['', 'Check', 'Why', 'Wait', 'Signed'],
      checks.map(({ id, what, why, waitH }) => {
        const by = done.find((one) => one.id === id)?.by ?? '';
        return [sign(by !== ''), fillAmounts(what, system), small(fillAmounts(why, system)), waitH > 0 ? `${String(waitH)} h` : '', by];
      }),
      [12, '*', '*', 30, 80],
    ),
  ];
}
