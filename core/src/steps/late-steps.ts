import type { CardLibrary } from '../plan/card-library.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { finishInMold } from '../plug/finish-ladder.js';
import { boltPattern } from '../design/bolt-pattern.js';
import { stepCaution } from '../cautions/cautions.js';
import { postCureTimes } from '../plan/surroundings.js';
import type { BackingTime } from '../design/backing.js';
import { nextOpenMin } from '../shop-time/shop-clock.js';
import { amount, words } from '../units/amounts.js';
import { commissionSteps } from './commission-steps.js';
import { sectionTag, stepOf, type Step } from './step.js';

/** Minutes that nobody measured yet (assumed). */
const FRAME_MIN = 90;
const MARK_MIN = 10;
const DRILL_MIN_PER_BOLT = 4;
const DEMOLD_MIN = 45;
const WASH_MIN_PER_M2 = 10;
const INSPECT_MIN = 30;
const SCRIBE_MIN = 20;
const LABEL_MIN = 10;

/** Frame, marks and holes before demolding; the oven; demolding; and what makes a raw mold one that goes to work. */
export function lateSteps(plan: SectionPlan, cards: CardLibrary, backing: BackingTime | null): Step[] {
  if (plan.sessions.length === 0) return [];
  return [
    ...frameSteps(plan, cards, backing),
    ...drillSteps(plan, cards),
    markStep(plan),
    ...ovenSteps(plan, cards),
    ...offThePlug(plan, cards, [demoldStep(plan, cards)]),
  ];
}

/** Bonding the frame of a section. */
export function frameSteps(plan: SectionPlan, cards: CardLibrary, backing: BackingTime | null): Step[] {
  const { design, demoldMin } = plan;
  if (!design || design.backing.kind === 'none') return [];
  const earliestMin = backing?.earliestS === undefined || backing.earliestS === null ? null : backing.earliestS / 60;
  const startMin = design.backing.bondMin ?? (earliestMin === null ? demoldMin : bondedMin(plan, earliestMin));
  return [
    stepOf({
      id: `frame${sectionTag(plan)}`,
      kind: 'frame',
      stage: 'split',
      name: `Bond the ${design.backing.kind} frame`,
      order: design.backing.softStrips ? 'On soft strips, at points, nothing hard against the back.' : 'At points only, nothing pulled to the shell.',
      startMin,
      endMin: startMin + FRAME_MIN,
      people: 2,
      handsMin: 2 * FRAME_MIN,
      waitsFor: earliestMin === null ? null : { what: 'cure', untilMin: earliestMin, closesMin: null },
      caution: stepCaution('weld', plan, cards),
    }),
  ];
}

/** As soon as the shop is open once it may be bonded; where it would come off before that, as soon as it may be. */
function bondedMin(plan: SectionPlan, earliestMin: number): number {
  const openMin = nextOpenMin(plan, earliestMin, FRAME_MIN);
  return openMin + FRAME_MIN <= plan.demoldMin ? openMin : earliestMin;
}

/** Holes at the parting lines of a mold whose joints are not planned one by one. */
function drillSteps(plan: SectionPlan, cards: CardLibrary): Step[] {
  const { design, demoldMin } = plan;
  return (design?.partings ?? []).map((parting) => {
    const count = boltPattern(parting.lengthMm, design?.flange.boltSpacingMm ?? 200).boltsMm.length;
    const handsMin = count * DRILL_MIN_PER_BOLT;
    return stepOf({
      id: `drill:${parting.id}`,
      kind: 'drill',
      stage: 'split',
      name: `Drill ${parting.name}`,
      order: `${String(count)} bolts and two dowels through both flanges, before anything comes off.`,
      startMin: demoldMin - handsMin,
      endMin: demoldMin,
      people: 1,
      handsMin,
      caution: stepCaution('drill', plan, cards),
    });
  });
}

/** Number and hand into the back. */
export function markStep({ intake, demoldMin }: Pick<SectionPlan, 'intake' | 'demoldMin'>): Step {
  const hand = intake && intake.hand !== 'none' ? ` and ${intake.hand.toUpperCase()}` : '';
  const twin = intake && intake.mirrorOf !== '' ? ` It is the mirror of ${intake.mirrorOf}: hold them together first.` : '';
  return stepOf({
    id: 'mark',
    kind: 'mark',
    stage: 'split',
    name: 'Mark it',
    order: `Number${hand} into the back, before it leaves the plug.${twin}`,
    startMin: demoldMin - MARK_MIN,
    endMin: demoldMin,
    people: 1,
    handsMin: MARK_MIN,
    logs: ['signature'],
  });
}

/** Letting go of one section, at its planned moment. */
export function demoldStep(plan: SectionPlan, cards: CardLibrary): Step {
  const { demoldMin } = plan;
  return stepOf({
    id: `demold${sectionTag(plan)}`,
    kind: 'demold',
    stage: 'sequence',
    name: 'Demold',
    order: 'Cool, evenly all round: wedges, air, water for soluble film. No lever at one side.',
    startMin: demoldMin,
    endMin: demoldMin + DEMOLD_MIN,
    people: 2,
    handsMin: 2 * DEMOLD_MIN,
    after: plan.postCure ? ['mark', 'oven:cool'] : ['mark'],
    waitsFor: { what: 'cure', untilMin: demoldMin, closesMin: null },
    logs: ['ease', 'findings'],
    caution: stepCaution('demold', plan, cards),
  });
}

/** Up, hold and down. */
export function ovenSteps(plan: SectionPlan, cards: CardLibrary): Step[] {
  const times = postCureTimes(plan);
  const { postCure } = plan;
  if (!times || !postCure) return [];
  const caution = stepCaution('oven', plan, cards);
  const common = { stage: 'sequence', place: 'oven', logs: ['temperature'], caution } as const;
  const ramp = words`${amount('ramp', postCure.rampKPerH)}`;
  return [
    stepOf({
      ...common,
      id: 'oven:ramp',
      kind: 'ramp',
      name: 'Oven up',
      order: words`${ramp} to ${amount('temperature', postCure.holdC)}.`,
      startMin: times.startMin,
      endMin: times.hotMin,
      people: 1,
      handsMin: 15,
    }),
    stepOf({
      ...common,
      id: 'oven:hold',
      kind: 'hold',
      name: 'Hold',
      order: words`${amount('temperature', postCure.holdC)}, by a thermometer on the mold.`,
      startMin: times.hotMin,
      endMin: times.coolingMin,
      after: ['oven:ramp'],
    }),
    stepOf({
      ...common,
      id: 'oven:cool',
      kind: 'cool',
      name: 'Oven down',
      order: words`No faster than ${ramp}.`,
      startMin: times.coolingMin,
      endMin: times.endMin,
      after: ['oven:hold'],
    }),
  ];
}

/** From the sections' demolding, one after the other, to the first release of the whole mold. */
export function offThePlug(plan: SectionPlan, cards: CardLibrary, demolds: readonly Step[]): Step[] {
  const { areaM2 } = plan;
  const finish = finishInMold(plan);
  const hand = plan.intake?.hand;
  const wanted: Omit<Step, 'startMin' | 'endMin'>[] = [
    stepOf({
      id: 'wash',
      kind: 'wash',
      stage: 'sequence',
      name: 'Wash the mold',
      order: 'Film and wax off with warm water, dry, no solvent on a fresh face.',
      startMin: 0,
      endMin: 0,
      people: 1,
      handsMin: WASH_MIN_PER_M2 * areaM2,
      after: demolds.map(({ id }) => id),
    }),
    stepOf({
      id: 'inspect',
      kind: 'inspect',
      stage: 'sequence',
      name: 'Inspect',
      order: 'Voids, pinholes, pre-release, soft corners, wrinkles, print, chips, warp by straight-edge; weigh it.',
      startMin: 0,
      endMin: 0,
      people: 1,
      handsMin: INSPECT_MIN,
      after: ['wash'],
      logs: ['findings', 'mass'],
      caution: stepCaution('lift', plan, cards),
    }),
    ...(finish
      ? [
          stepOf({
            id: 'finish-in-mold',
            kind: 'finish',
            stage: 'sequence',
            name: 'Finish in the mold',
            order: finish.rungs.map(({ name }) => name).join(', '),
            startMin: 0,
            endMin: 0,
            people: 1,
            handsMin: finish.minutes,
            after: ['inspect'],
            caution: stepCaution('grind', plan, cards),
          }),
        ]
      : []),
    stepOf({
      id: 'scribe',
      kind: 'scribe',
      stage: 'sequence',
      name: 'Scribe the trim line',
      order: 'By template, one clean line.',
      startMin: 0,
      endMin: 0,
      people: 1,
      handsMin: SCRIBE_MIN,
      after: ['inspect'],
    }),
    stepOf({
      id: 'label',
      kind: 'label',
      stage: 'sequence',
      name: 'Label',
      order: `Number, ${hand === undefined || hand === 'none' ? 'hand' : hand.toUpperCase()} and code where a glove finds them.`,
      startMin: 0,
      endMin: 0,
      people: 1,
      handsMin: LABEL_MIN,
      after: ['scribe'],
    }),
  ];
  let atMin = Math.max(...demolds.map(({ endMin }) => endMin));
  const after = wanted.map((step) => {
    const startMin = atMin;
    atMin = startMin + step.handsMin / Math.max(1, step.people);
    return { ...step, startMin, endMin: atMin };
  });
  return [...demolds, ...after, ...commissionSteps(plan, cards, atMin)];
}
