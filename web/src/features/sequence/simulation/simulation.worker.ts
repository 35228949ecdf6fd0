import {
  cardLibrary,
  DomainError,
  evaluatePlan,
  simulateCup,
  type CardLibrary,
  type CupInput,
  type CupOutcome,
  type PlanDocument,
  type PlanEvaluation,
  type Verdict,
  type VersionedCard,
} from '@pentimento/core';
import { expose, transfer } from 'comlink';
import { pictureOf, type Picture } from './picture';

/** What came of a plan: a picture, or what is wrong with the plan. */
export type SimulationAnswer = { readonly ok: true; readonly picture: Picture } | { readonly ok: false; readonly detail: string };

export type CupAnswer = { readonly ok: true; readonly outcome: CupOutcome } | { readonly ok: false; readonly detail: string };

let previous: PlanEvaluation | undefined;
let library: CardLibrary = cardLibrary();

const service = {
  /** Cards for all that follows. Kept here, so that tables and thresholds made for a card are not made again at each picture. */
  setCards(cards: readonly VersionedCard[]): void {
    library = cardLibrary(cards);
    previous = undefined;
  },
  /** Simulates a plan; what the last plan shares with it is not computed again. */
  picture(plan: PlanDocument): SimulationAnswer {
    const start = performance.now();
    try {
      const evaluation = evaluatePlan(plan, library, {}, previous);
      previous = evaluation.result.status === 'converged' ? evaluation : undefined;
      const { picture, transfer: buffers } = pictureOf(evaluation, performance.now() - start);
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
  /** Verdicts alone, for the Board. */
  verdicts(plan: PlanDocument): readonly Verdict[] | null {
    try {
      const { result, verdicts } = evaluatePlan(plan, library, {});
      return result.status === 'converged' ? verdicts : null;
    } catch {
      return null;
    }
  },
};

export type SimulationService = typeof service;

expose(service);
