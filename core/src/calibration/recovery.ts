import type { KineticCard } from '../cure/kinetic-card.js';
import { simulateCup } from '../growth/cup-test.js';
import { simulateGrowth } from '../growth/simulate-growth.js';
import { SeededRandom } from '../numerics/seeded-random.js';
import { KELVIN } from '../units/kelvin.js';
import { onBoard } from '../windows/card-thresholds.js';
import { fitCard } from './fit-card.js';
import { cupObservations } from './observations.js';

/** Laminates on which a fitted card is held against the truth [mm]. */
export const RECOVERY_MM = [3, 6, 12] as const;

export interface Recovery {
  readonly truth: string;
  readonly status: string;
  readonly rmsK: number | null;
  /** Predicted less true peak by RECOVERY_MM [K], and that of the card before the fit */
  readonly errorsK: readonly number[];
  readonly beforeK: readonly number[];
}

/** Of the truths: one standard deviation of the logarithms. */
const TRUTH = { rate: 0.2, heat: 0.05, induction: 0.2 };
/** A thermometer in a cup. */
const READ = { everyS: 20, noiseK: 0.3 };

/** Fourteen batches that are not the card: twelve by chance, one whose start is 2.5 times as fast, one of another order. */
export function recoveryTruths(card: KineticCard, seed: number): { name: string; truth: KineticCard }[] {
  const random = new SeededRandom(seed);
  for (let k = 0; k < 4; k++) random.uniform();
  const factor = (spread: number): number => Math.exp(spread * random.normal());
  const drawn = Array.from({ length: 14 }, (): KineticCard => {
    const rate = factor(TRUTH.rate);
    const heat = factor(TRUTH.heat);
    const induction = factor(TRUTH.induction);
    const { t_ind_min } = card;
    return {
      ...card,
      k1: card.k1 * rate,
      k2: card.k2 * rate,
      H: card.H * heat,
      ...(t_ind_min === undefined ? {} : { t_ind_min: t_ind_min * induction }),
    };
  });
  return drawn.map((truth, i) => {
    if (i === 12) return { name: 'k1 × 2.5', truth: { ...truth, k1: truth.k1 * 2.5 } };
    if (i === 13) return { name: 'order n + 0.2', truth: { ...truth, n: truth.n + 0.2 } };
    return { name: `batch ${String(i + 1)}`, truth };
  });
}

/** Peak of chopped mat (30 % glass) laid at once on an 18 mm board, shop at 20 °C [°C]. */
export function laminatePeakC(card: KineticCard, mm: number, catalystPct: number | null): number {
  const run = simulateGrowth(onBoard({ name: 'mat', card, thicknessM: mm / 1000, glassW: 0.3, catalystPct }, 20, 6 * 3600));
  return run.layers[run.layers.length - 1].peakK - KELVIN;
}

/** One batch: its cup is read with noise, the card is fitted to that, and peaks of laminates are predicted that nobody measured. */
export function recover(
  card: KineticCard,
  { name, truth }: { name: string; truth: KineticCard },
  seed: number,
  catalystPct: number | null,
): Recovery {
  const random = new SeededRandom(seed);
  for (let k = 0; k < 4; k++) random.uniform();
  const startC = 22;
  const cup = simulateCup({ card: truth, massKg: 0.1, startK: startC + KELVIN, airK: startC + KELVIN, catalystPct });
  const endS = 1.7 * cup.peakS;
  const timeS = Array.from({ length: Math.floor(endS / READ.everyS) }, (_, i) => i * READ.everyS);
  let at = 0;
  const tempC = timeS.map((t) => {
    while (at + 1 < cup.timeS.length - 1 && cup.timeS[at + 1] < t) at++;
    const w = (t - cup.timeS[at]) / (cup.timeS[at + 1] - cup.timeS[at]);
    return cup.centerK[at] * (1 - w) + cup.centerK[at + 1] * w - KELVIN + READ.noiseK * random.normal();
  });
  const gelMin = cup.gelS === null ? null : Math.round((cup.gelS / 60) * 2) / 2;
  const test = { massG: 100, startC, airC: startC, catalystPct, gelMin, peakC: null, peakMin: null, log: { timeS, tempC }, sensorLagS: 0 };
  const fit = fitCard(card, [cupObservations(test)], []);
  const peaks = (of: KineticCard): number[] => RECOVERY_MM.map((mm) => laminatePeakC(of, mm, catalystPct));
  const [real, fitted, before] = [truth, fit.card, card].map(peaks);
  return { truth: name, status: fit.status, rmsK: fit.rmsK, errorsK: fitted.map((t, i) => t - real[i]), beforeK: before.map((t, i) => t - real[i]) };
}
