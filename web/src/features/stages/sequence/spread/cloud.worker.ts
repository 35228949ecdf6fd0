import type { VersionedCard } from '@pentimento/core/materials';
import { cardLibrary, type SectionPlan } from '@pentimento/core/plan';
import {
  cloudRun,
  cloudTimes,
  summarizeCloud,
  uncertainFactors,
  type CloudRequest,
  type CloudRun,
  type CloudSummary,
} from '@pentimento/core/uncertainty';
import { expose } from 'comlink';

let request: CloudRequest | null = null;

const service = {
  /** The plan and cards that all runs of this cloud vary. */
  open(plan: SectionPlan, cards: readonly VersionedCard[], seed: number): void {
    request = { plan, cards: cardLibrary(cards), seed, timesS: cloudTimes(plan) };
  },
  /** Some of the runs, by number. */
  runs(indices: readonly number[]): (CloudRun | null)[] {
    const open = request;
    return open ? indices.map((index) => cloudRun(open, index)) : [];
  },
  summarize(runs: readonly (CloudRun | null)[]): CloudSummary | null {
    if (!request) return null;
    return summarizeCloud(runs, uncertainFactors(request.plan, request.cards), request.timesS);
  },
};

export type CloudService = typeof service;

expose(service);
