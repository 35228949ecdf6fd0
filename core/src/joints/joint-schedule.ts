import { boltPattern } from '../design/bolt-pattern.js';
import { DEFAULT_DESIGN, type PartingLine } from '../plan/parts/mold-design.js';
import { jointKinds, type JointKind, type PlanJoint } from '../plan/parts/joint.js';
import type { PlanDocument, PlanSection } from '../plan/plan-document.js';
import { sectionOf } from '../plan/section-view.js';
import { lastOpenMin, nextOpenMin, type ShopDays } from '../shop-time/shop-clock.js';

/** When a section's laminate is there, and when it is hard [min on the plan's clock]. */
export interface SectionTimes {
  /** All laid */
  readonly laidMin: number;
  /** Too hard for a knife: a board comes off, a flange can be worked on; null: not within the plan */
  readonly hardMin: number | null;
}

export type TimesBySection = ReadonlyMap<string, SectionTimes>;

/** One step at a parting line with its sections and time. */
export interface PlacedJoint {
  readonly joint: PlanJoint;
  readonly parting: PartingLine;
  readonly first: PlanSection;
  readonly second: PlanSection;
  readonly startMin: number;
  readonly endMin: number;
}

/** Setting up and, per meter of parting line, what it takes [min]; where nobody said (assumed). */
const MINUTES: Readonly<Record<Exclude<JointKind, 'drilled'>, readonly [once: number, perM: number]>> = {
  'parting up': [45, 30],
  'parting away': [15, 10],
  'flange released': [20, 25],
};
const DRILL_MIN_PER_BOLT = 4;

/** Minutes of hands at a joint step: said, else by the length of its parting line. */
export function jointMinutes({ mold }: PlanDocument, { kind, minutes }: PlanJoint, { lengthMm }: PartingLine): number {
  if (minutes !== undefined) return minutes;
  if (kind === 'drilled') return boltPattern(lengthMm, (mold.design ?? DEFAULT_DESIGN).flange.boltSpacingMm).boltsMm.length * DRILL_MIN_PER_BOLT;
  const [once, perM] = MINUTES[kind];
  return Math.round(once + (perM * lengthMm) / 1000);
}

/** When work on a section begins: its release, or its first session. */
export function beginsMin({ release, sessions }: PlanSection): number | null {
  const first = sessions.at(0)?.startMin;
  return first === undefined ? null : Math.min(first, release?.startMin ?? first);
}

/** When a section's laminate is hard; until it is simulated, as it is laid. */
export const hardOf = (section: PlanSection, times: TimesBySection): number =>
  times.get(section.id)?.hardMin ?? times.get(section.id)?.laidMin ?? section.sessions.at(-1)?.startMin ?? 0;

/** When a section comes off [min]. */
export const demoldMinOf = ({ demolds }: PlanDocument, id: string): number => demolds.find(({ sectionIds }) => sectionIds.includes(id))?.atMin ?? 0;

/** Every joint step between sections that have a stack, in the order of its time; what nobody placed comes as soon as what is before allows. */
export function jointSchedule(plan: PlanDocument, times: TimesBySection): PlacedJoint[] {
  const days: ShopDays = { startDate: plan.startDate, hours: plan.assumed.hours };
  const partings = (plan.mold.design?.partings ?? []).flatMap((parting) => {
    const [first, second] = [parting.firstSectionId, parting.secondSectionId].map((id) => plan.sections.find((section) => section.id === id));
    return first && second && first.sessions.length > 0 && second.sessions.length > 0 ? [{ parting, first, second }] : [];
  });
  return partings
    .flatMap((at) => ofParting(plan, times, days, at))
    .sort((a, b) => a.startMin - b.startMin || jointKinds.indexOf(a.joint.kind) - jointKinds.indexOf(b.joint.kind));
}

type AtParting = Pick<PlacedJoint, 'parting' | 'first' | 'second'>;

function ofParting(plan: PlanDocument, times: TimesBySection, days: ShopDays, at: AtParting): PlacedJoint[] {
  const mine = plan.joints.filter(({ partingId }) => partingId === at.parting.id);
  let freeMin = hardOf(at.first, times);
  return jointKinds.flatMap((kind) =>
    mine
      .filter((joint) => joint.kind === kind)
      .map((joint): PlacedJoint => {
        const minutes = jointMinutes(plan, joint, at.parting);
        const startMin = joint.startMin ?? usualStart(plan, kind, { ...at, minutes, freeMin, times, days });
        if (kind === 'parting away' || kind === 'flange released') freeMin = Math.max(freeMin, startMin + minutes);
        return { ...at, joint, startMin, endMin: startMin + minutes };
      }),
  );
}

interface Placing extends AtParting {
  readonly minutes: number;
  readonly freeMin: number;
  readonly times: TimesBySection;
  readonly days: ShopDays;
}

function usualStart(plan: PlanDocument, kind: JointKind, { first, second, minutes, freeMin, times, days }: Placing): number {
  switch (kind) {
    case 'parting up':
      return lastOpenMin(days, beginsMin(first) ?? 0, minutes);
    case 'parting away':
    case 'flange released':
      return nextOpenMin(days, freeMin, minutes);
    case 'drilled':
      return Math.max(hardOf(second, times), lastOpenMin(days, demoldMinOf(plan, second.id), minutes));
  }
}

/** Views of the sections that have a stack, with their ids. */
export function laidSections(plan: PlanDocument): { id: string; name: string; plan: ReturnType<typeof sectionOf> }[] {
  return plan.sections.filter(({ sessions }) => sessions.length > 0).map(({ id, name }) => ({ id, name, plan: sectionOf(plan, id) }));
}
