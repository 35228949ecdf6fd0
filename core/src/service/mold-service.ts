import { DomainError } from '../errors/domain-error.js';
import { releaseProgram, type ReleaseProgram } from './release-programs.js';

export type TreatmentKind = 'full' | 'touch-up';

export interface TreatmentEntry {
  readonly id: string;
  readonly kind: TreatmentKind;
  /** ISO date-time */
  readonly at: string;
  /** Id of the mistaken treatment that this counter-entry takes back; null for a treatment */
  readonly reverses: string | null;
  /** Zones that were treated; left out: the whole mold */
  readonly zones?: readonly string[];
}

/** What a mold's record does not hold itself, and what of it is besides pulls and treatments. */
export interface StandingAround {
  /** How it stood when its record began */
  readonly before?: { readonly pulls: number; readonly sinceFull: number; readonly sinceCoat: number; readonly treated: boolean };
  /** Ids of its zones: a coat counts for the mold once all of them have it */
  readonly zones?: readonly string[];
  readonly hold?: StandingHold | null;
  /** When it was stripped bare for another program: what was put on before does not count, ISO */
  readonly bareSince?: string | null;
}

/** Why it is not pulled from whatever its release says. */
export interface StandingHold {
  readonly kind: 'repair' | 'away';
  readonly reason: string;
}

export interface PullEntry {
  readonly id: string;
  readonly at: string;
  /** 1 fell out – 5 stuck, damage; null: not said */
  readonly ease: number | null;
  /** Id of the mistaken pull that this counter-entry takes back; null for a pull */
  readonly reverses: string | null;
}

/** Pulls since one full treatment, in which coats were renewed now and then. */
export interface ReleaseCycle {
  /** When the cycle's full treatment was done; null before the first one on record */
  readonly treatedAt: string | null;
  readonly pulls: readonly PullEntry[];
  /** Indexes of pulls that came directly after a touch-up */
  readonly touchUpsBefore: readonly number[];
}

export type ServiceLevel = 'ok' | 'care' | 'stop';

const NOTHING_BEFORE = { pulls: 0, sinceFull: 0, sinceCoat: 0, treated: false };

/** A cycle as strokes: how many pulls, and before which of them a coat was renewed. */
export interface StrokeCycle {
  readonly treatedAt: string | null;
  readonly count: number;
  readonly touchUpsBefore: readonly number[];
}

/** What a mold's records come to: everything that its state is judged by, and what stands on its spine. */
export interface MoldStanding {
  readonly pullsSinceNew: number;
  readonly pullsSinceFull: number;
  readonly pullsSinceCoat: number;
  /** Grades of the last pulls that have one, at most five, oldest first */
  readonly recent: readonly number[];
  /** Whether any treatment is on record */
  readonly treated: boolean;
  /** How the last pull let go, where nothing was done about it since */
  readonly last: 'stuck' | 'fought' | null;
  /** The last cycles, oldest first, and how many came before them */
  readonly cycles: readonly StrokeCycle[];
  readonly earlierCycles: number;
  /** null or left out: nothing holds it */
  readonly hold?: StandingHold | null;
}

export interface MoldServiceState extends MoldStanding {
  readonly level: ServiceLevel;
  readonly reason: string;
  /** Mean ease of the last five pulls with a grade; null below three */
  readonly recentEase: number | null;
}

/** Records that count: those not taken back by a counter-entry, oldest first. */
export function counted<T extends { readonly id: string; readonly at: string; readonly reverses: string | null }>(records: readonly T[]): T[] {
  const reversed = new Set(records.flatMap(({ reverses }) => (reverses === null ? [] : [reverses])));
  return records.filter(({ id, reverses }) => reverses === null && !reversed.has(id)).sort((a, b) => a.at.localeCompare(b.at));
}

/** Splits a mold's life at its full treatments. */
export function releaseCycles(treatments: readonly TreatmentEntry[], pulls: readonly PullEntry[]): ReleaseCycle[] {
  const done = counted(treatments);
  const full = done
    .filter((t) => t.kind === 'full')
    .map((t) => t.at)
    .sort((a, b) => a.localeCompare(b));
  const touchUps = done
    .filter((t) => t.kind === 'touch-up')
    .map((t) => t.at)
    .sort((a, b) => a.localeCompare(b));
  const all = counted(pulls);
  const starts: (string | null)[] = [null, ...full];
  const cycles = starts.map((treatedAt, i): ReleaseCycle => {
    const until = full.at(i);
    const inside = all.filter((p) => (treatedAt === null || p.at >= treatedAt) && (i >= full.length || until === undefined || p.at < until));
    const touchUpsBefore = inside.flatMap((pull, k) => {
      const since = k > 0 ? inside[k - 1].at : (treatedAt ?? '');
      return touchUps.some((at) => at > since && at <= pull.at) ? [k] : [];
    });
    return { treatedAt, pulls: inside, touchUpsBefore };
  });
  return cycles.filter((cycle) => cycle.treatedAt !== null || cycle.pulls.length > 0);
}

/** Pulls whose grades are averaged, and the fewest that say anything. */
const GRADES = 5;
const LEAST_GRADES = 3;
/** Cycles that a standing keeps. */
const CYCLES = 5;

/** Sums up a mold's records, and what is known from before them. */
export function standingOf(
  treatments: readonly TreatmentEntry[],
  pulls: readonly PullEntry[],
  { before = NOTHING_BEFORE, zones = [], hold = null, bareSince = null }: StandingAround = {},
): MoldStanding {
  const all = counted(pulls);
  const done = counted(treatments);
  const lastFull = wholeSince(
    done.filter((t) => t.kind === 'full'),
    zones,
  );
  const lastCoat = wholeSince(done, zones);
  const since = (at: string | null, earlier: number): number => (at === null ? all.length + earlier : all.filter((pull) => pull.at >= at).length);
  const whole = treatments.filter((t) => t.kind === 'touch-up' || coversAll(t, zones));
  const cycles = releaseCycles(whole, pulls).map(({ treatedAt, pulls: own, touchUpsBefore }) => ({
    treatedAt,
    count: own.length,
    touchUpsBefore,
  }));
  return {
    pullsSinceNew: all.length + before.pulls,
    pullsSinceFull: since(lastFull, before.sinceFull),
    pullsSinceCoat: since(lastCoat, before.sinceCoat),
    recent: all.flatMap((pull) => (pull.ease === null ? [] : [pull.ease])).slice(-GRADES),
    treated: bareSince === null ? before.treated || lastCoat !== null : lastCoat !== null && lastCoat >= bareSince,
    last: lastGrade(all, latest(done.filter((t) => t.kind === 'full')), latest(done)),
    ...withEarlier(cycles, before.sinceFull),
    hold,
  };
}

const coversAll = ({ zones }: TreatmentEntry, all: readonly string[]): boolean => zones === undefined || all.every((zone) => zones.includes(zone));

/** The moment since which every zone has one of these treatments; null: one of them never had any. */
function wholeSince(treatments: readonly TreatmentEntry[], zones: readonly string[]): string | null {
  if (zones.length === 0) return latest(treatments);
  const moments = zones.map((zone) => latest(treatments.filter((t) => t.zones?.includes(zone) ?? true)));
  return moments.reduce((oldest, at) => (oldest === null || at === null ? null : at < oldest ? at : oldest));
}

/** The last cycles; strokes from before the record stand before its first ones. */
function withEarlier(cycles: readonly StrokeCycle[], strokes: number): Pick<MoldStanding, 'cycles' | 'earlierCycles'> {
  const first = cycles.at(0);
  const all =
    strokes === 0
      ? cycles
      : first?.treatedAt === null
        ? [{ ...first, count: first.count + strokes, touchUpsBefore: first.touchUpsBefore.map((i) => i + strokes) }, ...cycles.slice(1)]
        : [{ treatedAt: null, count: strokes, touchUpsBefore: [] }, ...cycles];
  return { cycles: all.slice(-CYCLES), earlierCycles: Math.max(0, all.length - CYCLES) };
}

/** A standing with one record more, the newest of all: what waits to be sent is shown already. */
export function standingAfter(
  before: MoldStanding,
  record: { readonly ease: number | null } | { readonly kind: TreatmentKind; readonly at: string; readonly zones?: readonly string[] },
): MoldStanding {
  const current = before.cycles.at(-1) ?? { treatedAt: null, count: 0, touchUpsBefore: [] };
  const earlier = before.cycles.slice(0, -1);
  if ('kind' in record) {
    // Of some zones only: what it comes to for the mold, its whole record says.
    if (record.zones !== undefined) return before;
    if (record.kind === 'touch-up') return { ...before, pullsSinceCoat: 0, treated: true, last: before.last === 'stuck' ? 'stuck' : null };
    const cycles = [...before.cycles, { treatedAt: record.at, count: 0, touchUpsBefore: [] }];
    return {
      ...before,
      pullsSinceFull: 0,
      pullsSinceCoat: 0,
      treated: true,
      last: null,
      cycles: cycles.slice(-CYCLES),
      earlierCycles: before.earlierCycles + Math.max(0, cycles.length - CYCLES),
    };
  }
  const { ease } = record;
  const coated = before.treated && before.pullsSinceCoat === 0 && before.pullsSinceFull > 0;
  return {
    ...before,
    pullsSinceNew: before.pullsSinceNew + 1,
    pullsSinceFull: before.pullsSinceFull + 1,
    pullsSinceCoat: before.pullsSinceCoat + 1,
    recent: (ease === null ? before.recent : [...before.recent, ease]).slice(-GRADES),
    last: ease === 5 ? 'stuck' : ease === 4 ? 'fought' : null,
    cycles: [
      ...earlier,
      { ...current, count: current.count + 1, touchUpsBefore: coated ? [...current.touchUpsBefore, current.count] : current.touchUpsBefore },
    ],
  };
}

/**
 * Where a mold stands in its release program: the program's intervals, and its own ease of release.
 * @throws DomainError for an unknown program
 */
export function judgeStanding(programId: string, standing: MoldStanding): MoldServiceState {
  const program = releaseProgram(programId);
  if (!program) throw new DomainError({ code: 'value-out-of-range', quantity: 'release program', value: programId, expected: 'a known program' });
  const { recent } = standing;
  const recentEase = recent.length < LEAST_GRADES ? null : recent.reduce((a, b) => a + b, 0) / recent.length;
  return { ...standing, recentEase, ...judge(program, { ...standing, recentEase }) };
}

/** The same from all records. */
export function moldServiceState(programId: string, treatments: readonly TreatmentEntry[], pulls: readonly PullEntry[]): MoldServiceState {
  return judgeStanding(programId, standingOf(treatments, pulls));
}

function latest(treatments: readonly TreatmentEntry[]): string | null {
  return treatments.reduce<string | null>((last, t) => (last === null || t.at > last ? t.at : last), null);
}

function pullsLeft(count: number): string {
  return `${String(count)} ${count === 1 ? 'pull' : 'pulls'} left on this coat.`;
}

/** How the last pull let go, where nothing was done about it since: stuck asks for a full treatment, a fight for a coat at least. */
function lastGrade(pulls: readonly PullEntry[], lastFull: string | null, lastCoat: string | null): 'stuck' | 'fought' | null {
  const last = pulls.at(-1);
  if (last?.ease === 5 && !(lastFull !== null && lastFull > last.at)) return 'stuck';
  if (last?.ease === 4 && !(lastCoat !== null && lastCoat > last.at)) return 'fought';
  return null;
}

type Judged = Omit<MoldServiceState, 'level' | 'reason'>;

function judge(
  program: ReleaseProgram,
  { pullsSinceNew, pullsSinceFull, pullsSinceCoat, recentEase, treated, last, hold }: Judged,
): { level: ServiceLevel; reason: string } {
  if (hold) return { level: hold.kind === 'away' ? 'ok' : 'stop', reason: hold.reason };
  if (last === 'stuck')
    return { level: 'stop', reason: 'The last part stuck. Look for the place and why, repair it, then strip and treat before the next pull.' };
  if (!treated) return { level: 'stop', reason: 'No release treatment on record. Treat it before the next pull.' };
  if (recentEase !== null && recentEase >= 3.6)
    return { level: 'stop', reason: `It fights: ease ${recentEase.toFixed(1)} over the last pulls. Strip and treat before it sticks.` };
  if (program.stripBy > 0 && pullsSinceFull >= program.stripBy) {
    return { level: 'stop', reason: `${String(pullsSinceFull)} pulls since the full treatment, strip by ${String(program.stripBy)}.` };
  }
  if (pullsSinceNew < program.breakInPulls && pullsSinceCoat >= 1)
    return { level: 'stop', reason: `New mold: a coat before each of the first ${String(program.breakInPulls)} pulls.` };
  if (pullsSinceCoat >= program.touchUpBy)
    return { level: 'stop', reason: `${String(pullsSinceCoat)} pulls on this coat, touch up by ${String(program.touchUpBy)}.` };
  if (pullsSinceCoat >= program.touchUpFrom)
    return { level: 'care', reason: `${String(pullsSinceCoat)} pulls on this coat, touch up from ${String(program.touchUpFrom)}.` };
  if (last === 'fought')
    return { level: 'care', reason: 'The last pull was a fight. Look where it held, and renew the coat there before the next one.' };
  if (recentEase !== null && recentEase >= 2.8) return { level: 'care', reason: `Release is getting harder: ease ${recentEase.toFixed(1)}.` };
  return { level: 'ok', reason: pullsLeft(program.touchUpBy - pullsSinceCoat) };
}
