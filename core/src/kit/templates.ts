import { escapeMarkup } from '../units/markup.js';
import { outlineOf, type RollLayout } from './roll-packing.js';

const MARGIN_MM = 10;
const text = (value: number): string => String(Math.round(value * 100) / 100);

/** Cut templates on the roll as SVG at true size: one unit is one millimeter. */
export function kitSvg(title: string, { rollWidthMm, lengthMm, placed }: RollLayout): string {
  const width = rollWidthMm + 2 * MARGIN_MM;
  const height = lengthMm + 2 * MARGIN_MM;
  const pieces = placed.map((one) => {
    const outline = outlineOf(one);
    const points = outline.map(([x, y]) => `${text(x + MARGIN_MM)},${text(y + MARGIN_MM)}`).join(' ');
    const [cx, cy] = [0, 1].map((axis) => outline.reduce((sum, point) => sum + point[axis], 0) / 4 + MARGIN_MM);
    const size = Math.max(6, Math.min(24, one.piece.bottomMm / 8));
    return `<polygon points="${points}" fill="none" stroke="black" stroke-width="1"/><text x="${text(cx)}" y="${text(cy)}" font-size="${text(size)}" text-anchor="middle" font-family="sans-serif">${escapeMarkup(one.piece.label)}</text>`;
  });
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${text(width)}mm" height="${text(height)}mm" viewBox="0 0 ${text(width)} ${text(height)}">`,
    `<title>${escapeMarkup(title)}</title>`,
    `<rect x="${text(MARGIN_MM)}" y="${text(MARGIN_MM)}" width="${text(rollWidthMm)}" height="${text(lengthMm)}" fill="none" stroke="gray" stroke-dasharray="8 4"/>`,
    ...pieces,
    '</svg>',
  ].join('\n');
}
