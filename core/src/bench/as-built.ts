import { DomainError } from '../errors/domain-error.js';
import { airTempK } from '../heat/air.js';
import { counted, readingsOf, type StepEntry } from '../log/entry.js';
import { checkDocument } from '../plan/check-document.js';
import type { PlanDocument, PlanSection } from '../plan/plan-document.js';
import { airPointFields, type AirPoint, filmRange, layerFields, sessionFields, type PlanLayer, type PlanSession } from '../plan/section-plan.js';
import { rangeOf, within } from '../plan/fields/field.js';
import { nextOpenMin } from '../shop-time/shop-clock.js';
import { meanAirC, planAir, warmerShop } from '../plan/shop-air.js';
import { stepParts } from '../steps/step-log.js';
import type { Step } from '../steps/step.js';
import { KELVIN } from '../units/kelvin.js';
import { amount, words, type Words } from '../units/amounts.js';
import { layerOfLine } from './judge-reading.js';

/** One thing that went otherwise than planned. */
export interface BuiltChange {
  readonly sessionId: string | null;
  readonly layerId: string | null;
  readonly what: 'air' | 'start' | 'laying' | 'film' | 'catalyst' | 'plies' | 'resin';
  readonly planned: Words;
  readonly built: Words;
}

/** A plan as far as it is laid, with what is not laid yet moved out of the past. */
export interface AsBuilt {
  readonly plan: PlanDocument;
  readonly changes: readonly BuiltChange[];
  /** Sessions of which something is laid or mixed */
  readonly begun: ReadonlySet<string>;
  /** Layers with all of their plies laid */
  readonly laid: ReadonlySet<string>;
  /** Who wrote something down at a session */
  readonly people: ReadonlyMap<string, readonly string[]>;
}

export interface BuildLog {
  readonly plan: PlanDocument;
  /** Of this plan */
  readonly steps: readonly Step[];
  readonly entries: readonly StepEntry[];
  /** Minutes of the plan's clock at a moment */
  readonly minuteOf: (iso: string) => number;
  /** By the plan's clock */
  readonly nowMin: number;
}

/** From the mixed pot to its first ply, where only the pot was written down (assumed) [min]. */
const POT_TO_PLY_MIN = 5;
/** What is less does not count as a change [min; share; K]. */
const MINUTES = 5;
const SHARE = 0.02;
const KELVINS = 0.3;

interface Ply {
  readonly step: Step;
  readonly startMin: number | null;
  readonly doneMin: number | null;
  readonly skipped: boolean;
}

/**
 * The plan with what really happened put in its place: starts, laying times, films, catalyst as weighed, plies left out, the shop's air.
 * Computed from the log, never typed. Sessions that have not begun are moved out of the past.
 */
export function asBuilt(log: BuildLog): AsBuilt {
  const moved = builtUntil(log);
  if (isPlan(moved.plan)) return moved;
  // What lies too far back to be moved to now stays where it was planned.
  const asPlanned = builtUntil({ ...log, nowMin: -Infinity });
  return isPlan(asPlanned.plan) ? asPlanned : { ...asPlanned, plan: log.plan };
}

/** Whether every moment lies within what a plan may be long, and treatments where they make sense. */
function isPlan(plan: PlanDocument): boolean {
  try {
    checkDocument(plan);
    return true;
  } catch (error) {
    if (error instanceof DomainError) return false;
    throw error;
  }
}

function builtUntil(log: BuildLog): AsBuilt {
  const changes: BuiltChange[] = [];
  const laid = new Set<string>();
  const begun = new Set<string>();
  const air = builtAir(log, changes);
  // Sections are laid one after the other: what is late in one is late for the next.
  let before: Before | null = null;
  const sections = log.plan.sections.map((section) => {
    const own = new Set(section.sessions.map(({ id }) => id));
    const sessions = section.sessions.map((session) => {
      const built = builtSession(log, session, { changes, laid, begun }, before);
      before = { plannedMin: session.startMin, builtMin: built.startMin, own };
      return built;
    });
    return { ...section, sessions };
  });
  return {
    plan: { ...log.plan, assumed: { ...log.plan.assumed, climate: air }, sections, ...afterLaying(log, sections) },
    changes,
    begun,
    laid,
    people: peopleOf(log),
  };
}

/** Ovens and demolding go along with the last session before them, and neither is left in the past: nothing comes off before it would have. */
function afterLaying({ plan, entries, nowMin }: BuildLog, sections: readonly PlanSection[]): Pick<PlanDocument, 'postCures' | 'demolds'> {
  const written = new Set(
    counted(entries)
      .filter(({ kind }) => kind === 'started' || kind === 'done')
      .map(({ stepId }) => stepId.split(/[:@]/)[0]),
  );
  const soonest = (what: string): number => (written.has(what) ? -Infinity : nowMin);
  /** How much later than planned the last session of some sections begins. */
  const late = (ids: readonly string[]): number => {
    const last = (all: readonly PlanSection[]): number =>
      Math.max(0, ...all.filter(({ id }) => ids.includes(id)).flatMap(({ sessions }) => sessions.map(({ startMin }) => startMin)));
    return Math.max(0, last(sections) - last(plan.sections));
  };
  const postCures = plan.postCures.map((oven) => ({
    ...oven,
    startMin: Math.ceil(Math.max(oven.startMin + late(oven.sectionIds), soonest('oven'))),
  }));
  const demolds = plan.demolds.map((demold) => {
    const ovenLate = plan.postCures.map((oven, i) =>
      oven.sectionIds.some((id) => demold.sectionIds.includes(id)) ? postCures[i].startMin - oven.startMin : 0,
    );
    return { ...demold, atMin: Math.ceil(Math.max(demold.atMin + Math.max(late(demold.sectionIds), ...ovenLate), soonest('demold'))) };
  });
  return { postCures, demolds };
}

/** Points of what was read, at most. */
const MOST_READ = 240;

/**
 * Air as it was read: between the first and the last reading as read, in between as planned but for what the readings next to it were off; before
 * and after warmer or colder by what they were off in the mean.
 */
function builtAir({ plan, entries, minuteOf }: BuildLog, changes: BuiltChange[]): PlanDocument['assumed']['climate'] {
  const { climate } = plan.assumed;
  const planned = planAir(climate);
  const plannedC = (atMin: number): number => airTempK(planned, atMin * 60) - KELVIN;
  const read = readingsOf(entries, 'temperature')
    .filter(({ data }) => data.at === 'air')
    .map(({ at, data }) => ({ atMin: minuteOf(at), offK: data.tempC - plannedC(minuteOf(at)) }))
    .sort((a, b) => a.atMin - b.atMin);
  if (read.every(({ offK }) => Math.abs(offK) < KELVINS)) return climate;
  const offK = read.reduce((sum, one) => sum + one.offK, 0) / read.length;
  changes.push({
    sessionId: null,
    layerId: null,
    what: 'air',
    planned: words`${amount('temperature', meanAirC(climate), 1)} over the day`,
    built: words`${amount('temperatureDifference', Math.abs(offK), 1)} ${offK < 0 ? 'colder' : 'warmer'}, by ${String(read.length)} ${read.length === 1 ? 'reading' : 'readings'}`,
  });
  const [first, last] = [read[0].atMin, read[read.length - 1].atMin];
  const later = warmerShop(climate, offK);
  if (last - first < 1) return later;
  const everyMin = Math.max(60, (last - first) / MOST_READ);
  const moments = [...Array.from({ length: Math.floor((last - first) / everyMin) + 1 }, (_, i) => first + i * everyMin), last];
  const measured = moments.map((atMin): AirPoint => ({
    atMin: Math.round(atMin),
    tempC: within(plannedC(atMin) + offAt(read, atMin), rangeOf(airPointFields.tempC)),
    from: 'measured',
  }));
  const foretold = (later.series ?? []).filter(({ atMin }) => atMin < first || atMin > last);
  return { ...later, series: [...foretold, ...measured].sort((a, b) => a.atMin - b.atMin) };
}

/** What readings were off, on a straight line between the two around a moment [K]. */
function offAt(read: readonly { readonly atMin: number; readonly offK: number }[], atMin: number): number {
  const i = read.findLastIndex((one) => one.atMin <= atMin);
  const [a, b] = [read[Math.max(0, i)], read[Math.min(read.length - 1, i + 1)]];
  const share = b.atMin > a.atMin ? (atMin - a.atMin) / (b.atMin - a.atMin) : 0;
  return a.offK + share * (b.offK - a.offK);
}

/** The session before: when it was planned to begin, and when it does. */
interface Before {
  readonly plannedMin: number;
  readonly builtMin: number;
  /** Sessions of its section: only among these does one never begin before another */
  readonly own: ReadonlySet<string>;
}

/** A night and more: what is so far from the session before does not move with it [min]. */
const APART_MIN = 12 * 60;

/** When a session that has not begun can begin: as planned, but not in the past, not in the night, and not nearer to the one before than was planned. */
function stillToCome({ plan: { startDate, assumed }, nowMin }: BuildLog, { startMin }: PlanSession, before: Before | null): number {
  const gap = before === null ? 0 : startMin - before.plannedMin;
  const near = before === null || startMin - before.builtMin >= Math.min(gap, APART_MIN) ? startMin : before.builtMin + gap;
  if (near <= startMin && startMin >= nowMin) return startMin;
  return Math.ceil(nextOpenMin({ startDate, hours: assumed.hours }, Math.max(near, nowMin), 0));
}

interface Found {
  readonly changes: BuiltChange[];
  readonly laid: Set<string>;
  readonly begun: Set<string>;
}

function pliesOf({ steps, entries, minuteOf }: BuildLog, { id }: PlanSession): Ply[] {
  const lines = counted(entries);
  return steps
    .filter((step) => step.sessionId === id && step.kind === 'lay')
    .map((step) => {
      const own = lines.filter(({ stepId }) => stepId === step.id);
      const at = (kind: StepEntry['kind']): number | null => {
        const line = own.find((one) => one.kind === kind);
        return line ? minuteOf(line.at) : null;
      };
      const doneMin = at('done');
      const begun = at('started') ?? at('film');
      return {
        step,
        startMin: begun ?? (doneMin === null ? null : doneMin - (step.endMin - step.startMin)),
        doneMin,
        skipped: at('skipped') !== null,
      };
    });
}

function builtSession(log: BuildLog, session: PlanSession, { changes, laid, begun: began }: Found, before: Before | null): PlanSession {
  const plies = pliesOf(log, session);
  const pots = readingsOf(log.entries, 'pot').filter(({ stepId, data }) => !data.thrownAway && stepParts(stepId)?.sessionId === session.id);
  const begun = plies.flatMap(({ startMin }) => startMin ?? []);
  const startMin =
    begun.length > 0 ? Math.min(...begun) : pots.length > 0 ? Math.min(...pots.map(({ at }) => log.minuteOf(at))) + POT_TO_PLY_MIN : null;
  const say = (layerId: string | null, what: BuiltChange['what'], planned: Words, built: Words): void => {
    changes.push({ sessionId: session.id, layerId, what, planned, built });
  };
  const layers = session.layers.flatMap((layer) => {
    const own = plies.filter(({ step }) => step.layerId === layer.id);
    if (own.length > 0 && own.every(({ doneMin, skipped }) => doneMin !== null || skipped)) laid.add(layer.id);
    return builtLayer(log, layer, own, (what, planned, built) => {
      say(layer.id, what, planned, built);
    });
  });
  const { min, max } = rangeOf(sessionFields.startMin);
  const kept = layers.length > 0 ? layers : session.layers;
  if (startMin === null) {
    const moved = stillToCome(log, session, before);
    if (moved > session.startMin + MINUTES)
      say(
        null,
        'start',
        spanWords(session.startMin, session.startMin),
        `${log.nowMin > session.startMin ? 'not begun' : 'moves along'}, ${spanText(moved - session.startMin)} late`,
      );
    return { ...session, layers: kept, startMin: Math.min(max, moved) };
  }
  began.add(session.id);
  const warm = resinOf(log, session, startMin, say);
  const after = before?.own.has(session.id) ? before.builtMin + 1 : min;
  const really = Math.round(Math.min(max, Math.max(min, startMin, after)));
  if (Math.abs(really - session.startMin) >= MINUTES)
    say(null, 'start', spanWords(session.startMin, session.startMin), spanWords(really, session.startMin));
  const finished = plies.every(({ doneMin, skipped }) => doneMin !== null || skipped);
  const count = plies.filter(({ skipped }) => !skipped).length;
  if (!finished || count === 0) return { ...session, ...warm, layers: kept, startMin: really };
  const endMin = Math.max(...plies.flatMap(({ doneMin }) => doneMin ?? []));
  const plannedMin = Math.max(...plies.map(({ step }) => step.endMin)) - Math.min(...plies.map(({ step }) => step.startMin));
  const tookMin = Math.max(0, endMin - startMin);
  if (Math.abs(tookMin - plannedMin) >= MINUTES) say(null, 'laying', `${plannedMin.toFixed(0)} min`, `${tookMin.toFixed(0)} min`);
  const most = rangeOf(sessionFields.plyMin).max;
  return { ...session, ...warm, layers: kept, startMin: really, plyMin: Math.min(most, tookMin / count) };
}

/** How warm the resin of a session was, by what was read in its drum. */
function resinOf(
  { plan, entries }: BuildLog,
  session: PlanSession,
  startMin: number,
  say: (layerId: string | null, what: BuiltChange['what'], planned: Words, built: Words) => void,
): Pick<PlanSession, 'resinC'> {
  const read = readingsOf(entries, 'temperature').filter(({ stepId, data }) => data.at === 'drum' && stepParts(stepId)?.sessionId === session.id);
  if (read.length === 0) return {};
  const meanC = read.reduce((sum, { data }) => sum + data.tempC, 0) / read.length;
  const plannedC = session.resinC ?? airTempK(planAir(plan.assumed.climate), startMin * 60) - KELVIN;
  if (Math.abs(meanC - plannedC) < KELVINS) return {};
  say(
    null,
    'resin',
    words`${amount('temperature', plannedC, 1)}`,
    words`${amount('temperature', meanC, 1)} in its drum${read.length > 1 ? `, by ${String(read.length)} readings` : ''}`,
  );
  const { min, max } = rangeOf(sessionFields.resinC);
  return { resinC: Math.min(max, Math.max(min, meanC)) };
}

/** "90 min", "26 h", "6 days" */
const spanText = (minutes: number): string =>
  minutes < 180 ? `${minutes.toFixed(0)} min` : minutes < 48 * 60 ? `${(minutes / 60).toFixed(0)} h` : `${(minutes / 1440).toFixed(0)} days`;

const spanWords = (atMin: number, plannedMin: number): Words => {
  const late = Math.round(atMin - plannedMin);
  return late === 0 ? 'as planned' : `${spanText(Math.abs(late))} ${late > 0 ? 'late' : 'early'}`;
};

function builtLayer(
  { plan, entries }: BuildLog,
  layer: PlanLayer,
  plies: readonly Ply[],
  say: (what: BuiltChange['what'], planned: Words, built: Words) => void,
): PlanLayer[] {
  const about = <T extends { readonly stepId: string; readonly data: { readonly layerId?: string } }>(lines: readonly T[]): T[] =>
    lines.filter(({ stepId, data }) => layerOfLine(plan, stepId, data.layerId)?.layer.id === layer.id);
  let built = layer;
  const skipped = plies.filter((ply) => ply.skipped).length;
  if (skipped > 0) {
    say(
      'plies',
      `${String(plies.length)} ${plies.length === 1 ? 'ply' : 'plies'}`,
      skipped === plies.length ? 'left out' : `${String(plies.length - skipped)} laid`,
    );
    if (skipped === plies.length) return [];
    if (built.laminate) built = { ...built, laminate: { ...built.laminate, plies: plies.length - skipped } };
  }
  const um = about(readingsOf(entries, 'film')).flatMap(({ data }) => data.um);
  if (um.length > 0 && built.wetFilmUm !== null) {
    const mean = um.reduce((sum, one) => sum + one, 0) / um.length;
    if (Math.abs(mean / built.wetFilmUm - 1) > SHARE) {
      say(
        'film',
        words`${amount('film', built.wetFilmUm)}`,
        words`${amount('film', mean)} in ${String(um.length)} places, thinnest ${amount('film', Math.min(...um))}`,
      );
      const { min, max } = built.role === 'core' ? filmRange.core : filmRange.coat;
      built = { ...built, wetFilmUm: Math.min(max, Math.max(min, mean)) };
    }
  }
  const pots = about(readingsOf(entries, 'pot')).filter(({ data }) => !data.thrownAway && data.cardId === layer.cardId);
  if (pots.length > 0 && built.catalystPct !== null) {
    const sum = (of: (pot: (typeof pots)[number]['data']) => number): number => pots.reduce((all, { data }) => all + of(data), 0);
    const pct = (sum(({ hardenerG }) => hardenerG) / sum(({ resinG }) => resinG)) * 100;
    if (Math.abs(pct / built.catalystPct - 1) > SHARE) {
      say('catalyst', `${built.catalystPct.toFixed(2)} %`, `${pct.toFixed(2)} % in ${String(pots.length)} ${pots.length === 1 ? 'pot' : 'pots'}`);
      const { min, max } = rangeOf(layerFields.catalystPct);
      built = { ...built, catalystPct: Math.min(max, Math.max(min, pct)) };
    }
  }
  return [built];
}

function peopleOf({ entries }: BuildLog): Map<string, string[]> {
  const people = new Map<string, string[]>();
  for (const { stepId, madeBy } of counted(entries)) {
    const sessionId = stepParts(stepId)?.sessionId;
    if (sessionId === undefined) continue;
    const names = people.get(sessionId) ?? [];
    if (!names.includes(madeBy)) people.set(sessionId, [...names, madeBy]);
  }
  return people;
}
