import pdfmake from 'pdfmake';
import fonts from 'pdfmake/fonts/Roboto.js';
import type { TDocumentDefinitions } from 'pdfmake/interfaces.js';

// Roboto ships with the PDF package as TrueType and covers the trade's signs (µ ≤ ² ·).
pdfmake.setFonts(fonts);
const paths: readonly string[] = Object.values(fonts.Roboto);
// A document is made of what we put in: nothing is fetched, nothing but the fonts is read.
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((path: string) => paths.includes(path));
const line = { lineWidth: 0.4, lineColor: '#777777' };
pdfmake.setTableLayouts({
  ruled: {
    hLineWidth: (row) => (row === 0 ? 0 : line.lineWidth),
    vLineWidth: () => 0,
    hLineColor: () => line.lineColor,
    paddingLeft: (column) => (column === 0 ? 0 : 4),
    paddingTop: () => 1.5,
    paddingBottom: () => 1.5,
  },
});

/** Sets a document as PDF. */
export function printPdf(document: TDocumentDefinitions): Promise<Buffer> {
  return pdfmake.createPdf(document).getBuffer();
}
