import { escapeMarkup } from '../units/markup.js';
import { KELVIN } from '../units/kelvin.js';
import { sampleSegment } from '../growth/field-history.js';
import type { PlanEvaluation } from '../judging/evaluate-plan.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { foldedClock } from '../shop-time/clock-scale.js';
import { dayText } from '../shop-time/clock-text.js';

/** Paper's heat ramp, as on the screen [°C, color]. */
const RAMP: readonly (readonly [number, number, number])[] = [
  [0xe9, 0xe3, 0xc9],
  [0xec, 0xd4, 0x8a],
  [0xe3, 0xa9, 0x4a],
  [0xc9, 0x74, 0x31],
  [0x96, 0x44, 0x3a],
  [0x5c, 0x25, 0x47],
  [0x1d, 0x10, 0x30],
];
const FROM_C = 15;
const TO_C = 110;
const COLUMNS = 150;
const PLUG_H = 14;
const LABEL_ROOM = 70;
const LANE_H = 5;
/** Day names under the lanes. */
const DAYS_H = 16;

function heatColor(tempC: number): string {
  const at = Math.min(1, Math.max(0, (tempC - FROM_C) / (TO_C - FROM_C))) * (RAMP.length - 1);
  const low = Math.min(RAMP.length - 2, Math.floor(at));
  const mix = RAMP[low].map((channel, i) => Math.round(channel + (RAMP[low + 1][i] - channel) * (at - low)));
  return `#${mix.map((channel) => channel.toString(16).padStart(2, '0')).join('')}`;
}

const text = (value: number): string => String(Math.round(value * 100) / 100);

/**
 * The growth chart as a picture for paper: layers at even height over a folded clock, temperature inside, windows as bars under it.
 * @param width [px], @param height [px] without the foot
 */
export function growthSvg(plan: SectionPlan, { result, windows }: PlanEvaluation, width: number, height: number): string {
  const layers = result.layers.filter((layer) => !layer.plug);
  if (layers.length === 0) return `<svg xmlns="http://www.w3.org/2000/svg" width="${text(width)}" height="20"></svg>`;
  const clock = foldedClock(plan, plan.demoldMin * 60, width);
  const band = height / layers.length;
  const parts: string[] = [];
  layers.forEach((layer, index) => {
    const startS = plan.sessions[layer.sessionIndex].startMin * 60;
    const top = height - (index + 1) * band;
    const rows = Math.max(1, Math.min(5, layer.end - layer.start));
    for (let column = 0; column < COLUMNS; column++) {
      const x = (column * width) / COLUMNS;
      const timeS = clock.toTime(x + width / COLUMNS / 2);
      if (timeS < startS) continue;
      const segment = result.segments.findLast(({ field }) => field.frames > 0 && field.timeS[0] <= timeS);
      if (!segment) continue;
      for (let row = 0; row < rows; row++) {
        const cell = layer.start + Math.floor(((row + 0.5) / rows) * (layer.end - layer.start));
        if (cell >= segment.field.cells) continue;
        const color = heatColor(sampleSegment(segment.field, segment.field.tempK, cell, timeS) - KELVIN);
        const y = top + ((rows - 1 - row) / rows) * band;
        parts.push(
          `<rect x="${text(x)}" y="${text(y)}" width="${text(width / COLUMNS + 0.3)}" height="${text(band / rows + 0.2)}" fill="${color}"/>`,
        );
      }
    }
    const x0 = clock.toX(startS);
    parts.push(`<line x1="${text(x0)}" y1="${text(top)}" x2="${text(width)}" y2="${text(top)}" stroke="#26282b" stroke-width="0.6"/>`);
    parts.push(`<line x1="${text(x0)}" y1="${text(top)}" x2="${text(x0)}" y2="${text(height)}" stroke="#26282b" stroke-width="0.6"/>`);
    // Left of the step where there is room, else inside it.
    const left = x0 > LABEL_ROOM;
    parts.push(
      `<text x="${text(left ? x0 - 3 : x0 + 4)}" y="${text(top + band / 2 + 3)}" font-size="7.5" text-anchor="${left ? 'end' : 'start'}">${escapeMarkup(layer.name)}</text>`,
    );
  });
  parts.push(`<rect x="0" y="${text(height)}" width="${text(width)}" height="${text(PLUG_H)}" fill="#d9d4c6" stroke="#26282b" stroke-width="0.6"/>`);
  parts.push(`<text x="4" y="${text(height + 10)}" font-size="7.5">plug</text>`);
  const footH = PLUG_H + 6 + windows.length * LANE_H + DAYS_H;
  windows.forEach((window, lane) => {
    if (window.opensS === null) return;
    const [from, to] = [clock.toX(window.opensS), clock.toX(Math.min(window.closesS, clock.endS))];
    const pin = clock.toX(window.plannedS);
    const y = height + PLUG_H + 6 + lane * LANE_H;
    parts.push(`<line x1="${text(from)}" y1="${text(y)}" x2="${text(to)}" y2="${text(y)}" stroke="#26282b" stroke-width="2.5" opacity="0.35"/>`);
    parts.push(`<line x1="${text(pin)}" y1="${text(y - 2.5)}" x2="${text(pin)}" y2="${text(y + 2.5)}" stroke="#26282b" stroke-width="1.2"/>`);
  });
  for (let day = 1; (day - 1) * 86400 < clock.endS; day++) {
    const x = clock.toX((day - 1) * 86400);
    parts.push(
      `<line x1="${text(x)}" y1="0" x2="${text(x)}" y2="${text(height + footH - DAYS_H)}" stroke="#26282b" stroke-width="0.3" stroke-dasharray="2 2"/>`,
    );
    parts.push(`<text x="${text(x + 2)}" y="${text(height + footH - 3)}" font-size="7.5">${dayText(plan.startDate, day)}</text>`);
  }
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${text(width)}" height="${text(height + footH)}" viewBox="0 0 ${text(width)} ${text(height + footH)}">${parts.join('')}</svg>`;
}
