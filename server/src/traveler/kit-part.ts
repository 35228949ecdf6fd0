import type { Traveler } from '@pentimento/core/traveler';
import { fillAmounts } from '@pentimento/core/units';
import type { Content } from 'pdfmake/interfaces.js';
import { amountText, heading, small, table, type Reader } from './sheet.js';

export function kitPart({ kits, takeOff }: Traveler, reader: Reader): Content[] {
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
        `${net.toFixed(2)} ${unit}`,
        `${take.toFixed(2)} ${unit}`,
        order === null ? '' : `${String(order.count)} × ${String(order.of)} ${unit}`,
        fillAmounts(note, reader.system),
      ]),
      ['*', 60, 60, 60, '*'],
    ),
  ];
}
