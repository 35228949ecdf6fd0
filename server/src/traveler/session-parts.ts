import { smokes, type MixRow } from '@pentimento/core/mix';
import { infusedLayers, MOST_DROP_MBAR, type PlanSession } from '@pentimento/core/plan';
import { momentText } from '@pentimento/core/shop-time';
import { preparationOf } from '@pentimento/core/stack';
import { layerCautions } from '@pentimento/core/cautions';
import { type Traveler } from '@pentimento/core/traveler';
import { startSpan } from '@pentimento/core/windows';
import type { Content, TableCell } from 'pdfmake/interfaces.js';
import { amountText, heading, small, table, type Reader } from './sheet.js';

function windowText({ evaluation, plan }: Traveler, index: number, { cards }: Reader): string {
  const window = evaluation.windows.find(({ belowSession }) => belowSession === index - 1);
  if (!window) return '';
  const { opensS, closesS } = startSpan(window, plan.sessions[index], plan, cards);
  if (opensS === null || opensS > closesS) return 'never opens before it closes: see Sequence';
  const at = (s: number): string => momentText(plan.startDate, s / 60);
  return `begin between ${at(opensS)} and ${at(closesS)}; try tack on the flange first`;
}

function mixRowCells(reader: Reader, row: MixRow): TableCell[] {
  const { dose, layer, pot } = row;
  const hardener = `${amountText(reader, 'potMass', dose.hardenerG)} = ${amountText(reader, 'volume', dose.hardenerMl)}`;
  return [
    row.name,
    `${row.card.name} + ${row.hardener}`,
    layer.catalystPct === null || dose.fixed ? 'fixed ratio' : `${layer.catalystPct.toFixed(2)} %`,
    `${String(row.pots)} × ${amountText(reader, 'potMass', row.potG)}`,
    `${amountText(reader, 'potMass', dose.resinG)} + ${hardener}`,
    `${row.useMin.toFixed(0)} min of ${pot.lifeMin === null ? '> 360' : pot.lifeMin.toFixed(0)}`,
    smokes(row) ? `smokes, ${amountText(reader, 'temperature', pot.peakC)}` : amountText(reader, 'temperature', pot.peakC),
  ];
}

function layerText(reader: Reader, { layers }: PlanSession): string {
  return layers
    .map((layer) => {
      const what = layer.laminate
        ? `${String(layer.laminate.plies)} × ${amountText(reader, 'arealWeight', layer.laminate.glassGsm)} at ${layer.laminate.resinToGlass.toFixed(1)} : 1`
        : `${amountText(reader, 'film', layer.wetFilmUm ?? 0)} wet`;
      const how = layer.application ? `, ${layer.application.method}, ${String(layer.application.passes)} passes` : '';
      const color = layer.application && layer.application.color !== '' ? `, ${layer.application.color}` : '';
      const prepared = preparationOf(layer);
      const start = prepared ? `; first: ${prepared.order.replace(/\.$/, '')}` : '';
      const surface = layer.surface && layer.surface !== 'none' ? `, closes with ${layer.surface}` : '';
      return `${layer.name}: ${what}${how}${color}${start}${surface}`;
    })
    .join('\n');
}

export function sessionParts(traveler: Traveler, reader: Reader): Content[] {
  const { plan, mix } = traveler;
  const infused = new Set(infusedLayers(plan, reader.cards).map(({ id }) => id));
  return plan.sessions.map((session, index): Content => ({
    unbreakable: true,
    stack: [
      heading(`${String(index + 1)}. ${session.name}: ${momentText(plan.startDate, session.startMin)}`),
      { text: layerText(reader, session) },
      ...(index > 0 ? [small(windowText(traveler, index, reader))] : []),
      ...(session.layers.some(({ id }) => infused.has(id))
        ? [
            {
              text: `Gate: pump closed off, at most ${String(MOST_DROP_MBAR)} mbar in ten minutes, before any resin is mixed:  ____ mbar  ____________`,
            },
          ]
        : []),
      table(
        ['Layer', 'Resin', 'Hardener', 'Pots', 'Each pot', 'Use up in', 'Forgotten pot'],
        mix.filter((row) => row.session.id === session.id).map((row) => mixRowCells(reader, row)),
        ['*', '*', 46, 62, 110, 62, 56],
      ),
      small([...new Set(session.layers.flatMap((layer) => layerCautions(layer, reader.cards)))].join(' ')),
      {
        columns: ['Shop °  ____________', 'Started ____________', 'Ended ____________', 'Tack tried ____________', 'Name ____________'],
        style: 'signs',
      },
    ],
  }));
}
