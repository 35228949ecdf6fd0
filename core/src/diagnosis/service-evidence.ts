import { counted, type PullEntry, type TreatmentEntry } from '../service/mold-service.js';
import { releaseProgram } from '../service/release-programs.js';
import { amount, words } from '../units/amounts.js';
import { unknown, type Evidence } from './evidence.js';

/** A pull with what a diagnosis looks at. */
export interface TracedPull extends PullEntry {
  readonly peakC: number | null;
  /** By zone; empty: nobody said */
  readonly zones: Readonly<Record<string, number>>;
}
export interface TracedTreatment extends TreatmentEntry {
  readonly waitKept: boolean | null;
}

/** A mold's record until something was found. */
export interface ServiceContext {
  readonly programId: string;
  readonly pulls: readonly TracedPull[];
  readonly treatments: readonly TracedTreatment[];
  readonly zoneId: string | null;
  /** When it was found, ISO */
  readonly at: string;
}

/** From here on a part softens wax (assumed) [°C]. */
const HOT_C = 60;
/** So many pulls are looked back. */
const LATELY = 5;

/** What a mold's record holds for or against a cause. */
export function serviceEvidence({ programId, pulls, treatments, zoneId, at }: ServiceContext): Evidence[] {
  const until = counted(pulls).filter((pull) => pull.at <= at);
  if (until.length === 0)
    return (['release overdue', 'wait not kept', 'hot part', 'fought before'] as const).map((id) => unknown(id, 'No pull is on record before it.'));
  const covers = ({ zones }: TracedTreatment): boolean => zones === undefined || zoneId === null || zones.includes(zoneId);
  const coats = counted(treatments).filter((one) => one.at <= at && covers(one));
  const last = coats.at(-1);
  const since = until.filter((pull) => last === undefined || pull.at >= last.at);
  const most = releaseProgram(programId)?.touchUpBy ?? Infinity;
  const overdue: Evidence = {
    id: 'release overdue',
    so: since.length > most,
    line: `${String(since.length)} ${since.length === 1 ? 'pull' : 'pulls'} since the last coat there, by ${String(most)} wanted.`,
    at: last?.at ?? null,
    from: 'mold',
  };
  return [overdue, waitOf(last), heatOf(until), foughtOf(until, zoneId)];
}

function waitOf(last: TracedTreatment | undefined): Evidence {
  if (last?.waitKept === undefined || last.waitKept === null) return unknown('wait not kept', 'Nobody said whether the last coat had its wait.');
  return {
    id: 'wait not kept',
    so: !last.waitKept,
    line: last.waitKept ? 'The last coat had its wait.' : 'The last coat did not have its wait.',
    at: last.at,
    from: 'mold',
  };
}

function heatOf(pulls: readonly TracedPull[]): Evidence {
  const hottest = pulls
    .slice(-LATELY)
    .reduce<TracedPull | null>((high, one) => (one.peakC !== null && one.peakC > (high?.peakC ?? -Infinity) ? one : high), null);
  if (!hottest || hottest.peakC === null) return unknown('hot part', 'No temperature of the last parts was logged.');
  return {
    id: 'hot part',
    so: hottest.peakC > HOT_C,
    line: words`Hottest of the last parts ${amount('temperature', hottest.peakC)}.`,
    at: hottest.at,
    from: 'mold',
  };
}

function foughtOf(pulls: readonly TracedPull[], zoneId: string | null): Evidence {
  const before = pulls.slice(0, -1).slice(-LATELY);
  const graded = before.flatMap((pull) => {
    const ease = (zoneId === null ? null : pull.zones[zoneId]) ?? pull.ease;
    return ease === null ? [] : [{ pull, ease }];
  });
  if (graded.length === 0) return unknown('fought before', 'No pull before it was graded.');
  const worst = graded.reduce((high, one) => (one.ease > high.ease ? one : high));
  return {
    id: 'fought before',
    so: worst.ease >= 4,
    line: `Worst ease of the ${String(graded.length)} pulls before: ${String(worst.ease)}.`,
    at: worst.pull.at,
    from: 'mold',
  };
}
