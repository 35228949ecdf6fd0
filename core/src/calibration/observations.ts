import { simulateCup } from '../growth/cup-test.js';
import type { KineticCard } from '../cure/kinetic-card.js';
import { KELVIN } from '../units/kelvin.js';
import { sampleSegment } from '../growth/field-history.js';
import type { GrowthCase } from '../growth/growth-case.js';
import { simulateGrowth } from '../growth/simulate-growth.js';
import type { CupTest } from './cup-test.js';
import type { TemperatureLog } from './temperature-log.js';

/** One measured number, its standard error, and what the model makes of it. */
export interface Observation {
  readonly what: 'temperature' | 'gel' | 'peak' | 'peak time';
  readonly source: 'cup' | 'laminate';
  /** Of a temperature: when [s] */
  readonly timeS: number | null;
  readonly value: number;
  readonly sigma: number;
}

/** A series of observations with the model that predicts them all at once. */
export interface Measured {
  readonly observations: readonly Observation[];
  predict: (card: KineticCard) => readonly number[];
}

/** Standard errors of what a person reads off a cup, and of a thermometer in it. */
const SIGMA = { temperatureK: 1.5, gelMin: 1, peakC: 3, peakMin: 1 };
const MOST_POINTS = 90;
/** Finer than the picture's: slopes are taken from differences of two runs, and must not be those of their errors [K]. */
const FIT_TOLERANCE_K = 0.02;
/** How long past its peak a cup is followed, in times to peak: later it only cools. */
const FOLLOW = 1.7;

/** Fewer points of a log, denser where it changes fast. */
export function thinned({ timeS, tempC }: TemperatureLog, untilS: number, most = MOST_POINTS): TemperatureLog {
  const within = timeS.filter((t) => t <= untilS).length;
  if (within <= most) return { timeS: timeS.slice(0, within), tempC: tempC.slice(0, within) };
  const path = [0];
  const range = Math.max(...tempC.slice(0, within)) - Math.min(...tempC.slice(0, within)) || 1;
  for (let i = 1; i < within; i++) path.push(path[i - 1] + (timeS[i] - timeS[i - 1]) / timeS[within - 1] + Math.abs(tempC[i] - tempC[i - 1]) / range);
  const picked: number[] = [];
  let next = 0;
  for (let i = 0; i < within; i++) {
    if (path[i] < next && i < within - 1) continue;
    picked.push(i);
    next = path[i] + path[within - 1] / most;
  }
  return { timeS: picked.map((i) => timeS[i]), tempC: picked.map((i) => tempC[i]) };
}

function interpolate(timeS: readonly number[], values: readonly number[], at: number): number {
  let low = 0;
  let high = timeS.length - 1;
  while (high - low > 1) {
    const mid = (low + high) >> 1;
    if (timeS[mid] <= at) low = mid;
    else high = mid;
  }
  const span = timeS[high] - timeS[low];
  if (!(span > 0)) return values[high];
  return values[low] + (values[high] - values[low]) * Math.min(1, Math.max(0, (at - timeS[low]) / span));
}

/** What a thermometer of a time constant shows: dTs/dt = (T − Ts)/τ, exact for straight pieces. */
export function laggedC(timeS: readonly number[], tempC: readonly number[], lagS: number): number[] {
  if (lagS <= 0) return [...tempC];
  const shown = [tempC[0]];
  for (let i = 1; i < timeS.length; i++) {
    const h = timeS[i] - timeS[i - 1];
    const slope = h > 0 ? (tempC[i] - tempC[i - 1]) / h : 0;
    const decay = Math.exp(-h / lagS);
    // The straight piece is followed lagS behind, plus what is left of the old difference.
    shown.push(tempC[i] - slope * lagS + (shown[i - 1] - tempC[i - 1] + slope * lagS) * decay);
  }
  return shown;
}

/** A cup test as observations. */
export function cupObservations(test: CupTest): Measured {
  const { log } = test;
  const startC = log ? log.tempC[0] : test.startC;
  const peakS = log ? log.timeS[log.tempC.reduce((best, v, i) => (v > log.tempC[best] ? i : best), 0)] : (test.peakMin ?? 60) * 60;
  const seen = log ? thinned(log, FOLLOW * peakS) : null;
  const observations: Observation[] = seen
    ? seen.timeS.map((timeS, i) => ({ what: 'temperature', source: 'cup', timeS, value: seen.tempC[i], sigma: SIGMA.temperatureK }))
    : [];
  const add = (what: Observation['what'], value: number | null, sigma: number): void => {
    if (value !== null) observations.push({ what, source: 'cup', timeS: null, value, sigma });
  };
  add('gel', test.gelMin, SIGMA.gelMin);
  if (!seen) {
    add('peak', test.peakC, SIGMA.peakC);
    add('peak time', test.peakMin, SIGMA.peakMin);
  }
  const endS = Math.max(seen ? seen.timeS[seen.timeS.length - 1] : 0, 3 * peakS, (test.gelMin ?? 0) * 180, 600);
  const predict = (card: KineticCard): readonly number[] => {
    const cup = simulateCup({
      card,
      massKg: test.massG / 1000,
      startK: startC + KELVIN,
      airK: test.airC + KELVIN,
      catalystPct: test.catalystPct,
      endS,
      toleranceK: FIT_TOLERANCE_K,
    });
    const shown = laggedC(
      cup.timeS,
      cup.centerK.map((k) => k - KELVIN),
      test.sensorLagS,
    );
    return observations.map(({ what, timeS }) => {
      if (what === 'temperature') return interpolate(cup.timeS, shown, timeS ?? 0);
      if (what === 'gel') return (cup.gelS ?? endS) / 60;
      return what === 'peak' ? cup.peakK - KELVIN : cup.peakS / 60;
    });
  };
  return { observations, predict };
}

/** A thermometer somewhere in a laminate of a build. */
export interface LaminateTest {
  /** The case with the card that is being fitted put in */
  readonly caseFor: (card: KineticCard) => GrowthCase;
  /** When its record starts [s] of the case's clock */
  readonly startS: number;
  /** Height above the plug face [m]; 0: at the plug */
  readonly heightM: number;
  readonly log: TemperatureLog;
}

/** A laminate's temperature as observations. */
export function laminateObservations({ caseFor, startS, heightM, log }: LaminateTest): Measured {
  const seen = thinned(log, Infinity);
  const observations = seen.timeS.map((timeS, i): Observation => ({
    what: 'temperature',
    source: 'laminate',
    timeS,
    value: seen.tempC[i],
    sigma: SIGMA.temperatureK,
  }));
  const predict = (card: KineticCard): readonly number[] => {
    const result = simulateGrowth(caseFor(card), { toleranceK: FIT_TOLERANCE_K });
    const { centerM, firstLaid } = result.geometry;
    let cell = firstLaid;
    while (cell + 1 < centerM.length && centerM[cell] < heightM) cell++;
    return seen.timeS.map((timeS) => {
      const segment = result.segments.findLast(({ field }) => field.frames > 0 && field.timeS[0] <= startS + timeS);
      if (!segment) return NaN;
      return sampleSegment(segment.field, segment.field.tempK, Math.min(cell, segment.field.cells - 1), startS + timeS) - KELVIN;
    });
  };
  return { observations, predict };
}
