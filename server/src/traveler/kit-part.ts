import type { Traveler } from '@pentimento/core/traveler';
import { takeOffAmount, type TakeOffLine } from '@pentimento/core/kit';
import { fillAmounts, words } from '@pentimento/core/units';
import type { Content } from 'pdfmake/interfaces.js';
import { amountText, heading, small, table, type Reader } from './sheet.js';

export function kitPart({ kits, takeOff }: Traveler, reader: Reader): Content[] {
  const shown = (value: number, unit: TakeOffLine['unit']): string => {
    const { quantity, stored } = takeOffAmount(value, unit);
    return amountText(reader, quantity, stored);
  };
  return [
    heading('Kit'),
    table(
      ['Reinforcement', 'Plies', 'Pieces', 'Roll', 'Take', 'Waste on the roll'],
      kits.map(({ name, plies, roll, takeM }) => [
        name,
        String(plies.length),
        String(plies.reduce((sum, ply) => sum + ply.pieces.length, 0)),
        amountText(reader, 'thickness', roll.rollWidthMm),
        amountText(reader, 'length', takeM),
        `${(roll.waste * 100).toFixed(0)} %`,
      ]),
      ['*', 40, 44, 54, 54, 80],
    ),
    ...kits.map(({ plies }) => small(plies.map(({ label, where, pieces }) => `${label} (${where}, ${String(pieces.length)})`).join(' · '))),
    heading('Take-off'),
    table(
      ['Item', 'Net', 'Take', 'Order', 'Note'],
      takeOff.map(({ what, net, take, unit, order, note }) => [
        what,
        shown(net, unit),
        shown(take, unit),
        order === null ? '' : fillAmounts(words`${String(order.count)} × ${takeOffAmount(order.of, unit)}`, reader.system),
        fillAmounts(note, reader.system),
      ]),
      ['*', 60, 60, 60, '*'],
    ),
  ];
}
