import { wilson } from '../numerics/wilson.js';
import { CLOUD_TRACES, type CloudRun } from './cloud.js';
import type { UncertainFactor } from './factors.js';

/** How one factor moves a verdict's margin. */
export interface FactorEffect {
  readonly factor: UncertainFactor;
  /** Change of the margin when the factor goes up by one standard deviation; the margin's unit */
  readonly perDeviation: number;
  /** Share of the margin's variance that it explains [-] */
  readonly share: number;
}

export interface VerdictCloud {
  readonly id: string;
  /** Share of the runs in which the limit was kept, with a 95 % interval for that share (Wilson) */
  readonly kept: number;
  readonly keptFrom: number;
  readonly keptTo: number;
  /** 5, 25, 50, 75, 95 % of the value, and of the margin */
  readonly quantiles: readonly number[];
  readonly marginQuantiles: readonly number[];
  /** What matters, most first */
  readonly effects: readonly FactorEffect[];
}

/** Five quantiles over time, one array per CLOUD_TRACES [°C]. */
export interface TraceBand {
  readonly name: (typeof CLOUD_TRACES)[number];
  readonly quantiles: readonly Float32Array[];
}

export interface CloudSummary {
  readonly runs: number;
  readonly failed: number;
  readonly timesS: readonly number[];
  readonly verdicts: readonly VerdictCloud[];
  readonly bands: readonly TraceBand[];
  /** Quantiles of the bow over a meter [m]; null: nothing gelled */
  readonly bowPerMeterM: readonly number[] | null;
}

export const QUANTILES = [0.05, 0.25, 0.5, 0.75, 0.95] as const;

/** Effects are only told of verdicts that most runs have, and of windows that open at all [h]. */
const SEEN_SHARE = 0.9;
const NEVER = -90;

/** Value below which a share of sorted numbers lies, straight between them. */
export function quantileOf(sorted: ArrayLike<number>, share: number): number {
  const at = share * (sorted.length - 1);
  const low = Math.floor(at);
  const high = Math.min(low + 1, sorted.length - 1);
  return sorted[low] + (sorted[high] - sorted[low]) * (at - low);
}

/**
 * Boils runs down to probabilities, bands and what matters most.
 * @param runs in any order; null: a run that failed
 */
export function summarizeCloud(runs: readonly (CloudRun | null)[], factors: readonly UncertainFactor[], timesS: readonly number[]): CloudSummary {
  const good = runs.filter((run) => run !== null);
  const ids = good.length === 0 ? [] : [...new Set(good.flatMap((run) => run.verdicts.map(({ id }) => id)))];
  return {
    runs: good.length,
    failed: runs.length - good.length,
    timesS,
    verdicts: ids.map((id) => verdictCloud(id, good, factors)),
    bowPerMeterM: bowBand(good),
    bands: good.length === 0 ? [] : CLOUD_TRACES.map((name, k) => ({ name, quantiles: bandOf(good, k, timesS.length) })),
  };
}

function bowBand(runs: readonly CloudRun[]): number[] | null {
  const bows = Float64Array.from(runs.flatMap(({ bowPerMeterM }) => bowPerMeterM ?? [])).sort();
  return bows.length === 0 ? null : QUANTILES.map((share) => quantileOf(bows, share));
}

function verdictCloud(id: string, runs: readonly CloudRun[], factors: readonly UncertainFactor[]): VerdictCloud {
  const seen = runs.flatMap((run) => {
    const verdict = run.verdicts.find((v) => v.id === id);
    return verdict ? [{ ...verdict, deviations: run.deviations }] : [];
  });
  // A verdict that shows up only when it is broken (a cold shop) is kept in the runs without it.
  const kept = (runs.length - seen.filter((verdict) => !verdict.kept).length) / runs.length;
  const interval = wilson(kept, runs.length);
  const values = Float64Array.from(seen, ({ value }) => value).sort();
  const margins = Float64Array.from(seen, ({ margin }) => margin).sort();
  return {
    id,
    kept,
    keptFrom: interval.from,
    keptTo: interval.to,
    quantiles: QUANTILES.map((share) => quantileOf(values, share)),
    marginQuantiles: QUANTILES.map((share) => quantileOf(margins, share)),
    effects: seen.length < SEEN_SHARE * runs.length ? [] : effectsOf(seen, factors),
  };
}

/** Regression on each factor alone: factors are drawn independently, so no joint solve is needed. */
function effectsOf(all: readonly { margin: number; deviations: readonly number[] }[], factors: readonly UncertainFactor[]): FactorEffect[] {
  const seen = all.filter(({ margin }) => margin > NEVER);
  const n = seen.length;
  const mean = seen.reduce((sum, { margin }) => sum + margin, 0) / n;
  const variance = seen.reduce((sum, { margin }) => sum + (margin - mean) ** 2, 0) / n;
  const effects = factors.map((factor, j): FactorEffect => {
    const meanZ = seen.reduce((sum, { deviations }) => sum + deviations[j], 0) / n;
    let together = 0;
    let alone = 0;
    for (const { margin, deviations } of seen) {
      together += (deviations[j] - meanZ) * (margin - mean);
      alone += (deviations[j] - meanZ) ** 2;
    }
    const perDeviation = alone > 0 ? together / alone : 0;
    return { factor, perDeviation, share: variance > 0 ? Math.min(1, (perDeviation ** 2 * alone) / n / variance) : 0 };
  });
  return effects.sort((a, b) => b.share - a.share);
}

function bandOf(runs: readonly CloudRun[], trace: number, times: number): Float32Array[] {
  const bands = QUANTILES.map(() => new Float32Array(times));
  const column = new Float32Array(runs.length);
  for (let t = 0; t < times; t++) {
    runs.forEach((run, r) => {
      column[r] = run.traces[trace * times + t];
    });
    column.sort();
    QUANTILES.forEach((share, q) => {
      bands[q][t] = quantileOf(column, share);
    });
  }
  return bands;
}
