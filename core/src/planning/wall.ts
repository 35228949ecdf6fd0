import type { CardLibrary } from '../plan/card-library.js';
import type { PlanDocument } from '../plan/plan-document.js';
import type { ApplyMethod, PlanSession } from '../plan/section-plan.js';
import { moveSession } from '../plan/edit-plan.js';
import { sectionOf, withSection } from '../plan/section-view.js';
import { postCureTimes } from '../plan/surroundings.js';
import { releaseSchedule } from '../release/release-schedule.js';
import type { Skill } from '../shop/shop-calendar.js';
import { infusedLayers } from '../plan/infusion-fill.js';
import { dryHandsOf, handsOf } from './session-hands.js';
import { DAY_MIN, dayNumber } from '../shop-time/shop-clock.js';

/** A build that stands on the wall. */
export interface WallBuild {
  readonly id: string;
  readonly name: string;
  readonly plan: PlanDocument;
}

/** Standing: on its plug at a bench (benches.ts) */
export type WallKind = 'release' | 'session' | 'oven' | 'demolding' | 'standing';

/** Something on the wall, by minutes of the shop's clock since 1970 [min]. */
export interface WallSpan {
  readonly id: string;
  readonly buildId: string;
  readonly build: string;
  readonly kind: WallKind;
  /** null: it is no session */
  readonly sessionId: string | null;
  readonly what: string;
  readonly fromMin: number;
  readonly toMin: number;
  /** Hands; 0: nobody has to be there */
  readonly people: number;
  /** Named for it; empty: anybody */
  readonly who: readonly string[];
  /** Who works at the build; for what names nobody */
  readonly crew: readonly string[];
  /** That one of them must have; null: none of its own */
  readonly skill: Skill | null;
  /** In a booth */
  readonly sprayed: boolean;
  /** Of the mold, where somebody said so [mm] */
  readonly longestMm: number | null;
  /** Of an oven: how hot [°C] */
  readonly holdC: number | null;
}

/** Taking a mold off (assumed) [min]. */
const DEMOLD_MIN = 60;

/** Everything of some builds that takes hands, an oven, or a day: from their plans, without simulating them. */
export function wallOf(builds: readonly WallBuild[], cards: CardLibrary): WallSpan[] {
  return builds.flatMap((build) => spansOf(build, cards)).sort((a, b) => a.fromMin - b.fromMin);
}

function spansOf({ id: buildId, name: build, plan }: WallBuild, cards: CardLibrary): WallSpan[] {
  const zero = dayNumber(plan.startDate) * DAY_MIN;
  const common = {
    buildId,
    build,
    people: 0,
    who: [],
    sessionId: null,
    crew: plan.mix?.crew ?? [],
    holdC: null,
    skill: null,
    sprayed: false,
    longestMm: plan.mold.design?.longestSideMm ?? null,
  };
  const laid = plan.sections.filter(({ sessions }) => sessions.length > 0);
  const named = (section: string, what: string): string => (laid.length > 1 ? `${section}: ${what}` : what);
  const hands = laid.flatMap(({ id, name }): WallSpan[] => {
    const view = sectionOf(plan, id);
    const { release } = view;
    const infused = new Set(infusedLayers(view, cards).map((layer) => layer.id));
    const timers = release ? releaseSchedule(view, release, cards).timers : [];
    const crewOf = (own: readonly string[] | undefined): readonly string[] => own ?? plan.mix?.crew ?? [];
    return [
      ...timers.map(({ zone, step, startMin, buffedMin }, i): WallSpan => ({
        ...common,
        id: `${buildId} ${id} release ${String(i)}`,
        kind: 'release',
        what: named(name, `${step.name}, ${zone.name}`),
        fromMin: zero + startMin,
        toMin: zero + buffedMin,
        people: 1,
      })),
      ...dryHandsOf(plan, id, cards).map(({ session, people, spell: [fromMin, toMin] }): WallSpan => ({
        ...common,
        id: `${buildId} ${session.id} dry ${String(Math.round(fromMin))}`,
        kind: 'session',
        what: named(name, `${session.name}, dry stack`),
        fromMin: zero + fromMin,
        toMin: zero + toMin,
        people,
        who: crewOf(session.who),
        skill: 'infusion',
      })),
      ...handsOf(plan, id, cards).map(({ people, spell: [fromMin, toMin] }, i): WallSpan => ({
        ...common,
        id: `${buildId} ${view.sessions[i].id}`,
        kind: 'session',
        sessionId: view.sessions[i].id,
        what: named(name, view.sessions[i].name),
        fromMin: zero + fromMin,
        toMin: zero + toMin,
        people,
        who: crewOf(view.sessions[i].who),
        skill: skillOf(view.sessions[i], infused),
        sprayed: view.sessions[i].layers.some(({ application }) => application !== undefined && isSprayed(application.method)),
      })),
    ];
  });
  const ovens = plan.postCures.flatMap(({ id, sectionIds: _ids, ...postCure }): WallSpan[] => {
    const times = postCureTimes({ climate: plan.assumed.climate, postCure });
    return times
      ? [
          {
            ...common,
            id: `${buildId} ${id}`,
            kind: 'oven',
            what: 'Post-cure',
            fromMin: zero + times.startMin,
            toMin: zero + times.endMin,
            holdC: postCure.holdC,
          },
        ]
      : [];
  });
  const off = plan.demolds
    .filter(({ sectionIds }) => laid.some(({ id }) => sectionIds.includes(id)))
    .map(({ id, atMin }): WallSpan => ({
      ...common,
      id: `${buildId} ${id}`,
      kind: 'demolding',
      what: 'Demolding',
      fromMin: zero + atMin,
      toMin: zero + atMin + DEMOLD_MIN,
      people: Math.min(2, plan.mix?.people ?? 2),
    }));
  return [...hands, ...ovens, ...off];
}

const isSprayed = (method: ApplyMethod): boolean => method === 'cup gun' || method === 'high-pressure gun';

/** What somebody at a session must be able to do: of a coat alone, of a dry stack, of anything else that is laid. */
function skillOf({ layers }: PlanSession, infused: ReadonlySet<string>): Skill {
  if (layers.some(({ id }) => infused.has(id))) return 'infusion';
  return layers.every(({ wetFilmUm, role }) => wetFilmUm !== null && role !== 'core') ? 'gel coat' : 'laminating';
}

/**
 * A plan in which one session begins earlier or later; those after it are pushed along, and its demolding where it must be.
 * What is null: the plan has no such session.
 */
export function sessionMoved(plan: PlanDocument, sessionId: string, byMin: number): PlanDocument | null {
  const section = plan.sections.find(({ sessions }) => sessions.some(({ id }) => id === sessionId));
  if (!section) return null;
  const view = sectionOf(plan, section.id);
  const index = view.sessions.findIndex(({ id }) => id === sessionId);
  return withSection(plan, section.id, moveSession(view, index, view.sessions[index].startMin + byMin));
}

/** Whether something on the wall is a person's work: named for it, or at the build where nobody is. */
export const isWorkOf = ({ people, who, crew }: WallSpan, name: string): boolean => people > 0 && (who.length > 0 ? who : crew).includes(name);
