import { simulateCup } from '../growth/cup-test.js';
import type { KineticCard } from '../cure/kinetic-card.js';
import { KELVIN } from '../units/kelvin.js';
import { SeededRandom } from '../numerics/seeded-random.js';
import { laggedC } from './observations.js';

/** A reading of the stand-in device; null: it did not answer. */
export interface LoggerReading {
  readonly atS: number;
  readonly tempC: number | null;
}

/** A cup in front of the stand-in device. */
export interface StandInCup {
  readonly card: KineticCard;
  readonly massG: number;
  readonly startC: number;
  readonly catalystPct: number | null;
  readonly seed: number;
}

/** The batch in the cup is not the card: its numbers differ by a seeded, honest spread. */
const TRUTH = { rate: 0.22, heat: 0.07, induction: 0.2 };
const DEVICE = { everyS: 10, noiseK: 0.25, lagS: 12, stepK: 0.1, missing: 0.03 };

/** The card of the batch that is really in the cup. */
export function standInTruth(card: KineticCard, seed: number): KineticCard {
  const random = new SeededRandom(seed);
  for (let k = 0; k < 4; k++) random.uniform();
  const factor = (spread: number): number => Math.exp(spread * Math.max(-1.8, Math.min(1.8, random.normal())));
  const rate = factor(TRUTH.rate);
  return {
    ...card,
    k1: card.k1 * rate,
    k2: card.k2 * rate,
    H: card.H * factor(TRUTH.heat),
    ...(card.t_ind_min === undefined ? {} : { t_ind_min: card.t_ind_min * factor(TRUTH.induction) }),
  };
}

/**
 * A stand-in for a thermometer in a cup, to try calibration without hardware: a truth that is not the card, read with lag, noise,
 * steps of 0.1 K, missed readings and one hole. The same seed gives the same record.
 * @returns readings every 10 s until well past the peak
 * @throws DomainError for a mass, temperature or catalyst that makes no sense
 */
export function standInReadings({ card, massG, startC, catalystPct, seed }: StandInCup): LoggerReading[] {
  const random = new SeededRandom(seed + 1);
  for (let k = 0; k < 4; k++) random.uniform();
  const airK = startC + KELVIN;
  const cup = simulateCup({ card: standInTruth(card, seed), massKg: massG / 1000, startK: airK, airK, catalystPct, endS: 12 * 3600 });
  const shown = laggedC(
    cup.timeS,
    cup.centerK.map((k) => k - KELVIN),
    DEVICE.lagS,
  );
  const endS = Math.min(1.8 * cup.peakS, 12 * 3600);
  const hole = cup.peakS * (0.3 + 0.3 * random.uniform());
  const readings: LoggerReading[] = [];
  let i = 0;
  for (let atS = 0; atS <= endS; atS += DEVICE.everyS) {
    while (i + 1 < cup.timeS.length && cup.timeS[i + 1] <= atS) i++;
    const next = Math.min(i + 1, cup.timeS.length - 1);
    const w = next === i ? 0 : (atS - cup.timeS[i]) / (cup.timeS[next] - cup.timeS[i]);
    const noisy = shown[i] * (1 - w) + shown[next] * w + DEVICE.noiseK * random.normal();
    const missed = random.uniform() < DEVICE.missing || (atS > hole && atS < hole + 90);
    readings.push({ atS, tempC: missed ? null : Math.round(noisy / DEVICE.stepK) * DEVICE.stepK });
  }
  return readings;
}
