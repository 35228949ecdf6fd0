import { backingOf } from '@pentimento/core/design';
import { DomainError } from '@pentimento/core/errors';
import { simulateCup, type CupInput, type CupOutcome } from '@pentimento/core/growth';
import { evaluatePlan, gelTimes, type PlanEvaluation } from '@pentimento/core/judging';
import type { SchoolFigures } from '@pentimento/core/schools';
import type { VersionedCard } from '@pentimento/core/materials';
import { mixSheet, potLookup, type MixRow } from '@pentimento/core/mix';
import { libraryOf, type CardLibrary, type SectionPlan } from '@pentimento/core/plan';
import { expose, transfer } from 'comlink';
import { pictureOf, type Picture } from './picture';

/** What came of a plan: a picture, or what is wrong with the plan. */
export type SimulationAnswer = { readonly ok: true; readonly picture: Picture } | { readonly ok: false; readonly detail: string };

export type CupAnswer = { readonly ok: true; readonly outcome: CupOutcome } | { readonly ok: false; readonly detail: string };

export type MixAnswer = { readonly ok: true; readonly rows: readonly MixRow[] } | { readonly ok: false; readonly detail: string };

export type SchoolAnswer = { readonly ok: true; readonly figures: SchoolFigures } | { readonly ok: false; readonly detail: string };

let pots = potLookup();
let previous: PlanEvaluation | undefined;
let library: CardLibrary = libraryOf([]);

const service = {
  /** Cards for all that follows. Kept here, so that tables and thresholds made for a card are not made again at each picture. */
  setCards(cards: readonly VersionedCard[]): void {
    library = libraryOf(cards);
    previous = undefined;
    pots = potLookup();
  },
  /** Simulates a plan; what the last plan shares with it is not computed again. */
  picture(plan: SectionPlan): SimulationAnswer {
    const start = performance.now();
    try {
      const evaluation = evaluatePlan(plan, library, {}, previous);
      previous = evaluation.result.status === 'converged' ? evaluation : undefined;
      const { picture, transfer: buffers } = pictureOf(evaluation, performance.now() - start, {
        gelAfterS: [...gelTimes(plan, evaluation)],
        backing: backingOf(plan, evaluation.result, library),
      });
      return transfer({ ok: true, picture }, buffers);
    } catch (error) {
      return { ok: false, detail: error instanceof DomainError ? error.message : 'The simulation failed on this plan. Undo the last change.' };
    }
  },
  /** A pot left to itself: its life and how hot it gets. */
  cup(input: CupInput): CupAnswer {
    try {
      return { ok: true, outcome: simulateCup(input) };
    } catch (error) {
      return { ok: false, detail: error instanceof DomainError ? error.message : 'The pot could not be simulated with these numbers.' };
    }
  },
  /** Every layer's pots. Pots that were simulated once are kept. */
  mix(plan: SectionPlan): MixAnswer {
    try {
      return { ok: true, rows: mixSheet(plan, library, pots) };
    } catch (error) {
      return { ok: false, detail: error instanceof DomainError ? error.message : 'The pots could not be worked out for this plan.' };
    }
  },
  /** The same mold by a school; null: as planned. */
  async school(plan: SectionPlan, templateId: string | null): Promise<SchoolAnswer> {
    try {
      // Only who compares schools loads them.
      const { schoolFigures } = await import('@pentimento/core/schools');
      return { ok: true, figures: schoolFigures(plan, library, templateId) };
    } catch (error) {
      return { ok: false, detail: error instanceof DomainError ? error.message : 'This school could not be worked out for this mold.' };
    }
  },
};

export type SimulationService = typeof service;

expose(service);
