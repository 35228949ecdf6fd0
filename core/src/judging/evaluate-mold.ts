import isEqual from 'fast-deep-equal/es6/index.js';
import { glassTransitionC } from '../cure/vitrification.js';
import type { GrowthOptions } from '../growth/growth-case.js';
import type { CornerChange, SectionDistortion } from '../distortion/section-distortion.js';
import { edgesComeNearerM } from '../distortion/section-line.js';
import type { CardLibrary } from '../plan/card-library.js';
import type { PlanDocument, PlanSection } from '../plan/plan-document.js';
import type { TimesBySection } from '../joints/joint-schedule.js';
import { layingSeconds } from '../plan/laying.js';
import { placeLayers } from '../plan/placed-layer.js';
import { judgedPanelMm, type SectionPlan } from '../plan/section-plan.js';
import { sectionNamed, sectionOf } from '../plan/section-view.js';
import { fieldOf, zoneOf, type NeighborFlange } from '../plan/zone-view.js';
import { byLevel } from '../units/levels.js';
import { evaluatePlan, type PlanEvaluation } from './evaluate-plan.js';
import type { Verdict } from './verdicts/verdict.js';

/** The zone that no zone says anything about. */
export const FIELD = 'field';

/** One zone simulated and judged as a stack of its own. */
export interface ZoneEvaluation {
  /** `FIELD` for what no zone says */
  readonly id: string;
  readonly name: string;
  /** As it was judged */
  readonly plan: SectionPlan;
  readonly evaluation: PlanEvaluation;
}

/** A section with all its zones, the field first. */
export interface SectionEvaluation {
  readonly id: string;
  readonly name: string;
  readonly plan: SectionPlan;
  readonly zones: readonly ZoneEvaluation[];
  /** Each limit where it is kept worst */
  readonly verdicts: readonly Verdict[];
  /** Panels of the field, corners and end walls of their own zones */
  readonly distortion: SectionDistortionAlong | null;
}

/** A section as it is let go, along its panels and corners. */
export interface SectionDistortionAlong extends SectionDistortion {
  /** Curvature of the walls at its ends: of the flange where it is a zone, else of the panel [1/m] */
  readonly endCurvature: number;
  /** How much nearer to each other its outer edges come, bow and corners together [m]; negative: apart */
  readonly edgesNearerM: number;
}

/** Zone of a section, by their ids. */
export type ZoneKey = `${string}/${string}`;
export const zoneKey = (sectionId: string, zoneId: string): ZoneKey => `${sectionId}/${zoneId}`;

/** What was simulated before with the same cards, by zone; what did not change is taken over. */
export type Known = ReadonlyMap<ZoneKey, ZoneEvaluation>;

/** Every zone of some sections, for the next time. */
export function knownZones(sections: readonly SectionEvaluation[]): Map<ZoneKey, ZoneEvaluation> {
  return new Map(sections.flatMap(({ id, zones }) => zones.map((zone) => [zoneKey(id, zone.id), zone] as const)));
}

/** The zone of a section that is plug for the next one: its own flange, not one that lies on a neighbor's; without any the field. */
const flangeZoneOf = ({ zones }: PlanSection): string => zones.find(({ kind, faceId }) => kind === 'flange' && faceId === undefined)?.id ?? FIELD;

/** What the zone of a section is laid against, where that is the flange of one that is done. */
export function flangeUnder(
  plan: PlanDocument,
  cards: CardLibrary,
  { sectionId, zoneId }: { readonly sectionId: string; readonly zoneId: string },
  done: readonly SectionEvaluation[],
): NeighborFlange | undefined {
  const neighborId = neighborOf(sectionNamed(plan, sectionId), zoneId);
  const neighbor = done.find((one) => one.id === neighborId);
  const flange = neighbor?.zones.find((one) => one.id === flangeZoneOf(sectionNamed(plan, neighbor.id)));
  return flange && flangeOf(flange, cards);
}

/** What a finished flange is for the section that is laid against it: as thick as it became, as soft as its least cured layer. */
function flangeOf({ plan, evaluation }: ZoneEvaluation, cards: CardLibrary): NeighborFlange | undefined {
  const layers = placeLayers(plan, evaluation.result, cards);
  if (layers.length === 0) return undefined;
  return {
    thicknessMm: layers.reduce((sum, { outcome }) => sum + outcome.thicknessM, 0) * 1000,
    heatLimitC: Math.min(...layers.map(({ outcome, card }) => glassTransitionC(outcome.cureMean, card.kinetics))),
  };
}

/** The neighbor whose flange a zone is laid against. */
function neighborOf({ face, zones }: PlanSection, zoneId: string): string | undefined {
  const faceId = zones.find(({ id }) => id === zoneId)?.faceId;
  const found = faceId === undefined ? undefined : face.find(({ id }) => id === faceId);
  return found?.kind === 'neighbor flange' ? found.sectionId : undefined;
}

interface ZoneQuestion {
  readonly plan: PlanDocument;
  readonly cards: CardLibrary;
  readonly sectionId: string;
  readonly zoneId: string;
  readonly flange?: NeighborFlange;
}

/** One zone; as before where nothing of it changed, else gone on from what it shares with its last run, or with the field. */
export function evaluateZone(
  { plan, cards, sectionId, zoneId, flange }: ZoneQuestion,
  previous?: ZoneEvaluation,
  field?: PlanEvaluation,
  options: GrowthOptions = {},
): ZoneEvaluation {
  const view = zoneId === FIELD ? fieldOf(plan, sectionId) : zoneOf(plan, sectionId, zoneId, flange);
  const before = usable(previous?.evaluation);
  if (previous && before && isEqual(previous.plan, view)) return { ...previous, name: view.zone?.name ?? 'Field' };
  const evaluation = evaluatePlan(view, cards, options, before ?? usable(field));
  return { id: zoneId, name: view.zone?.name ?? 'Field', plan: view, evaluation };
}

/** Whether a run can be gone on from. */
const usable = (one: PlanEvaluation | undefined): PlanEvaluation | undefined => (one?.result.status === 'converged' ? one : undefined);

/** One zone by itself, with the neighbor's flange where it lies on one. */
export function evaluateOne(question: Omit<ZoneQuestion, 'flange'>, known: Known = new Map()): ZoneEvaluation {
  const { plan, cards, sectionId, zoneId } = question;
  const before = known.get(zoneKey(sectionId, zoneId));
  const neighborId = zoneId === FIELD ? undefined : neighborOf(sectionNamed(plan, sectionId), zoneId);
  const neighbor = plan.sections.find(({ id }) => id === neighborId);
  if (!neighbor) return evaluateZone(question, before);
  const flange = { plan, cards, sectionId: neighbor.id, zoneId: flangeZoneOf(neighbor) };
  return evaluateZone({ ...question, flange: flangeOf(evaluateZone(flange, known.get(zoneKey(flange.sectionId, flange.zoneId))), cards) }, before);
}

/**
 * Every zone of every section simulated and judged, sections in their order: a later one can be laid against an earlier one's flange.
 * @throws DomainError for a plan that makes no sense
 */
export function evaluateMold(plan: PlanDocument, cards: CardLibrary, known: Known = new Map(), options: GrowthOptions = {}): SectionEvaluation[] {
  const done: SectionEvaluation[] = [];
  for (const { id } of plan.sections) done.push(evaluateSection(plan, cards, id, done, known, options));
  return done;
}

/** All zones of a section; `done` holds the sections against whose flanges it may lie. */
export function evaluateSection(
  plan: PlanDocument,
  cards: CardLibrary,
  id: string,
  done: readonly SectionEvaluation[],
  known: Known,
  options: GrowthOptions = {},
): SectionEvaluation {
  const section = sectionNamed(plan, id);
  const field = evaluateZone({ plan, cards, sectionId: id, zoneId: FIELD }, known.get(zoneKey(id, FIELD)), undefined, options);
  const zones = section.zones.map((zone) => {
    const at = { sectionId: id, zoneId: zone.id };
    const question = { plan, cards, ...at, flange: flangeUnder(plan, cards, at, done) };
    // Sessions before the first difference are the field's.
    return evaluateZone(question, known.get(zoneKey(id, zone.id)), field.evaluation, options);
  });
  return sectionEvaluation({ id, name: section.name, plan: sectionOf(plan, id) }, [field, ...zones]);
}

/** A section from its zones, the field first. */
export function sectionEvaluation(section: Pick<SectionEvaluation, 'id' | 'name' | 'plan'>, zones: readonly ZoneEvaluation[]): SectionEvaluation {
  return {
    ...section,
    zones,
    verdicts: mergeZones(zones.map(({ id, name, evaluation }) => ({ id, name, verdicts: evaluation.verdicts }))),
    get distortion() {
      return distortionOf(zones);
    },
  };
}

/** Each limit by the zone where it is kept worst, worst first. */
export function mergeZones(zones: readonly { readonly id: string; readonly name: string; readonly verdicts: readonly Verdict[] }[]): Verdict[] {
  const worst = new Map<string, Verdict>();
  for (const { id, name, verdicts } of zones) {
    for (const verdict of verdicts) {
      const before = worst.get(verdict.id);
      const worse = before && (byLevel(verdict.level, before.level) < 0 || (verdict.level === before.level && verdict.margin < before.margin));
      if (!before || worse) worst.set(verdict.id, id === FIELD ? verdict : { ...verdict, zone: { id, name } });
    }
  }
  return [...worst.values()].sort((a, b) => byLevel(a.level, b.level) || a.margin - b.margin);
}

/** The field's panels; each corner as that of its zones closes that closes or opens most; end walls as the flange bends; and what all do together. */
function distortionOf([field, ...zones]: readonly ZoneEvaluation[]): SectionDistortionAlong | null {
  const whole = field.evaluation.distortion;
  if (!whole) return null;
  const of = (is: (kind: string) => boolean): { name: string; distortion: SectionDistortion }[] =>
    zones.flatMap(({ name, plan: { zone }, evaluation }) =>
      zone && is(zone.kind) && evaluation.distortion ? [{ name, distortion: evaluation.distortion }] : [],
    );
  const inCorners = of((kind) => kind.endsWith('corner'));
  const corners = whole.corners.map((corner, i) =>
    inCorners
      .map(({ name, distortion }) => ({ ...distortion.corners[i], zone: name }))
      .reduce<CornerChange>((most, one) => (most.zone === undefined || Math.abs(one.closesDeg) > Math.abs(most.closesDeg) ? one : most), corner),
  );
  const endCurvature = of((kind) => kind === 'flange').at(0)?.distortion.curvature ?? whole.curvature;
  const panelM = judgedPanelMm(field.plan) / 1000;
  const line = { panelM, curvature: whole.curvature, endCurvature, corners };
  return { ...whole, corners, endCurvature, edgesNearerM: edgesComeNearerM(line) };
}

/** When each section that was simulated is laid and hard. */
export function sectionTimes(sections: readonly SectionEvaluation[], cards: CardLibrary): TimesBySection {
  return new Map(
    sections.flatMap(({ id, plan, zones: [field] }) => {
      const last = plan.sessions.at(-1);
      if (!last) return [];
      const untilS = field.evaluation.trim?.untilS;
      return [[id, { laidMin: last.startMin + layingSeconds(last, plan, cards) / 60, hardMin: untilS === undefined ? null : untilS / 60 }] as const];
    }),
  );
}
