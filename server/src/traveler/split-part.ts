import { boltPattern } from '@pentimento/core/design';
import { momentText } from '@pentimento/core/shop-time';
import type { Traveler } from '@pentimento/core/traveler';
import type { Content } from 'pdfmake/interfaces.js';
import { amountText, heading, type Reader } from './sheet.js';

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
