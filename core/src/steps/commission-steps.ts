import type { CardLibrary } from '../plan/card-library.js';
import { DEFAULT_INTAKE } from '../plan/parts/plug-intake.js';
import { defaultRelease } from '../plan/parts/release-plan.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { isFlangeZone, releaseSchedule } from '../release/release-schedule.js';
import { programOf } from '../release/release-program.js';
import { releaseProgram } from '../service/release-programs.js';
import { nextOpenMin } from '../shop-time/shop-clock.js';
import { stepOf, type Step } from './step.js';

/** Tape on every zone, and a cloth over all of it (assumed) [min]. */
const GATE_MIN = 15;

/**
 * What makes a finished mold let go of its first part: each coat of its release program on the bare face with its waits, the test before the first
 * pull, and the break-in pulls. The program is the one that the plug was released with; the rack may take another.
 * @param fromMin when the mold is finished and labeled [min]
 */
export function commissionSteps(plan: SectionPlan, cards: CardLibrary, fromMin: number): Step[] {
  const fresh = defaultRelease(plan.areaM2);
  const own = plan.release?.zones.find(({ id }) => !isFlangeZone(id));
  const zone = { ...fresh.zones[0], id: 'mold', name: 'Mold', programId: own?.programId ?? fresh.zones[0].programId };
  const shop = { startDate: plan.startDate, hours: plan.hours, sessions: [] };
  const { timers, gateMin } = releaseSchedule(shop, { ...fresh, startMin: fromMin, zones: [zone] }, cards);
  const common = { stage: 'sequence', people: 1 } as const;
  const idOf = ({ step, coat }: (typeof timers)[number]): string => `commission:${step.id}:${String(coat)}`;
  const coats = timers.map((timer, i): Step => {
    const { step, coat, coats: most, startMin, buffedMin, freeMin } = timer;
    const agent = step.cardId === null ? null : cards.sheets.get(step.cardId);
    return stepOf({
      ...common,
      id: idOf(timer),
      kind: step.kind,
      name: `First release: ${step.name.toLowerCase()}${most > 1 ? ` ${String(coat)} of ${String(most)}` : ''}`,
      order: step.what,
      startMin,
      endMin: buffedMin,
      handsMin: (step.applyMinPerM2 + step.buffMinPerM2) * zone.areaM2,
      waitMin: freeMin - buffedMin,
      after: [i === 0 ? 'label' : idOf(timers[i - 1])],
      uses: agent ? [{ what: agent.name, amount: zone.areaM2, unit: 'm²' }] : [],
      logs: coat === 1 && agent ? ['done', 'lot'] : ['done'],
    });
  });
  const last = timers.at(-1);
  const gateStartMin = nextOpenMin(shop, gateMin, GATE_MIN);
  const gate = stepOf({
    ...common,
    id: 'commission:gate',
    kind: 'gate',
    name: 'Gate before the first pull',
    order: `${(programOf(zone.programId, cards)?.gate ?? []).join('. ')}.`,
    startMin: gateStartMin,
    endMin: gateStartMin + GATE_MIN,
    handsMin: GATE_MIN,
    after: last ? [idOf(last)] : ['label'],
    logs: ['signature', 'temperature'],
  });
  const again = last ? (last.step.applyMinPerM2 + last.step.buffMinPerM2) * zone.areaM2 : 0;
  const pulls = releaseProgram(zone.programId)?.breakInPulls ?? 1;
  const breakInMin = nextOpenMin(shop, gate.endMin, pulls * again);
  const breakIn = stepOf({
    ...common,
    id: 'commission',
    kind: 'commission',
    name: 'Break-in pulls',
    order: `${pulls === 1 ? 'A coat before the first pull, logged' : `A coat before each of the first ${String(pulls)} pulls, each logged`} with how it let go; ${String((plan.intake ?? DEFAULT_INTAKE).pullsExpected)} pulls expected of it.`,
    startMin: breakInMin,
    endMin: breakInMin + pulls * again,
    handsMin: pulls * again,
    after: ['commission:gate'],
    logs: ['ease', 'findings'],
  });
  return [...coats, gate, breakIn];
}
