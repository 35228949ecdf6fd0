import { asBuilt } from '../bench/as-built.js';
import { buildFigures, type BuildFigures } from '../bench/shop-figures.js';
import { builtEvidence, type LotOfPot } from '../diagnosis/built-evidence.js';
import type { Evidence } from '../diagnosis/evidence.js';
import { isStepEntry, type StepEntry, type WireEntry } from '../log/entry.js';
import { outlookOf, type MoldOutlook } from '../forecast/forecast.js';
import { fitRelease, packModel, type PackedModel } from '../forecast/fit.js';
import type { MoldRecord } from '../forecast/shop-record.js';
import type { Sibling } from '../design/hand-guard.js';
import { DomainError, type DomainErrorDetail } from '../errors/domain-error.js';
import { evaluateMold } from '../judging/evaluate-mold.js';
import { checkDocument } from '../plan/check-document.js';
import { aroundMold, worstOfSections, type WorstOfPlan } from '../judging/worst-of-plan.js';
import { momentsOf, type PlanMoment } from '../steps/moments.js';
import { tickedInMold } from '../steps/step-log.js';
import { moldWorkedOut, stepsOfEvaluated, stepsOfMold } from '../steps/mold-steps.js';
import { libraryOf } from '../plan/card-library.js';
import type { PlanDocument } from '../plan/plan-document.js';
import type { MaterialCard } from '../materials/material-card.js';

/** What a server's thread is asked: plain data that can be sent across. */
export interface PlanTask {
  readonly plan: PlanDocument;
  /** Newest versions, then the older ones that the plan keeps */
  readonly cards: readonly MaterialCard[];
}

/** Whether a plan can be simulated, and why not. */
export type Checked =
  | { readonly ok: true }
  | { readonly ok: false; readonly status: string; readonly message: string }
  | { readonly ok: false; readonly refused: DomainErrorDetail };

export function check({ plan, cards }: PlanTask): Checked {
  try {
    checkDocument(plan);
    const results = evaluateMold(plan, libraryOf(cards)).flatMap(({ zones }) => zones.map(({ evaluation }) => evaluation.result));
    const failed = results.find(({ status }) => status !== 'converged');
    return failed ? { ok: false, status: failed.status, message: failed.message } : { ok: true };
  } catch (error) {
    if (error instanceof DomainError)
      return { ok: false, refused: { code: error.code, quantity: error.quantity, value: error.value, expected: error.expected } };
    throw error;
  }
}

/** What a list shows of a plan once it is simulated. */
export interface Judged {
  /** null: nothing to judge */
  readonly worst: WorstOfPlan | null;
  readonly moments: readonly PlanMoment[];
}

export function judge({ plan, cards, siblings }: PlanTask & { readonly siblings: readonly Sibling[] }): Judged {
  try {
    const library = libraryOf(cards);
    const sections = evaluateMold(plan, library);
    const around = aroundMold(sections, library, siblings);
    return {
      worst: worstOfSections(plan, library, sections, around),
      moments: momentsOf(stepsOfMold(plan, library, moldWorkedOut(sections, around)), tickedInMold(plan)),
    };
  } catch (error) {
    if (error instanceof DomainError) return { worst: null, moments: [] };
    throw error;
  }
}

/** What is foretold of all molds, and the model, by which one of them is foretold anew after its next pull. */
export interface Foretold {
  readonly outlooks: readonly MoldOutlook[];
  /** null: there are no molds */
  readonly model: PackedModel | null;
}

/** All molds of a shop at once: those with a short record borrow from others of their program. */
export function forecast(molds: readonly MoldRecord[]): Foretold {
  if (molds.length === 0) return { outlooks: [], model: null };
  const model = fitRelease(molds);
  return { outlooks: molds.map((mold) => outlookOf(mold, model)), model: packModel(model) };
}

/** Minutes and resin of a build by its log; nothing where they cannot be put together. */
export function figures({ plan, cards, entries: lines, minutes }: LoggedBuild): BuildFigures {
  try {
    const library = libraryOf(cards);
    const entries = lines.flatMap((line): StepEntry[] => (isStepEntry(line) ? [line] : []));
    return buildFigures(plan, library, {
      steps: stepsOfEvaluated(plan, library, evaluateMold(plan, library)),
      entries,
      minuteOf: (iso) => minutes[iso],
    });
  } catch (error) {
    if (error instanceof DomainError) return { worked: [], used: [] };
    throw error;
  }
}

/** A build with its log, as it is kept. */
export interface LoggedBuild extends PlanTask {
  readonly entries: readonly WireEntry[];
  readonly lots: readonly LotOfPot[];
  /** Minutes of the plan's clock at the moment of each line, where the shop is [min] */
  readonly minutes: Readonly<Record<string, number>>;
}

/** What a build's plan and log hold for or against any cause; empty: they cannot be put together. */
export function evidence({ plan, cards, entries: lines, lots, minutes }: LoggedBuild): Pick<Evidence, 'id' | 'so'>[] {
  try {
    const library = libraryOf(cards);
    const entries = lines.flatMap((line): StepEntry[] => (isStepEntry(line) ? [line] : []));
    const minuteOf = (iso: string): number => minutes[iso];
    const steps = stepsOfEvaluated(plan, library, evaluateMold(plan, library));
    const built = asBuilt({ plan, steps, entries, minuteOf, nowMin: 0 });
    const sections = evaluateMold(built.plan, library);
    return builtEvidence({ plan, cards: library, entries, built, sections, minuteOf, lots, sectionId: null, zoneId: null }).map(({ id, so }) => ({
      id,
      so,
    }));
  } catch (error) {
    if (error instanceof DomainError) return [];
    throw error;
  }
}
