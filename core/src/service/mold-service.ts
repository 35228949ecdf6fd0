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

export interface MoldServiceState {
  readonly level: ServiceLevel;
  readonly reason: string;
  readonly cycles: readonly ReleaseCycle[];
  readonly pullsSinceNew: number;
  readonly pullsSinceFull: number;
  readonly pullsSinceCoat: number;
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

/**
 * Where a mold stands in its release program: the program's intervals, and its own ease of release.
 * @throws DomainError for an unknown program
 */
export function moldServiceState(programId: string, treatments: readonly TreatmentEntry[], pulls: readonly PullEntry[]): MoldServiceState {
  const program = releaseProgram(programId);
  if (!program) throw new DomainError({ code: 'value-out-of-range', quantity: 'release program', value: programId, expected: 'a known program' });
  const all = counted(pulls);
  const done = counted(treatments);
  const lastFull = latest(done.filter((t) => t.kind === 'full'));
  const lastCoat = latest(done);
  const since = (at: string | null): number => (at === null ? all.length : all.filter((pull) => pull.at >= at).length);
  const graded = all.flatMap((pull) => (pull.ease === null ? [] : [pull.ease])).slice(-5);
  const counts = {
    pullsSinceNew: all.length,
    pullsSinceFull: since(lastFull),
    pullsSinceCoat: since(lastCoat),
    recentEase: graded.length < 3 ? null : graded.reduce((a, b) => a + b, 0) / graded.length,
  };
  return {
    ...judge(program, counts, { treated: lastCoat !== null, last: lastGrade(all, lastFull, lastCoat) }),
    cycles: releaseCycles(treatments, pulls),
    ...counts,
  };
}

function latest(treatments: readonly TreatmentEntry[]): string | null {
  return treatments.reduce<string | null>((last, t) => (last === null || t.at > last ? t.at : last), null);
}

function pullsLeft(count: number): string {
  return `${String(count)} ${count === 1 ? 'pull' : 'pulls'} left on this coat.`;
}

type Counts = Pick<MoldServiceState, 'pullsSinceNew' | 'pullsSinceFull' | 'pullsSinceCoat' | 'recentEase'>;

/** How the last pull let go, where nothing was done about it since: stuck asks for a full treatment, a fight for a coat at least. */
function lastGrade(pulls: readonly PullEntry[], lastFull: string | null, lastCoat: string | null): 'stuck' | 'fought' | null {
  const last = pulls.at(-1);
  if (last?.ease === 5 && !(lastFull !== null && lastFull > last.at)) return 'stuck';
  if (last?.ease === 4 && !(lastCoat !== null && lastCoat > last.at)) return 'fought';
  return null;
}

interface History {
  readonly treated: boolean;
  readonly last: 'stuck' | 'fought' | null;
}

function judge(program: ReleaseProgram, counts: Counts, { treated, last }: History): { level: ServiceLevel; reason: string } {
  const { pullsSinceNew, pullsSinceFull, pullsSinceCoat, recentEase } = counts;
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
