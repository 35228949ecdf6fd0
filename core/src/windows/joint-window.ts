import { followCure } from '../cure/follow-cure.js';
import { prepareKinetics } from '../cure/kinetics.js';
import type { AirCourse } from '../heat/air.js';
import { KELVIN } from '../units/kelvin.js';
import { frameAt } from '../growth/field-history.js';
import type { GrowthCase } from '../growth/growth-case.js';
import type { GrowthResult, GrowthSegment, LayerOutcome } from '../growth/growth-result.js';
import { simulateGrowth } from '../growth/simulate-growth.js';
import type { ResinCard } from '../materials/resin-card.js';
import { cardThresholds, type CardThresholds } from './card-thresholds.js';
import { cooledMoment, momentOf, passedMoment, type Course } from './course.js';
import { surfaceState, type SurfaceState } from './surface-state.js';

/** How a planned start lies to the window of the joint beneath it. */
export type WindowState = 'inside' | 'wet-on-wet' | 'early' | 'late';

/** One kind of place: when the window opens there and how the surface is at the planned start. */
export interface ZoneWindow {
  /** [s]; null: does not open within three days */
  readonly opensS: number | null;
  /** Dry to touch [s]; null: not within three days */
  readonly dryS: number | null;
  readonly cureAtStart: number;
  readonly surface: SurfaceState;
}

/** From when until when a joint may be laid on [s]; null: it never opens. */
export interface WindowSpan {
  readonly opensS: number | null;
  readonly closesS: number;
}

/** When the next session may go onto the top layer of the one before. Times in seconds of the plan's clock. */
export interface JointWindow {
  /** The session beneath; the joint is its top face */
  readonly belowSession: number;
  readonly laidS: number;
  /** End of the wet-on-wet spell (first gel); null where the card allows none or nothing gels */
  readonly wetUntilS: number | null;
  readonly flat: ZoneWindow;
  /** A deep pocket, where styrene lies and cure lags */
  readonly pocket: ZoneWindow;
  /** Of the zone that decides: the pocket where the mold has some, else the flat */
  readonly opensS: number | null;
  readonly closesS: number;
  /** Where the places laid first and last go through different things: of each */
  readonly places?: { readonly first: WindowSpan; readonly last: WindowSpan };
  /** How sure the card's times are, as a share of them [-] */
  readonly spread: number;
  readonly plannedS: number;
  readonly state: WindowState;
  readonly tempAtStartC: number;
  /** When the edge cuts with a knife; null where the card says nothing or it never comes */
  readonly trim: { readonly fromS: number; readonly untilS: number } | null;
}

const LOOK_AHEAD_S = 72 * 3600;

function courseAt({ field }: GrowthSegment, cell: number): Course {
  const pick = (values: Float32Array): Float64Array => Float64Array.from({ length: field.frames }, (_, f) => values[f * field.cells + cell]);
  return { timeS: field.timeS, tempK: pick(field.tempK), cure: pick(field.cure) };
}

/** A sheet that says when the next coat goes on is followed; without one, from gel on, but not into the exotherm. */
function opening(course: Course, card: ResinCard, { opens }: CardThresholds, air: AirCourse): number | null {
  const { restartBelowC, overlay } = card.limits;
  const moments = [
    momentOf(course, opens),
    overlay === null ? passedMoment(course, air) : course.timeS[0],
    restartBelowC === null ? course.timeS[0] : cooledMoment(course, restartBelowC + KELVIN, air),
  ];
  return moments.reduce<number | null>((latest, one) => (latest === null || one === null ? null : Math.max(latest, one)), course.timeS[0]);
}

/** What a joint's window is asked for. */
export interface JointQuestion {
  /** Index of the lower session */
  readonly below: number;
  /** Card and catalyst of the lower session's top layer */
  readonly card: ResinCard;
  readonly catalystPct: number | null;
  /** Planned start of the next session [s] */
  readonly plannedS: number;
  /** The mold has deep pockets: they decide */
  readonly pockets: boolean;
}

/**
 * The window onto a session, for the session planned after it, on the flat and in a slow pocket.
 * If it has not opened by the planned start, the undisturbed stack is run on to find when it would.
 * @param result a converged run of the whole plan
 * @returns null where nothing was laid or recorded
 */
export function jointWindow(result: GrowthResult, question: JointQuestion): JointWindow | null {
  const { below, card, plannedS, pockets } = question;
  const top = result.layers.findLast((layer) => layer.sessionIndex === below);
  const segment = result.segments.findLast((s) => s.sessionIndex === below);
  if (!top || !segment || segment.field.frames === 0) return null;
  const thresholds = cardThresholds(card);
  const laidS = top.pieces.at(-1)?.laidS ?? result.input.sessions[below].startS;
  const closesS = laidS + card.limits.bondClosesH * 3600;
  const cell = top.end - 1;
  const seen = coursesOf(segment, cell, question, result.input);
  const done = opening(pockets ? seen.pocket : seen.flat, card, thresholds, result.input.air) !== null;
  const alone = done ? { segment, gelS: result.gelS } : undisturbed(result, below, segment);
  const full = done ? seen : coursesOf(alone.segment, cell, question, result.input);
  const zone = (course: Course, atStart: Course): ZoneWindow => {
    const cureAtStart = atStart.cure[atStart.cure.length - 1];
    return {
      opensS: opening(course, card, thresholds, result.input.air),
      dryS: momentOf(course, thresholds.dry),
      cureAtStart,
      surface: surfaceState(cureAtStart, card.kinetics.a_gel, thresholds, plannedS > closesS),
    };
  };
  const flat = zone(full.flat, seen.flat);
  let pocket: ZoneWindow | undefined;
  const inPocket = (): ZoneWindow => (pocket ??= zone(full.pocket, seen.pocket));
  const opensS = pockets ? inPocket().opensS : flat.opensS;
  const wetUntilS = card.limits.wetOnWet ? firstGel(alone.gelS, top) : null;
  return {
    belowSession: below,
    laidS,
    spread: card.limits.windowSpreadPct / 100,
    wetUntilS,
    flat,
    get pocket() {
      return inPocket();
    },
    opensS,
    closesS,
    plannedS,
    state: windowState(plannedS, wetUntilS, opensS, closesS),
    tempAtStartC: seen.flat.tempK[frameAt(segment.field, plannedS)] - KELVIN,
    trim: trimWindow(full.flat, thresholds),
  };
}

/** A window that says what it is at either place; its pocket is followed only where somebody asks. */
export function withPlaces(window: JointWindow, places: NonNullable<JointWindow['places']>): JointWindow {
  const { belowSession, laidS, wetUntilS, flat, opensS, closesS, spread, plannedS, state, tempAtStartC, trim } = window;
  return {
    ...{ belowSession, laidS, wetUntilS, flat, opensS, closesS, spread, plannedS, state, tempAtStartC, trim, places },
    get pocket() {
      return window.pocket;
    },
  };
}

/** Of the top layer of a session after which nothing follows: when its edge cuts with a knife. */
export function lastTrimWindow(result: GrowthResult, session: number, card: ResinCard): JointWindow['trim'] {
  const top = result.layers.findLast((layer) => layer.sessionIndex === session);
  const segment = result.segments.findLast((s) => s.sessionIndex === session);
  if (!top || !segment || segment.field.frames === 0) return null;
  return trimWindow(courseAt(segment, top.end - 1), cardThresholds(card));
}

function trimWindow(course: Course, { trim }: CardThresholds): JointWindow['trim'] {
  if (!trim) return null;
  const fromS = momentOf(course, trim.from);
  const untilS = momentOf(course, trim.until);
  return fromS === null || untilS === null || untilS <= fromS ? null : { fromS, untilS };
}

interface Courses {
  readonly flat: Course;
  readonly pocket: Course;
}

/** Courses by what was recorded of a session: a run that is gone on with takes its segments over, and zones share them with the field. */
const seenCourses = new WeakMap<GrowthSegment, Map<string, Courses & { readonly card: ResinCard }>>();

function coursesOf(segment: GrowthSegment, cell: number, { card, catalystPct, below }: JointQuestion, { sessions }: GrowthCase): Courses {
  const inductionUsed = sessions[below].layers.at(-1)?.plies?.at(-1)?.inductionUsed;
  const bySegment = seenCourses.get(segment) ?? new Map<string, Courses & { readonly card: ResinCard }>();
  const key = [cell, catalystPct, inductionUsed].join(' ');
  const known = bySegment.get(key);
  if (known?.card === card) return known;
  const flat = courseAt(segment, cell);
  const slowdown = card.spread.pocketSlowdown;
  let pocket: Course | undefined;
  const courses = {
    flat,
    // Where it neither decides nor is drawn, nobody asks for it.
    get pocket() {
      pocket ??= { ...flat, cure: followCure(prepareKinetics(card.kinetics, catalystPct), flat.timeS, flat.tempK, { slowdown, inductionUsed }) };
      return pocket;
    },
    card,
  };
  seenCourses.set(segment, bySegment.set(key, courses));
  return courses;
}

function firstGel(gelS: Float64Array, layer: LayerOutcome): number | null {
  let first = Infinity;
  for (let i = layer.start; i < layer.end; i++) if (gelS[i] < first) first = gelS[i];
  return first === Infinity ? null : first;
}

interface Undisturbed {
  readonly segment: GrowthSegment;
  readonly gelS: Float64Array;
}

/** By the last that was recorded before the session above: everything beneath is the same where that is. */
const goneOn = new WeakMap<GrowthSegment, Undisturbed>();

/** The stack as it would go on without the sessions above; the shared part is taken over, not computed again. */
function undisturbed(result: GrowthResult, below: number, from: GrowthSegment): Undisturbed {
  const known = goneOn.get(from);
  if (known) return known;
  const { input, options } = result;
  const startS = input.sessions[below].startS;
  const alone = simulateGrowth({ ...input, sessions: input.sessions.slice(0, below + 1), endS: startS + LOOK_AHEAD_S }, options, result);
  const further = { segment: alone.segments[alone.segments.length - 1], gelS: alone.gelS };
  goneOn.set(from, further);
  return further;
}

/** The same window for another planned start; how the surface is then is not asked anew. */
export function plannedAt(
  window: JointWindow,
  plannedS: number,
): Pick<JointWindow, 'state' | 'plannedS' | 'opensS' | 'closesS' | 'wetUntilS' | 'laidS' | 'spread'> {
  const { opensS, closesS, wetUntilS, laidS, spread } = window;
  return { opensS, closesS, wetUntilS, laidS, spread, plannedS, state: windowState(plannedS, wetUntilS, opensS, closesS) };
}

function windowState(plannedS: number, wetUntilS: number | null, opensS: number | null, closesS: number): WindowState {
  if (wetUntilS !== null && plannedS < wetUntilS) return 'wet-on-wet';
  if (opensS === null || plannedS < opensS) return 'early';
  return plannedS > closesS ? 'late' : 'inside';
}
