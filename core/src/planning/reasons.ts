import { warmerShop } from '../plan/shop-air.js';
import { evaluateMold, knownZones, type SectionEvaluation, type ZoneEvaluation } from '../judging/evaluate-mold.js';
import { verdictLine } from '../judging/verdicts/verdict-line.js';
import { CARE, type Verdict } from '../judging/verdicts/verdict.js';
import { isAgainst } from './limits.js';
import { sampleSegment } from '../growth/field-history.js';
import { cardOf, type CardLibrary } from '../plan/card-library.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { releaseSchedule } from '../release/release-schedule.js';
import { sectionNamed } from '../plan/section-view.js';
import { startSpan } from '../windows/start-span.js';
import type { Spell } from '../shop/shop-hours.js';
import { KELVIN } from '../units/kelvin.js';
import { byLevel } from '../units/levels.js';
import { dryBeginsMin, handsOf } from './session-hands.js';

/** Why a session begins no earlier, or no later. */
export interface Bound {
  /** [min on the plan's clock] */
  readonly atMin: number;
  readonly because: string;
}

export interface SessionReason {
  readonly sectionId: string;
  readonly sessionId: string;
  readonly name: string;
  readonly startMin: number;
  /** null: nothing holds it, it gains nothing */
  readonly notBefore: Bound | null;
  /** null: it may wait as long as anybody likes */
  readonly notAfter: Bound | null;
}

const NEAR_RESTART_K = 0.4;

/** The zones of a section in which a session is laid onto another, with the window of that joint. */
function windowsOf(
  section: SectionEvaluation,
  sessionId: string,
  cards: CardLibrary,
): { readonly zone: ZoneEvaluation; readonly opensMin: number | null; readonly closesMin: number; readonly below: number }[] {
  return section.zones.flatMap((zone) => {
    const index = zone.plan.sessions.findIndex(({ id }) => id === sessionId);
    const window = zone.evaluation.windows.find(({ belowSession }) => belowSession === index - 1);
    if (index < 1 || !window) return [];
    const { opensS, closesS } = startSpan(window, zone.plan.sessions[index], zone.plan, cards);
    return [{ zone, opensMin: opensS === null ? null : opensS / 60, closesMin: closesS / 60, below: index - 1 }];
  });
}

/** Whether a joint waits for its top to cool rather than to cure. */
function waitsToCool({ plan, evaluation }: ZoneEvaluation, below: number, opensMin: number, cards: CardLibrary): boolean {
  const top = plan.sessions[below].layers.at(-1);
  const { restartBelowC } = top ? cardOf(cards, top.cardId).limits : { restartBelowC: null };
  if (restartBelowC === null) return false;
  const layer = evaluation.result.layers.findLast(({ sessionIndex }) => sessionIndex === below);
  const segment = evaluation.result.segments.findLast(({ field }) => field.frames > 0 && field.timeS[0] <= opensMin * 60);
  if (!layer || !segment || segment.field.cells < layer.end) return false;
  return sampleSegment(segment.field, segment.field.tempK, layer.end - 1, opensMin * 60 - 60) - KELVIN > restartBelowC - NEAR_RESTART_K;
}

/** What a search over a plan's clock knows besides the plan. */
export interface ReasonContext {
  readonly cards: CardLibrary;
  readonly spells: (people: number) => readonly Spell[];
  readonly gridMin: number;
  /** The plan keeps clear of its limits, by their margins of care */
  readonly clear: boolean;
}

/** Why every session of a plan lies where it lies: what would stop it a grid step earlier, and when it would be too late. */
export function reasonsOf(plan: PlanDocument, sections: readonly SectionEvaluation[], context: ReasonContext): SessionReason[] {
  return sections.flatMap((section) =>
    sectionNamed(plan, section.id).sessions.map((session, i): SessionReason => {
      const windows = windowsOf(section, session.id, context.cards);
      return {
        sectionId: section.id,
        sessionId: session.id,
        name: session.name,
        startMin: session.startMin,
        notBefore: earliest(plan, sections, section, i, windows, context),
        notAfter: latest(plan, section, i, windows, context),
      };
    }),
  );
}

function earliest(
  plan: PlanDocument,
  sections: readonly SectionEvaluation[],
  section: SectionEvaluation,
  index: number,
  windows: ReturnType<typeof windowsOf>,
  { cards, spells, gridMin, clear }: ReasonContext,
): Bound | null {
  const session = sectionNamed(plan, section.id).sessions[index];
  const last = windows.reduce<(typeof windows)[number] | null>(
    (most, one) => (!most || (one.opensMin ?? Infinity) > (most.opensMin ?? Infinity) ? one : most),
    null,
  );
  const marginMin = clear ? CARE.hours * 60 : 0;
  const mayMin = last?.opensMin == null ? null : last.opensMin + marginMin;
  if (last?.opensMin != null && mayMin !== null && mayMin <= session.startMin + 1 && mayMin > session.startMin - gridMin) {
    const of = last.zone.plan.sessions[last.below].name;
    const where = last.zone.plan.zone ? ` in ${last.zone.name}` : '';
    return {
      atMin: mayMin,
      because: waitsToCool(last.zone, last.below, last.opensMin, cards) ? `restart temperature of ${of}${where}` : `cure of ${of}${where}`,
    };
  }
  const { release } = section.plan;
  if (index === 0 && release) {
    const { gateMin } = releaseSchedule(section.plan, release, cards);
    if (gateMin <= session.startMin && gateMin > session.startMin - gridMin) return { atMin: gateMin, because: 'its release is through' };
  }
  const own = handsOf(plan, section.id, cards);
  const { people, spell } = own[index];
  const before = session.startMin - spell[0];
  const opens = spells(people).findLast(([from]) => from <= spell[0] + 1);
  if (opens && spell[0] - gridMin < opens[0]) return { atMin: opens[0] + before, because: 'the shop opens, and setting up' };
  const previous = index > 0 ? own[index - 1].spell[1] : undefined;
  if (previous !== undefined && session.startMin - gridMin - before < previous)
    return { atMin: previous + before, because: 'hands at the session before, cleaning and setting up' };
  const sooner = { ...session, startMin: session.startMin - gridMin };
  if (previous !== undefined && dryBeginsMin(sooner, section.plan, cards, spells(people)) < previous)
    return { atMin: session.startMin, because: 'dry plies, bag and drop test' };
  const busy = sections.filter(({ id }) => id !== section.id).flatMap(({ id }) => handsOf(plan, id, cards));
  const other = busy.find((one) => one.spell[1] <= spell[0] + 1 && one.spell[1] > spell[0] - gridMin);
  if (other) return { atMin: other.spell[1] + before, because: 'hands at another section' };
  const stop = stopsAt(plan, section.id, index, session.startMin - gridMin, { cards, known: sections, clear }).at(0);
  return stop ? { atMin: session.startMin, because: verdictLine(stop) } : null;
}

function latest(
  plan: PlanDocument,
  section: SectionEvaluation,
  index: number,
  windows: ReturnType<typeof windowsOf>,
  { cards, spells, clear }: ReasonContext,
): Bound | null {
  const { people, spell } = handsOf(plan, section.id, cards)[index];
  const session = sectionNamed(plan, section.id).sessions[index];
  const closes = spells(people).find(([from, to]) => from <= spell[0] + 1 && to >= spell[1] - 1);
  const closing: Bound | null = closes ? { atMin: closes[1] - (spell[1] - session.startMin), because: 'the shop closes' } : null;
  const abraded = session.layers[0]?.start === 'abraded';
  const bond = abraded
    ? []
    : windows.map(({ closesMin, zone }): Bound => ({
        atMin: closesMin - (clear ? CARE.hours * 60 : 0),
        because: `bond window${zone.plan.zone ? ` in ${zone.name}` : ''}`,
      }));
  return [...bond, ...(closing ? [closing] : [])].reduce<Bound | null>((least, one) => (!least || one.atMin < least.atMin ? one : least), null);
}

/** What stops when one session begins at another moment and all others stay, worst first. */
function stopsAt(
  plan: PlanDocument,
  sectionId: string,
  index: number,
  startMin: number,
  { cards, known, clear }: { readonly cards: CardLibrary; readonly known: readonly SectionEvaluation[]; readonly clear: boolean },
): Verdict[] {
  const section = sectionNamed(plan, sectionId);
  const before = section.sessions.at(index - 1);
  const after = section.sessions.at(index + 1);
  if (startMin < 0 || (index > 0 && before && before.startMin >= startMin) || (after && startMin >= after.startMin)) return [];
  const moved: PlanDocument = {
    ...plan,
    sections: plan.sections.map((one) =>
      one.id === sectionId
        ? { ...one, sessions: one.sessions.map((session, i) => (i === index ? { ...session, startMin: Math.round(startMin) } : session)) }
        : one,
    ),
  };
  return evaluateMold(moved, cards, knownZones(known))
    .flatMap(({ verdicts }) => verdicts)
    .filter((verdict) => isAgainst(verdict, clear ? 1 : 0))
    .sort((a, b) => byLevel(a.level, b.level) || a.margin - b.margin);
}

/** How much a plan survives. */
export interface Survival {
  /** By session: so many minutes later, all others as planned, and nothing stops */
  readonly lateMin: ReadonlyMap<string, number>;
  /** The shop colder and warmer by so many kelvin [K] */
  readonly colderK: number;
  readonly warmerK: number;
}

const LATE_STEP_MIN = 15;
const MOST_LATE_MIN = 240;
const MOST_K = 5;

/** What a plan that stops nothing survives: every session late by itself, the shop colder or warmer by whole kelvin. */
export function survivalOf(plan: PlanDocument, sections: readonly SectionEvaluation[], cards: CardLibrary): Survival {
  const known = knownZones(sections);
  const lateMin = new Map<string, number>();
  for (const { id } of sections) {
    const { sessions } = sectionNamed(plan, id);
    sessions.forEach((session, i) => {
      const next = sessions.at(i + 1)?.startMin ?? Infinity;
      const most = Math.min(MOST_LATE_MIN, next - session.startMin - LATE_STEP_MIN);
      let late = 0;
      while (
        late + LATE_STEP_MIN <= most &&
        stopsAt(plan, id, i, session.startMin + late + LATE_STEP_MIN, { cards, known: sections, clear: false }).length === 0
      )
        late += LATE_STEP_MIN;
      lateMin.set(session.id, late);
    });
  }
  const survives = (byK: number): boolean => {
    const { climate } = plan.assumed;
    const other = { ...plan, assumed: { ...plan.assumed, climate: warmerShop(climate, byK) } };
    return evaluateMold(other, cards, known).every(({ verdicts }) => verdicts.every(({ level }) => level !== 'stop'));
  };
  const most = (sign: 1 | -1): number => {
    let k = 0;
    while (k < MOST_K && survives(sign * (k + 1))) k++;
    return k;
  };
  return { lateMin, colderK: most(-1), warmerK: most(1) };
}
