import type { MoldStanding, TreatmentKind } from './mold-service.js';
import { releaseProgram } from './release-programs.js';

/** What a treatment of one mold is planned by. */
export interface DueMold {
  readonly id: string;
  readonly programId: string;
  readonly standing: MoldStanding;
  /** Its pace [pulls a day]; null: too few to say */
  readonly pullsPerDay: number | null;
  /** Until the chance of a fight passes the accepted risk, by its own record; null: nothing is foretold */
  readonly pullsLeft: number | null;
}

/** A treatment that a mold will need. */
export interface DueTreatment {
  readonly id: string;
  readonly kind: TreatmentKind;
  /** Pulls that may still be made before it */
  readonly pullsLeft: number;
  /** Days from now until then, at its pace; null: nobody knows its pace */
  readonly latestDay: number | null;
  /** From when on it is not wasted: half of its coats' life is used */
  readonly earliestDay: number;
  readonly reason: string;
}

/** One evening that does many. */
export interface TreatmentEvening {
  /** Days from now */
  readonly day: number;
  readonly treatments: readonly DueTreatment[];
}

/** So far is looked ahead [days]. */
export const LOOK_AHEAD_DAYS = 60;

/** The next treatment of a mold: by the intervals of its program, or earlier where its own record asks for it; null: it is away, or in repair. */
export function dueTreatment({ id, programId, standing, pullsPerDay, pullsLeft }: DueMold): DueTreatment | null {
  const program = releaseProgram(programId);
  if (!program || standing.hold) return null;
  const { pullsSinceNew, pullsSinceCoat, pullsSinceFull, treated, last } = standing;
  const byStrip = program.stripBy > 0 ? program.stripBy - pullsSinceFull : Infinity;
  const breakIn = pullsSinceNew < program.breakInPulls;
  const byCoat = (breakIn ? 1 : program.touchUpBy) - pullsSinceCoat;
  const stuck = last === 'stuck';
  const ruled = !treated || stuck ? 0 : Math.max(0, Math.min(byStrip, byCoat));
  const own = pullsLeft === null ? Infinity : pullsLeft;
  const left = Math.min(ruled, own);
  const kind: TreatmentKind = !treated || stuck || byStrip <= left ? 'full' : 'touch-up';
  const reason = !treated
    ? 'No treatment on record.'
    : stuck
      ? 'The last part stuck.'
      : own < ruled
        ? 'Its own record: earlier than the program asks.'
        : kind === 'full'
          ? `Strip by ${String(program.stripBy)} pulls.`
          : breakIn
            ? `A coat before each of the first ${String(program.breakInPulls)} pulls.`
            : `Touch up by ${String(program.touchUpBy)} ${program.touchUpBy === 1 ? 'pull' : 'pulls'}.`;
  const dayOf = (pulls: number): number | null => (pulls === 0 ? 0 : pullsPerDay === null || pullsPerDay <= 0 ? null : pulls / pullsPerDay);
  const life = kind === 'full' ? program.stripBy : program.touchUpBy;
  const used = kind === 'full' ? pullsSinceFull : pullsSinceCoat;
  return {
    id,
    kind,
    pullsLeft: left,
    latestDay: dayOf(left),
    earliestDay: left === 0 ? 0 : (dayOf(Math.max(0, Math.ceil(life / 2) - used)) ?? 0),
    reason,
  };
}

/**
 * Treatments of a whole rack as few evenings: each at the last day that its first mold bears, with every other mold that has used half of its coats
 * by then. What has no pace is not planned, but what is due today is.
 */
export function treatmentEvenings(
  molds: readonly DueMold[],
  aheadDays = LOOK_AHEAD_DAYS,
): { evenings: TreatmentEvening[]; withoutPace: DueTreatment[] } {
  const all = molds.flatMap((mold) => dueTreatment(mold) ?? []);
  const withoutPace = all.filter(({ latestDay }) => latestDay === null);
  const open = all
    .flatMap((one) => (one.latestDay === null || one.latestDay > aheadDays ? [] : [{ one, last: Math.floor(one.latestDay) }]))
    .sort((a, b) => a.last - b.last || a.one.id.localeCompare(b.one.id));
  const done = new Set<string>();
  const evenings: TreatmentEvening[] = [];
  for (const { one, last } of open) {
    if (done.has(one.id)) continue;
    const treatments = open.filter((other) => !done.has(other.one.id) && other.one.earliestDay <= last).map((other) => other.one);
    for (const { id } of treatments) done.add(id);
    evenings.push({ day: last, treatments });
  }
  return { evenings, withoutPace };
}
