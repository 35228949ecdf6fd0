import type { VerdictLevel } from '@pentimento/core/judging';
import { finishInMold } from '@pentimento/core/plug';
import { momentText } from '@pentimento/core/shop-time';
import { planCautions, stepCaution } from '@pentimento/core/cautions';
import { growthSvg, type MoldTraveler, type Traveler } from '@pentimento/core/traveler';
import { displayText } from '@pentimento/core/units';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { kitPart } from './kit-part.js';
import { objectionsPart } from './objections-part.js';
import { plugPart } from './plug-part.js';
import { releasePart } from './release-part.js';
import { sessionParts } from './session-parts.js';
import { heading, small, type Reader } from './sheet.js';
import { splitPart } from './split-part.js';
import { stepsPart } from './steps-part.js';

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

/** What stands at the top of the first page. */
function headPart({ plan, sections, steps }: MoldTraveler, head: TravelerHead, { system }: Reader): Content {
  const { intake } = plan.mold;
  const hand = intake && intake.hand !== 'none' ? `, ${intake.hand} hand` : '';
  const travelers = sections.map(({ traveler }) => traveler);
  const areaM2 = travelers.reduce((sum, traveler) => sum + traveler.plan.areaM2, 0);
  const begins = Math.min(...travelers.map((traveler) => traveler.plan.sessions.at(0)?.startMin ?? 0));
  const off = steps.find(({ kind }) => kind === 'demold')?.startMin ?? travelers[0].plan.demoldMin;
  const laminate = [...new Set(travelers.map(({ tally }) => displayText('thickness', tally.laminateMm, system)))].join(', ');
  return {
    columns: [
      [
        { text: head.name, style: 'title' },
        {
          text: `${head.part}${hand} · version ${String(head.version)} by ${head.madeBy} · ${displayText('area', areaM2, system)} · laminate ${laminate}`,
        },
        { text: `From ${momentText(plan.startDate, begins)} to demolding ${momentText(plan.startDate, off)} · ${LEVEL_WORDS[head.worst]}` },
        ...(sections.length > 1 ? [{ text: `${String(sections.length)} sections in order: ${sections.map(({ name }) => name).join(', ')}` }] : []),
        ...(intake && intake.mirrorOf !== '' ? [{ text: `Mirror of ${intake.mirrorOf}`, bold: true }] : []),
      ],
      { image: head.qr, width: 70, alignment: 'right' },
    ],
  };
}

/** Everything of one section; in a mold of several on pages of its own. */
function sectionPart({ name, traveler }: MoldTraveler['sections'][number], several: boolean, reader: Reader, paper: Paper): Content[] {
  const { plan, evaluation } = traveler;
  const growth: Content[] = [
    heading('Growth'),
    { svg: growthSvg(plan, evaluation, INNER_WIDTH[paper], CHART_HEIGHT) },
    small('Temperature inside the layers as they grow; bars under the plug are the windows, ticks the planned starts. Predicted from the cards.'),
  ];
  if (!several)
    return [
      ...growth,
      heading('Cautions'),
      { ul: planCautions(plan, reader.cards), style: 'small' },
      ...plugPart(traveler, reader),
      ...splitPart(traveler, reader),
      ...releasePart(traveler),
      ...sessionParts(traveler, reader),
      ...kitPart(traveler, reader),
    ];
  return [
    { text: `Section: ${name}`, style: 'title', pageBreak: 'before' },
    ...growth,
    heading('Cautions'),
    { ul: planCautions(plan, reader.cards), style: 'small' },
    ...releasePart(traveler),
    ...sessionParts(traveler, reader),
    ...kitPart(traveler, reader),
  ];
}

/** A build's sheet for the wall. */
export function travelerDocument(mold: MoldTraveler, head: TravelerHead, reader: Reader, paper: Paper): TDocumentDefinitions {
  const [{ traveler }] = mold.sections;
  const several = mold.sections.length > 1;
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
      headPart(mold, head, reader),
      ...objectionsPart(mold, reader),
      ...(several ? [...plugPart(traveler, reader), ...splitPart(traveler, reader)] : []),
      ...mold.sections.flatMap((section) => sectionPart(section, several, reader, paper)),
      ...stepsPart(mold, reader),
      heading('Demold'),
      {
        text: `${momentText(mold.plan.startDate, traveler.plan.demoldMin)}. Cool, evenly all round: wedges, air, water for soluble film. No lever at one side. Number and hand on the mold before it leaves the plug.`,
      },
      ...demoldNotes(traveler.plan, reader).map((text) => small(text)),
      { columns: ['Let go: 1 2 3 4 5', 'Zones that fought ____________________', 'Name ____________'], style: 'signs' },
    ],
  };
}
