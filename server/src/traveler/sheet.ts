import type { CardLibrary } from '@pentimento/core/plan';
import { displayText, type DisplayQuantity, type UnitSystem } from '@pentimento/core/units';
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

/** An amount in the reader's units. */
export const amountText = ({ system }: Reader, quantity: DisplayQuantity, value: number): string => displayText(quantity, value, system);

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
