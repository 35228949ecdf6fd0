import { fillAmounts } from '../units/amounts.js';
import { KELVIN } from '../units/kelvin.js';
import type { CardLibrary } from '../plan/card-library.js';
import type { Objection } from '../plan/objection.js';
import { checkDocument } from '../plan/check-document.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { moldWorkedOut, stepsOfMold } from '../steps/mold-steps.js';
import type { Step } from '../steps/step.js';
import { placeLayers } from '../plan/placed-layer.js';
import { evaluateMold, type ZoneEvaluation } from '../judging/evaluate-mold.js';
import { moldObjections } from '../judging/mold-objections.js';
import { aroundMold } from '../judging/worst-of-plan.js';
import type { Verdict } from '../judging/verdicts/verdict.js';

/** A plan judged, for scripts (docs/formats.md): hours of the plan's clock, °C, millimeters. */
export interface JudgeReport {
  readonly status: string;
  readonly sections: readonly {
    readonly id: string;
    readonly name: string;
    readonly zones: readonly ZoneReport[];
    readonly bow_mm_per_m: number | null;
    /** Bow and corners together; negative: apart */
    readonly edges_nearer_mm: number | null;
  }[];
  readonly objections: readonly {
    readonly id: string;
    readonly stage: string;
    /** null: the whole mold */
    readonly section: string | null;
    readonly level: string;
    readonly title: string;
    readonly why: string;
    readonly remedy: string;
  }[];
  /** Everything that is done, in the order of its planned start (minutes of the plan's clock) */
  readonly steps: readonly Step[];
}

interface ZoneReport {
  /** `field` for what no zone says */
  readonly id: string;
  readonly name: string;
  readonly layers: readonly LayerReport[];
  readonly windows: readonly {
    readonly onto: string;
    readonly next: string;
    readonly opens_h: number | null;
    readonly closes_h: number;
    readonly planned_h: number;
    readonly state: string;
  }[];
  readonly verdicts: readonly (Pick<Verdict, 'id' | 'kind' | 'subject' | 'level' | 'quantity' | 'value' | 'limit' | 'margin' | 'sense' | 'remedy'> & {
    readonly t_h: number;
    readonly place: 'first' | 'last';
  })[];
  readonly bow_mm_per_m: number | null;
}

interface LayerReport {
  readonly name: string;
  /** At the place where it is hotter */
  readonly peak_C: number;
  readonly t_peak_h: number;
  /** Gel of its middle at the places laid first and last; null: not yet */
  readonly gel_h_first: number | null;
  readonly gel_h_last: number | null;
  readonly plies: readonly { readonly plies: number; readonly laid_h_first: number; readonly gel_top_h_first: number | null }[];
}

const hours = (s: number | null): number | null => (s === null ? null : s / 3600);

/** Whether anything stops the plan. */
export function isStopped({ status, sections, objections }: JudgeReport): boolean {
  const verdicts = sections.flatMap(({ zones }) => zones.flatMap((zone) => zone.verdicts));
  return status !== 'converged' || [...verdicts, ...objections].some(({ level }) => level === 'stop');
}

/** @throws DomainError for a plan that makes no sense */
export function judgeReport(plan: PlanDocument, cards: CardLibrary): JudgeReport {
  checkDocument(plan);
  const sections = evaluateMold(plan, cards);
  const results = sections.flatMap(({ zones }) => zones.map(({ evaluation }) => evaluation.result));
  const around = aroundMold(sections, cards, []);
  return {
    status: (results.find(({ status }) => status !== 'converged') ?? results[0]).status,
    sections: sections.map(({ id, name, zones, distortion }) => ({
      id,
      name,
      zones: zones.map((zone) => zoneReport(zone, cards)),
      bow_mm_per_m: distortion === null ? null : distortion.bowPerMeterM * 1000,
      edges_nearer_mm: distortion === null ? null : distortion.edgesNearerM * 1000,
    })),
    objections: moldObjections(plan, cards, around).map((objection) => inWords(objection)),
    steps: stepsOfMold(plan, cards, moldWorkedOut(sections, around)).map((step) => ({
      ...step,
      name: fillAmounts(step.name, 'metric'),
      order: fillAmounts(step.order, 'metric'),
    })),
  };
}

function inWords({ id, stage, level, title, why, remedy, section }: Objection): JudgeReport['objections'][number] {
  return {
    id,
    stage,
    level,
    section: section?.name ?? null,
    title: fillAmounts(title, 'metric'),
    why: fillAmounts(why, 'metric'),
    remedy: fillAmounts(remedy, 'metric'),
  };
}

function zoneReport({ id, name, plan, evaluation }: ZoneEvaluation, cards: CardLibrary): ZoneReport {
  const { result, lastResult, windows, verdicts, distortion } = evaluation;
  const last = placeLayers(plan, lastResult, cards);
  return {
    id,
    name,
    layers: placeLayers(plan, result, cards).map(({ planLayer, outcome }, i): LayerReport => {
      const there = last[i].outcome;
      const hotter = there.peakK > outcome.peakK ? there : outcome;
      return {
        name: planLayer.name,
        peak_C: hotter.peakK - KELVIN,
        t_peak_h: hotter.peakS / 3600,
        gel_h_first: hours(outcome.gelS),
        gel_h_last: hours(there.gelS),
        plies: outcome.pieces.map(({ fromPly, toPly, laidS, topGelS }) => ({
          plies: toPly - fromPly,
          laid_h_first: laidS / 3600,
          gel_top_h_first: hours(topGelS),
        })),
      };
    }),
    windows: windows.map(({ belowSession, opensS, closesS, plannedS, state }) => ({
      onto: plan.sessions[belowSession].name,
      next: plan.sessions[belowSession + 1].name,
      opens_h: hours(opensS),
      closes_h: closesS / 3600,
      planned_h: plannedS / 3600,
      state,
    })),
    verdicts: verdicts.map(({ id, kind, subject, level, quantity, value, limit, margin, sense, remedy, timeS, place }) => ({
      id,
      kind,
      subject,
      level,
      quantity,
      value,
      limit,
      margin,
      sense,
      remedy,
      t_h: timeS / 3600,
      place: place ?? 'first',
    })),
    bow_mm_per_m: distortion ? distortion.bowPerMeterM * 1000 : null,
  };
}
