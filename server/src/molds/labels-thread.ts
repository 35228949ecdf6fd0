import { toDataURL } from 'qrcode';
import { printPdf } from '../traveler/print-pdf.js';
import { labelsDocument, type MoldLabel } from './labels-document.js';

export interface LabelsTask {
  readonly labels: readonly Omit<MoldLabel, 'qr'>[];
  readonly paper: 'A4' | 'LETTER';
}

/** Label sheets as PDF. */
export async function print({ labels, paper }: LabelsTask): Promise<Uint8Array> {
  const coded = await Promise.all(
    labels.map(async (label): Promise<MoldLabel> => ({ ...label, qr: await toDataURL(label.url, { margin: 0, width: 280 }) })),
  );
  return new Uint8Array(await printPdf(labelsDocument(coded, paper)));
}
