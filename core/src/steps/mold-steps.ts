import { jointSchedule, laidSections, type PlacedJoint, type TimesBySection } from '../joints/joint-schedule.js';
import type { SectionEvaluation } from '../judging/evaluate-mold.js';
import type { AroundMold } from '../judging/mold-objections.js';
import { aroundMold } from '../judging/worst-of-plan.js';
import { stepCaution } from '../cautions/cautions.js';
import type { PotLookup } from '../mix/mix-sheet.js';
import type { CardLibrary } from '../plan/card-library.js';
import type { JointKind } from '../plan/parts/joint.js';
import { FIRST_SECTION, type PlanDocument } from '../plan/plan-document.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { demoldStep, frameSteps, markStep, offThePlug, ovenSteps } from './late-steps.js';
import { plugSteps, releaseSteps } from './plug-steps.js';
import { sessionSteps } from './session-steps.js';
import { stepOf, type Step, type StepKind } from './step.js';
import { words } from '../units/amounts.js';
import { inOrder, stepsOf, withCrew, type WorkedOut } from './steps-of.js';

/** What the steps of a mold read that was worked out elsewhere already. */
export interface MoldWorkedOut {
  readonly sections: ReadonlyMap<string, WorkedOut>;
  readonly times: TimesBySection;
}

/** What steps read: what was simulated of all sections, and what is known of the mold by it. */
export function moldWorkedOut(sections: readonly SectionEvaluation[], around: Omit<AroundMold, 'siblings'>): MoldWorkedOut {
  return {
    sections: new Map(
      sections.map(({ id, zones: [{ evaluation }] }) => [
        id,
        {
          windows: evaluation.windows,
          trim: evaluation.trim,
          backing: around.sections.get(id)?.backing ?? null,
          mix: around.mix.get(id) ?? [],
        },
      ]),
    ),
    times: around.times,
  };
}

/** The same for who asks for nothing but the steps. */
export function stepsOfEvaluated(plan: PlanDocument, cards: CardLibrary, sections: readonly SectionEvaluation[], pots?: PotLookup): Step[] {
  return stepsOfMold(plan, cards, moldWorkedOut(sections, aroundMold(sections, cards, [], pots)));
}

/** Everything that is done on a mold, in the order of its planned start: one list for traveler, calendar, bench and labor. */
export function stepsOfMold(plan: PlanDocument, cards: CardLibrary, known: MoldWorkedOut): Step[] {
  const laid = laidSections(plan);
  if (laid.length === 0) return [];
  if (laid.length === 1) {
    const [{ id, plan: only }] = laid;
    const of = known.sections.get(id);
    return of ? stepsOf(only, cards, of) : [];
  }
  const joints = jointSchedule(plan, known.times);
  const whole = wholeOf(laid.map((one) => one.plan));
  const own = laid.flatMap(({ id, name, plan: section }) => {
    const of = known.sections.get(id);
    const steps = of
      ? [...releaseSteps(section, cards), ...sessionSteps({ plan: section, cards, ...of }), ...frameSteps(section, cards, of.backing)]
      : [];
    return steps.map((step): Step => ({ ...step, sectionId: id, name: words`${step.name} · ${name}` }));
  });
  const demolds = plan.demolds.flatMap(({ sectionIds }) => demoldsOf(sectionIds, laid, cards));
  const steps = [
    ...plugSteps(whole, cards, Math.min(...joints.filter(({ joint }) => joint.kind === 'parting up').map(({ startMin }) => startMin))),
    ...own,
    ...joints.map((joint) => jointStep(joint, whole, cards)),
    markStep(whole),
    ...ovensOf(plan, laid, cards),
  ];
  const linkedUp = linked([...steps, ...offThePlug(whole, cards, demolds)], joints);
  return inOrder(
    withCrew(
      linkedUp,
      plan.mix?.crew,
      plan.sections.flatMap(({ sessions }) => sessions),
    ),
  );
}

type Laid = ReturnType<typeof laidSections>;

/** The mold as one thing: the first section's shop and intake, the area of all, and the first moment at which one of them comes off. */
function wholeOf(plans: readonly SectionPlan[]): SectionPlan {
  const begins = plans.map(({ release, sessions }) => release?.startMin ?? sessions[0].startMin);
  const earliest = plans[begins.indexOf(Math.min(...begins))];
  return {
    ...earliest,
    areaM2: plans.reduce((sum, { areaM2 }) => sum + areaM2, 0),
    demoldMin: Math.min(...plans.map(({ demoldMin }) => demoldMin)),
  };
}

/** Sections that come off together do so one after the other. */
function demoldsOf(sectionIds: readonly string[], laid: Laid, cards: CardLibrary): Step[] {
  let atMin = -Infinity;
  return sectionIds.flatMap((sectionId) => {
    const section = laid.find(({ id }) => id === sectionId);
    if (!section) return [];
    const step = demoldStep(section.plan, cards);
    const startMin = Math.max(step.startMin, atMin);
    atMin = startMin + (step.endMin - step.startMin);
    return [{ ...step, sectionId, name: words`${step.name} · ${section.name}`, startMin, endMin: atMin }];
  });
}

/** Each oven once, for the sections in it. */
function ovensOf({ postCures }: PlanDocument, laid: Laid, cards: CardLibrary): Step[] {
  return postCures.flatMap(({ id, sectionIds }) => {
    const section = laid.find((one) => sectionIds.includes(one.id));
    if (!section) return [];
    const tag = sectionIds.includes(FIRST_SECTION) ? '' : `@${id}`;
    return ovenSteps(section.plan, cards).map((step): Step => ({
      ...step,
      id: `${step.id}${tag}`,
      after: step.after.map((before) => `${before}${tag}`),
    }));
  });
}

const KINDS: Readonly<Record<JointKind, StepKind>> = {
  'parting up': 'parting',
  'parting away': 'parting',
  'flange released': 'flange',
  drilled: 'drill',
};

const ORDERS: Readonly<Record<JointKind, string>> = {
  'parting up': 'Board on the parting line, square to the pull; edge sealed with clay or wax, fillet, then release it like the plug.',
  'parting away': 'Pry nothing against the laminate; clay and wax off, flange trimmed, nothing of the edge torn.',
  'flange released': 'Flange washed and dry, release by its program, back and trim edge masked against resin creeping round.',
  drilled: 'Bolts and two unlike dowels through both flanges, before anything comes off.',
};

const jointStepId = ({ joint: { id, kind, partingId } }: PlacedJoint): string => (kind === 'drilled' ? `drill:${partingId}` : `joint:${id}`);

function jointStep(placed: PlacedJoint, whole: SectionPlan, cards: CardLibrary): Step {
  const { joint, first, second, startMin, endMin } = placed;
  return stepOf({
    id: jointStepId(placed),
    kind: KINDS[joint.kind],
    stage: 'split',
    name: joint.name,
    order: ORDERS[joint.kind],
    sectionId: joint.kind === 'parting up' || joint.kind === 'parting away' ? first.id : second.id,
    startMin,
    endMin,
    people: 1,
    handsMin: endMin - startMin,
    logs: joint.kind === 'flange released' ? ['done', 'lot'] : ['done'],
    caution: joint.kind === 'drilled' ? stepCaution('drill', whole, cards) : null,
  });
}

/** What waits for what between sections: board, first section, flange, second section, holes, demolding. */
function linked(steps: readonly Step[], joints: readonly PlacedJoint[]): Step[] {
  const after = new Map<string, string[]>();
  const waits = (id: string | undefined, before: readonly string[]): void => {
    if (id !== undefined) after.set(id, [...(after.get(id) ?? []), ...before]);
  };
  const laying = (sectionId: string): string[] => steps.filter((step) => step.sectionId === sectionId && step.kind === 'lay').map(({ id }) => id);
  for (const placed of joints) {
    const id = jointStepId(placed);
    const [firstLaid, secondLaid] = [laying(placed.first.id), laying(placed.second.id)];
    const others = joints.filter(({ parting }) => parting.id === placed.parting.id);
    const before = (kind: JointKind): string[] => others.filter(({ joint }) => joint.kind === kind).map(jointStepId);
    switch (placed.joint.kind) {
      case 'parting up':
        waits(firstLaid.at(0), [id]);
        break;
      case 'parting away':
        waits(id, firstLaid.slice(-1));
        break;
      case 'flange released':
        waits(id, [...before('parting away'), ...firstLaid.slice(-1)]);
        waits(secondLaid.at(0), [id]);
        break;
      case 'drilled':
        waits(id, [...firstLaid.slice(-1), ...secondLaid.slice(-1)]);
        for (const step of steps)
          if (step.kind === 'demold' && (step.sectionId === placed.first.id || step.sectionId === placed.second.id)) waits(step.id, [id]);
    }
  }
  return steps.map((step) => ({ ...step, after: [...step.after, ...(after.get(step.id) ?? [])] }));
}
