import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';

/** What stands on a mold's label. */
export interface MoldLabel {
  readonly number: string;
  readonly part: string;
  readonly hand: 'left' | 'right' | 'none';
  readonly customer: string;
  readonly sections: readonly string[];
  readonly program: string;
  readonly caution: string;
  /** Image of the code, as data URL */
  readonly qr: string;
  readonly url: string;
}

const COLUMNS = 2;
const SIDE = 96;
const PAPER = { A4: 595, LETTER: 612 } as const;
const MARGIN = 28;

/** A sheet of labels: number and hand in large letters, the code, and what must not be forgotten. */
export function labelsDocument(labels: readonly MoldLabel[], paper: 'A4' | 'LETTER'): TDocumentDefinitions {
  const width = (PAPER[paper] - 2 * MARGIN) / COLUMNS;
  const rows = Array.from({ length: Math.ceil(labels.length / COLUMNS) }, (_, row) =>
    Array.from({ length: COLUMNS }, (_cell, column): Content => {
      const label = labels.at(row * COLUMNS + column);
      return label && row * COLUMNS + column < labels.length ? labelOf(label) : { text: '' };
    }),
  );
  return {
    pageSize: paper,
    pageMargins: [MARGIN, MARGIN, MARGIN, MARGIN],
    info: { title: 'Mold labels', creator: 'pentimento', producer: 'pentimento' },
    defaultStyle: { fontSize: 9 },
    content: [
      {
        table: { widths: [width - 12, width - 12], heights: 132, dontBreakRows: true, body: rows },
        layout: {
          hLineWidth: () => 0.5,
          vLineWidth: () => 0.5,
          hLineStyle: () => ({ dash: { length: 3, space: 3 } }),
          vLineStyle: () => ({ dash: { length: 3, space: 3 } }),
        },
      },
    ],
  };
}

function labelOf({ number, part, hand, customer, sections, program, caution, qr, url }: MoldLabel): Content {
  return {
    columns: [
      { image: qr, width: SIDE, margin: [2, 4, 8, 0] },
      {
        width: '*',
        stack: [
          {
            columns: [
              { text: number, fontSize: 24, bold: true },
              { text: hand === 'none' ? '' : hand.toUpperCase(), fontSize: 24, bold: true, alignment: 'right' },
            ],
          },
          { text: part.slice(0, 60), fontSize: 11, bold: true },
          ...(customer === '' ? [] : [{ text: customer.slice(0, 60) }]),
          ...(sections.length === 0 ? [] : [{ text: `${String(sections.length)} sections, one number`, fontSize: 8 }]),
          { text: 'NO PULL WITHOUT RELEASE', fontSize: 12, bold: true, margin: [0, 4, 0, 0] },
          { text: `${program}. ${caution}`, fontSize: 8 },
          { text: url, fontSize: 5, margin: [0, 3, 0, 0] },
        ],
      },
    ],
    margin: [4, 4, 4, 4],
  };
}
