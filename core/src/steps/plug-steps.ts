import type { CardLibrary } from '../plan/card-library.js';
import { DEFAULT_INTAKE, finishIsLess } from '../plan/parts/plug-intake.js';
import { gateTests, type GateTest } from '../plan/parts/release-plan.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { finishPlan } from '../plug/finish-ladder.js';
import { readinessChecks } from '../plug/readiness.js';
import { isOwnFlange, releaseSchedule } from '../release/release-schedule.js';
import { lastOpenMin, nextOpenMin } from '../shop-time/shop-clock.js';
import { sectionTag, stepOf, type Step } from './step.js';

/** A check of the plug, where nobody knows better (assumed) [min]. */
const CHECK_MIN = 15;

/** What works on the surface itself: nothing of it before every coat there is through. */
const ON_THE_SURFACE: ReadonlySet<string> = new Set(['finish', 'wash']);

/**
 * What makes the plug ready, done before release, or before the first session where none is planned: what was put on dries first, then it is finished,
 * and washed last.
 * @param boardsMin when the first parting board goes up on it [min]: nobody polishes under a board
 */
export function plugSteps(plan: SectionPlan, cards: CardLibrary, boardsMin = Infinity): Step[] {
  const intake = plan.intake ?? DEFAULT_INTAKE;
  const untilMin = Math.min(boardsMin, plan.release?.startMin ?? plan.sessions.at(0)?.startMin ?? 0);
  const checks = readinessChecks(plan, cards);
  // Planned backwards from release; what must dry is dry by release, and before its surface is worked on.
  let atMin = untilMin;
  let dryByMin = untilMin;
  const steps: Step[] = [];
  for (const { id, what, why, waitH } of [...checks].reverse()) {
    const done = intake.done.find((one) => one.id === id);
    const rungs =
      id === 'finish' && finishIsLess(intake)
        ? finishPlan(intake.coarsestGrit, intake.finish, plan.areaM2, intake.shapeFactor * intake.shopFactor)
        : null;
    const handsMin = rungs?.minutes ?? CHECK_MIN;
    const byMin = Math.min(atMin, dryByMin - waitH * 60);
    const startMin = done ? done.doneMin - handsMin : lastOpenMin(plan, byMin, handsMin);
    const endMin = startMin + handsMin;
    steps.unshift(
      stepOf({
        id: `plug:${id}`,
        kind: id === 'finish' ? 'finish' : id === 'wash' ? 'clean' : 'check',
        stage: 'plug',
        name: what,
        order: rungs ? rungs.rungs.map(({ name }) => name).join(', ') : why,
        startMin,
        endMin,
        people: 1,
        handsMin,
        waitMin: waitH * 60,
        logs: ['signature'],
        caution: id === 'finish' ? 'Sanding dust: respirator and extraction, or wet.' : null,
      }),
    );
    if (!done) atMin = startMin;
    if (!done && ON_THE_SURFACE.has(id)) dryByMin = startMin;
  }
  return steps;
}

/** Every coat of the release program on every zone, and the gate before gel coat. */
export function releaseSteps(plan: SectionPlan, cards: CardLibrary): Step[] {
  const { release } = plan;
  if (!release) return [];
  const tag = sectionTag(plan);
  const { timers, gateMin } = releaseSchedule(plan, release, cards);
  const coats = timers.map(({ zone, step, coat, coats: most, startMin, buffedMin, freeMin }): Step => {
    const agent = step.cardId === null ? null : cards.sheets.get(step.cardId);
    return stepOf({
      id: `release:${zone.id}:${step.id}:${String(coat)}${tag}`,
      kind: step.kind,
      stage: 'release',
      name: `${step.name}${most > 1 ? ` ${String(coat)} of ${String(most)}` : ''}, ${zone.name}`,
      order: step.what,
      startMin,
      endMin: buffedMin,
      people: 1,
      handsMin: (step.applyMinPerM2 + step.buffMinPerM2) * zone.areaM2,
      waitMin: freeMin - buffedMin,
      uses: agent ? [{ what: agent.name, amount: zone.areaM2, unit: 'm²' }] : [],
      logs: coat === 1 && agent ? ['done', 'lot'] : ['done'],
    });
  });
  const gateStartMin = gateStart(plan, gateMin);
  const gate = stepOf({
    id: `release:gate${tag}`,
    kind: 'gate',
    stage: 'release',
    name: 'Gate before gel coat',
    order: gateOrder(gateTests(release)),
    startMin: gateStartMin,
    endMin: gateStartMin + CHECK_MIN,
    people: 1,
    handsMin: CHECK_MIN,
    after: timers
      .filter(({ zone }) => !isOwnFlange(plan, zone.id))
      .map(({ zone, step, coat }) => `release:${zone.id}:${step.id}:${String(coat)}${tag}`),
    logs: ['signature', 'temperature'],
  });
  return [...coats.filter(({ startMin }) => startMin < gateMin), gate, ...coats.filter(({ startMin }) => startMin >= gateMin)];
}

/** Tests by their zones: each zone is gone over once. */
function gateOrder(tests: readonly GateTest[]): string {
  const zones = [...new Set(tests.map(({ zone }) => zone))];
  return zones
    .map((zone) => {
      const own = tests.filter((test) => test.zone === zone).map(({ what }) => what.charAt(0).toLowerCase() + what.slice(1));
      return `${zone}: ${own.join('; ')}.`;
    })
    .join(' ');
}

/** When somebody is there to test what dried overnight: still before the first session, where that leaves the time. */
function gateStart(plan: SectionPlan, dryMin: number): number {
  const openMin = nextOpenMin(plan, dryMin, CHECK_MIN);
  const beforeMin = (plan.sessions.at(0)?.startMin ?? Infinity) - CHECK_MIN;
  return Math.max(dryMin, Math.min(openMin, beforeMin));
}
