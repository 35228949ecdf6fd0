import type { VerdictLevel } from '@pentimento/core/judging';
import { finishInMold } from '@pentimento/core/plug';
import { momentText } from '@pentimento/core/shop-time';
import { planCautions, stepCaution } from '@pentimento/core/cautions';
import { growthSvg, type Traveler } from '@pentimento/core/traveler';
import { displayText } from '@pentimento/core/units';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { kitPart } from './kit-part.js';
import { objectionsPart } from './objections-part.js';
import { plugPart } from './plug-part.js';
import { releasePart } from './release-part.js';
import { sessionParts } from './session-parts.js';
import { heading, small, type Reader } from './sheet.js';
import { splitPart } from './split-part.js';

export const PAPERS = ['A4', 'LETTER'] as const;
export type Paper = (typeof PAPERS)[number];
const MARGIN = 36;
const INNER_WIDTH: Record<Paper, number> = { A4: 595 - 2 * MARGIN, LETTER: 612 - 2 * MARGIN };
const CHART_HEIGHT = 150;
const LEVEL_WORDS: Record<VerdictLevel, string> = { ok: 'every limit kept', care: 'near a limit: take care', stop: 'a limit is broken' };

/** What stands at the head of a traveler. */
export interface TravelerHead {
  readonly name: string;
  readonly part: string;
  readonly version: number;
  readonly madeBy: string;
  readonly worst: VerdictLevel;
  /** Address of the build, for the phone */
  readonly url: string;
  /** The address as a picture (data URL of a PNG) */
  readonly qr: string;
}

/** Cautions at demolding, and what the mold still wants when it is off. */
function demoldNotes(plan: Traveler['plan'], { cards }: Reader): string[] {
  const finish = finishInMold(plan);
  const wax = finish
    ? [`In the mold: sheet wax gives no gloss. ${finish.rungs.map(({ name }) => name).join(', ')}: about ${(finish.minutes / 60).toFixed(0)} h.`]
    : [];
  return [...(['demold', 'lift', 'trim', 'grind'] as const).flatMap((step) => stepCaution(step, plan, cards) ?? []), ...wax];
}

/** A build's sheet for the wall. */
export function travelerDocument(traveler: Traveler, head: TravelerHead, reader: Reader, paper: Paper): TDocumentDefinitions {
  const { plan, evaluation, tally } = traveler;
  const svg = growthSvg(plan, evaluation, INNER_WIDTH[paper], CHART_HEIGHT);
  const hand = plan.intake && plan.intake.hand !== 'none' ? `, ${plan.intake.hand} hand` : '';
  return {
    pageSize: paper,
    pageMargins: [MARGIN, MARGIN, MARGIN, MARGIN],
    info: { title: `${head.name}, version ${String(head.version)}` },
    defaultStyle: { font: 'Roboto', fontSize: 9 },
    styles: {
      title: { fontSize: 18, bold: true },
      heading: { fontSize: 11.5, bold: true, margin: [0, 9, 0, 3] },
      small: { fontSize: 8, color: '#444444' },
      table: { margin: [0, 2, 0, 4], fontSize: 8.5 },
      head: { bold: true, fontSize: 8 },
      strong: { bold: true },
      signs: { margin: [0, 6, 0, 4], fontSize: 8.5 },
    },
    footer: (page: number, pages: number): Content => ({
      text: `${head.name} · version ${String(head.version)} · page ${String(page)} of ${String(pages)} · data sheets, local codes and licensed practice decide`,
      alignment: 'center',
      fontSize: 7.5,
      margin: [0, 10, 0, 0],
    }),
    content: [
      {
        columns: [
          [
            { text: head.name, style: 'title' },
            {
              text: `${head.part}${hand} · version ${String(head.version)} by ${head.madeBy} · ${displayText('area', plan.areaM2, reader.system)} · laminate ${displayText('thickness', tally.laminateMm, reader.system)}`,
            },
            {
              text: `From ${momentText(plan.startDate, plan.sessions.at(0)?.startMin ?? 0)} to demolding ${momentText(plan.startDate, plan.demoldMin)} · ${LEVEL_WORDS[head.worst]}`,
            },
            ...(plan.intake && plan.intake.mirrorOf !== '' ? [{ text: `Mirror of ${plan.intake.mirrorOf}`, bold: true }] : []),
          ],
          { image: head.qr, width: 70, alignment: 'right' },
        ],
      },
      ...objectionsPart(traveler, reader),
      heading('Growth'),
      { svg },
      small('Temperature inside the layers as they grow; bars under the plug are the windows, ticks the planned starts. Predicted from the cards.'),
      heading('Cautions'),
      { ul: planCautions(plan, reader.cards), style: 'small' },
      ...plugPart(traveler, reader),
      ...splitPart(traveler, reader),
      ...releasePart(traveler),
      ...sessionParts(traveler, reader),
      ...kitPart(traveler, reader),
      heading('Demold'),
      {
        text: `${momentText(plan.startDate, plan.demoldMin)}. Cool, evenly all round: wedges, air, water for soluble film. No lever at one side. Number and hand on the mold before it leaves the plug.`,
      },
      ...demoldNotes(plan, reader).map((text) => small(text)),
      { columns: ['Let go: 1 2 3 4 5', 'Zones that fought ____________________', 'Name ____________'], style: 'signs' },
    ],
  };
}
