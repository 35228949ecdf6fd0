import { evaluateMold } from '@pentimento/core/judging';
import type { VersionedCard } from '@pentimento/core/materials';
import { cardLibrary, type PlanDocument } from '@pentimento/core/plan';
import {
  LIMIT_WORDS,
  chanceOf,
  handsOn,
  makePlan,
  reasonsOf,
  SCENARIOS,
  spellsOf,
  survivalOf,
  tryWhatIf,
  whatIfs,
  type ChangedLimit,
  type FoundPlan,
  type PlanTask,
  type SessionReason,
  type Survival,
} from '@pentimento/core/planning';
import type { ShopCalendar } from '@pentimento/core/shop';
import type { Words } from '@pentimento/core/units';
import { expose } from 'comlink';

/** A plan that the planner found, with what people compare. */
export interface Proposal {
  readonly plan: PlanDocument;
  readonly demoldMin: number;
  /** null: not worked out, the search was stopped */
  readonly handsOnMin: number | null;
  /** Worst of the sections, over a meter [m]; null: nothing gelled */
  readonly bowPerMeterM: number | null;
  readonly reasons: readonly SessionReason[];
  /** Share of scenarios in which all limits are kept; null: not asked */
  readonly chance: number | null;
}

/** What came of a search. */
export interface Made {
  readonly status: 'optimal' | 'feasible' | 'infeasible' | 'stopped';
  readonly gap: number | null;
  readonly evaluated: number;
  readonly proposal: Proposal | null;
  readonly clashes: readonly string[];
  /** Rules that stop every plan that was found */
  readonly rules: readonly { readonly id: string; readonly title: Words; readonly remedy: Words }[];
  readonly relaxations: readonly { readonly id: string; readonly words: Words; readonly proposal: Proposal }[];
}

/** What the planner is doing. */
export interface PlanProgress {
  readonly evaluated: number;
  /** The best until now; null: the same as before */
  readonly better: { readonly plan: PlanDocument; readonly demoldMin: number; readonly gap: number } | null;
}

export interface PlanAsked {
  readonly plan: PlanDocument;
  readonly task: PlanTask;
  readonly shop: ShopCalendar | null;
}

/** What may come otherwise, and what a plan survives. */
export interface WhatIfAnswer {
  readonly level: 'ok' | 'care' | 'stop';
  readonly survival: Survival | null;
  readonly tried: readonly {
    readonly id: string;
    readonly words: Words;
    readonly level: 'ok' | 'care' | 'stop';
    readonly changed: readonly ChangedLimit[];
  }[];
}

/** Simulations between two words of progress. */
const EVERY = 10;

let cards = cardLibrary([]);

function proposalOf({ plan, sections, demoldMin }: FoundPlan, asked: PlanAsked): Proposal {
  const { task, shop } = asked;
  const bows = sections.flatMap(({ distortion }) => (distortion ? [Math.abs(distortion.bowPerMeterM)] : []));
  return {
    plan,
    demoldMin,
    handsOnMin: handsOn(plan, cards),
    bowPerMeterM: bows.length === 0 ? null : Math.max(...bows),
    reasons: reasonsOf(plan, sections, {
      cards,
      spells: spellsOf({ plan, cards, task, ...(shop ? { shop } : {}) }),
      gridMin: task.gridMin,
      clear: task.clear,
    }),
    chance: task.chance === undefined ? null : chanceOf(sections, cards, task.seed, SCENARIOS),
  };
}

const service = {
  setCards(next: readonly VersionedCard[]): void {
    cards = cardLibrary(next);
  },
  make(asked: PlanAsked, onProgress: (progress: PlanProgress) => void): Made {
    const from = performance.now();
    const { plan, task, shop } = asked;
    const made = makePlan(
      { plan, cards, task, ...(shop ? { shop } : {}) },
      {
        elapsedS: () => (performance.now() - from) / 1000,
        onProgress: (evaluated) => {
          if (evaluated % EVERY === 0) onProgress({ evaluated, better: null });
        },
        onBetter: (found, gap) => {
          onProgress({ evaluated: 0, better: { plan: found.plan, demoldMin: found.demoldMin, gap } });
        },
      },
    );
    return {
      status: made.status,
      gap: made.gap,
      evaluated: made.evaluated,
      proposal: made.found && proposalOf(made.found, asked),
      clashes: made.clash?.limits.map((limit) => LIMIT_WORDS[limit]) ?? [],
      rules: made.rules.map(({ id, title, remedy }) => ({ id, title, remedy })),
      relaxations: made.relaxations.map(({ id, words, found }) => ({ id, words, proposal: proposalOf(found, asked) })),
    };
  },
  whatIf(plan: PlanDocument): WhatIfAnswer {
    const sections = evaluateMold(plan, cards);
    const stops = sections.some(({ verdicts }) => verdicts.some(({ level }) => level === 'stop'));
    const level = stops ? 'stop' : sections.some(({ verdicts }) => verdicts.some((one) => one.level === 'care')) ? 'care' : 'ok';
    return {
      level,
      survival: stops ? null : survivalOf(plan, sections, cards),
      tried: whatIfs(plan, cards).map((one) => ({ id: one.id, words: one.words, ...tryWhatIf(one, sections) })),
    };
  },
};

export type PlanningService = typeof service;

expose(service);
