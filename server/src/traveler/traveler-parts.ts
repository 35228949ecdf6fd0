import { boltPattern } from '@pentimento/core/design';
import type { Verdict } from '@pentimento/core/judging';
import type { MixRow } from '@pentimento/core/mix';
import { MOST_DROP_MBAR, gateTests, type CardLibrary, type PlanSession } from '@pentimento/core/plan';
import { momentText } from '@pentimento/core/shop-time';
import { infusedLayers } from '@pentimento/core/stack';
import { layerCautions, type Traveler } from '@pentimento/core/traveler';
import { displayText, fillAmounts, type DisplayQuantity, type UnitSystem, type Words } from '@pentimento/core/units';
import type { Content, TableCell } from 'pdfmake/interfaces.js';

/** What a page needs to say numbers: the reader's units and the plan's cards. */
export interface Reader {
  readonly system: UnitSystem;
  readonly cards: CardLibrary;
}

export const heading = (text: string): Content => ({ text, style: 'heading' });
export const small = (text: string): Content => ({ text, style: 'small' });
/** A box to sign, crossed where it was signed already. */
export const sign = (done = false): TableCell => {
  const cross = [
    { type: 'line' as const, x1: 1.5, y1: 3.5, x2: 7.5, y2: 9.5, lineWidth: 1 },
    { type: 'line' as const, x1: 1.5, y1: 9.5, x2: 7.5, y2: 3.5, lineWidth: 1 },
  ];
  return { stack: [{ canvas: [{ type: 'rect', x: 0, y: 2, w: 9, h: 9, lineWidth: 0.8 }, ...(done ? cross : [])] }] };
};

const amountText = ({ system }: Reader, quantity: DisplayQuantity, value: number): string => displayText(quantity, value, system);
const grams = (g: number): string => (g >= 1000 ? `${(g / 1000).toFixed(2)} kg` : `${g.toFixed(0)} g`);

/** A ruled table whose head repeats on the next page. */
export function table(head: readonly string[], rows: readonly (readonly TableCell[])[], widths: readonly (string | number)[]): Content {
  return {
    layout: 'ruled',
    style: 'table',
    table: {
      headerRows: 1,
      dontBreakRows: true,
      widths: [...widths],
      body: [head.map((text) => ({ text, style: 'head' })), ...rows.map((row) => [...row])],
    },
  };
}

/** A broken limit in a line, a temperature with what it may be. */
function limitLine({ subject, remedy, quantity, value, limit, sense }: Verdict, reader: Reader): Content {
  const degrees = (c: number): string => amountText(reader, 'temperature', c);
  const size = quantity === 'temperature' ? `, ${degrees(value)}, ${sense} ${degrees(limit)}` : '';
  return { text: [{ text: `STOP  Limit broken: ${subject}${size}. `, style: 'strong' }, remedy] };
}

export function objectionsPart({ objections, evaluation }: Traveler, reader: Reader): Content[] {
  const fill = (text: Words): string => fillAmounts(text, reader.system);
  const serious = objections.filter(({ level }) => level !== 'note');
  const broken = evaluation.verdicts.filter(({ level }) => level === 'stop');
  if (serious.length + broken.length === 0) return [];
  return [
    heading('Before anything else'),
    {
      ul: [
        ...broken.map((verdict) => limitLine(verdict, reader)),
        ...serious.map(({ level, title, why, remedy }): Content => ({
          text: [{ text: `${level.toUpperCase()}  ${fill(title)}. `, style: 'strong' }, `${fill(why)} ${fill(remedy)}`],
        })),
      ],
    },
  ];
}

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

/** Sections, parting lines with bolts and dowels, and what is done before the mold leaves the plug. */
export function splitPart({ plan }: Traveler, reader: Reader): Content[] {
  const { design } = plan;
  if (!design || (design.sections.length < 2 && design.backing.kind === 'none')) return [];
  const lines = design.partings.map(({ name, lengthMm }) => {
    const { boltsMm, pitchMm, dowelsMm } = boltPattern(lengthMm, design.flange.boltSpacingMm);
    const at = (mm: number): string => amountText(reader, 'thickness', mm);
    return `${name}: ${String(boltsMm.length)} bolts every ${at(pitchMm)}, dowels at ${at(dowelsMm[0])} and ${at(dowelsMm[1])}. Drill both flanges before demolding; release and mask the first one’s flange.`;
  });
  const frame =
    design.backing.kind === 'none'
      ? []
      : [
          `${design.backing.kind} frame${design.backing.bondMin === null ? '' : `, bonded ${momentText(plan.startDate, design.backing.bondMin)}`}, ${design.backing.softStrips ? 'on soft strips' : 'hard on the back'}.`,
        ];
  return [
    heading('Split and frame'),
    { text: `In order: ${design.sections.map(({ name }) => name).join(', ')}.` },
    { ul: [...lines, ...frame, 'Number, section and hand lettered into the back before it leaves the plug.'] },
  ];
}

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

function windowText(traveler: Traveler, index: number): string {
  const window = traveler.evaluation.windows.find(({ belowSession }) => belowSession === index - 1);
  if (!window) return '';
  if (window.opensS === null) return 'never opens before it closes: see Sequence';
  const at = (s: number): string => momentText(traveler.plan.startDate, s / 60);
  return `window ${at(window.opensS)} to ${at(window.closesS)}; try it on the flange first`;
}

function mixRowCells(reader: Reader, row: MixRow): TableCell[] {
  const { dose, layer, pot } = row;
  const hardener = `${dose.hardenerG.toFixed(1)} g = ${dose.hardenerMl.toFixed(1)} ml`;
  return [
    layer.name,
    row.card.name,
    layer.catalystPct === null || dose.fixed ? 'fixed ratio' : `${layer.catalystPct.toFixed(2)} %`,
    `${String(row.pots)} × ${grams(row.potG)}`,
    `${grams(dose.resinG)} + ${hardener}`,
    `${row.useMin.toFixed(0)} min of ${pot.lifeMin === null ? '> 360' : pot.lifeMin.toFixed(0)}`,
    pot.peakC >= 120 ? `smokes, ${amountText(reader, 'temperature', pot.peakC)}` : amountText(reader, 'temperature', pot.peakC),
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
      const start = layer.start === 'abraded' ? ', below cured and abraded' : '';
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
      ...(index > 0 ? [small(windowText(traveler, index))] : []),
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
        `${takeM.toFixed(1)} m`,
        `${(roll.waste * 100).toFixed(0)} %`,
      ]),
      ['*', 40, 44, 54, 54, 80],
    ),
    ...kits.map(({ plies }) => small(plies.map(({ label, where, pieces }) => `${label} (${where}, ${String(pieces.length)})`).join(' · '))),
    heading('Take-off'),
    table(
      ['Item', 'Net', 'Take', 'Note'],
      takeOff.map(({ what, net, take, unit, note }) => [
        what,
        `${net.toFixed(2)} ${unit}`,
        `${take.toFixed(2)} ${unit}`,
        fillAmounts(note, reader.system),
      ]),
      ['*', 60, 60, '*'],
    ),
  ];
}
