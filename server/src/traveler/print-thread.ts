import { DomainError } from '@pentimento/core/errors';
import type { Sibling } from '@pentimento/core/design';
import { kitPieces, MOST_PIECES } from '@pentimento/core/kit';
import { worstLevel } from '@pentimento/core/judging';
import type { MaterialCard } from '@pentimento/core/materials';
import { libraryOf, sectionOf, type CardLibrary, type PlanDocument } from '@pentimento/core/plan';
import { makeMoldTraveler, type MoldTraveler } from '@pentimento/core/traveler';
import type { UnitSystem } from '@pentimento/core/units';
import { toDataURL } from 'qrcode';
import { calendarOf } from './calendar.js';
import { printPdf } from './print-pdf.js';
import { travelerDocument, type Paper } from './traveler-document.js';

/** What a thread makes a sheet or a calendar of: plain data that can be sent across. */
export interface TravelerTask {
  readonly build: { readonly id: string; readonly name: string; readonly part: string };
  readonly version: { readonly number: number; readonly madeBy: string };
  readonly plan: PlanDocument;
  readonly cards: readonly MaterialCard[];
  readonly siblings: readonly Sibling[];
  /** Address of the build, for the phone */
  readonly url: string;
}

/** Made, or why not: a plan may be too large for paper, or make no sense with today's cards. */
export type Made<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly code: string; readonly why: string };

export type PrintTask = TravelerTask & { readonly paper: Paper; readonly system: UnitSystem };

async function make<T>(
  { plan, cards, siblings }: TravelerTask,
  of: (traveler: MoldTraveler, library: CardLibrary) => Promise<T> | T,
): Promise<Made<T>> {
  try {
    const library = libraryOf(cards);
    const pieces = plan.sections.reduce((sum, { id }) => sum + kitPieces(sectionOf(plan, id), library), 0);
    if (pieces > MOST_PIECES)
      return {
        ok: false,
        code: 'too-large-to-print',
        why: `About ${String(pieces)} pieces are too many for a sheet (at most ${String(MOST_PIECES)}). Larger pieces under Kit, or fewer plies.`,
      };
    return { ok: true, value: await of(makeMoldTraveler(plan, library, siblings), library) };
  } catch (error) {
    if (error instanceof DomainError) return { ok: false, code: error.code, why: error.message };
    throw error;
  }
}

/** A build's sheet as PDF. */
export function print(task: PrintTask): Promise<Made<Uint8Array>> {
  return make(task, async (traveler, library) => {
    const { build, version, url, system, paper } = task;
    const head = {
      name: build.name,
      part: build.part,
      version: version.number,
      madeBy: version.madeBy,
      worst: traveler.objections.some(({ level }) => level === 'stop') ? ('stop' as const) : worstLevel(traveler.verdicts),
      url,
      qr: await toDataURL(url, { margin: 0, width: 280 }),
    };
    return new Uint8Array(await printPdf(travelerDocument(traveler, head, { system, cards: library }, paper)));
  });
}

/** A build's sessions for a calendar. */
export function calendar(task: TravelerTask): Promise<Made<string>> {
  return make(task, (traveler) => calendarOf(task.build.name, task.build.id, traveler, task.url));
}
