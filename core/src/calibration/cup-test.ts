import type { ResinCard } from '../materials/resin-card.js';
import type { TemperatureLog } from './temperature-log.js';

/** A cup of mixed resin that somebody watched. What was not seen is null. */
export interface CupTest {
  readonly massG: number;
  readonly startC: number;
  /** Air around the cup */
  readonly airC: number;
  readonly catalystPct: number | null;
  readonly gelMin: number | null;
  readonly peakC: number | null;
  readonly peakMin: number | null;
  readonly log: TemperatureLog | null;
  /** How long the thermometer takes to follow (time constant) [s] */
  readonly sensorLagS: number;
}

/** What speaks against using a test. `stop`: no fit; `warn`: a fit with care. */
export interface TestObjection {
  readonly level: 'stop' | 'warn';
  readonly message: string;
}

const LEAST_POINTS = 12;
const LEAST_RISE_K = 6;
const HOTTEST_START_C = 45;
const LONGEST_GAP_SHARE = 0.15;

/**
 * Says in plain words what is wrong with a cup test before anything is fitted to it.
 * @returns empty: nothing speaks against it
 */
export function objectionsTo(test: CupTest, card: ResinCard): TestObjection[] {
  return [...conditionObjections(test, card), ...(test.log ? logObjections(test.startC, test.log) : numberObjections(test))];
}

const stop = (message: string): TestObjection => ({ level: 'stop', message });
const warn = (message: string): TestObjection => ({ level: 'warn', message });

function conditionObjections(test: CupTest, card: ResinCard): TestObjection[] {
  const found: TestObjection[] = [];
  const range = card.limits.catalyst;
  if (!(test.massG >= 5 && test.massG <= 5000)) found.push(stop(`A cup of ${String(test.massG)} g: enter 5 to 5000 g.`));
  if (!(test.startC > -5 && test.startC <= HOTTEST_START_C)) {
    found.push(stop(`The resin started at ${test.startC.toFixed(0)} °C: that looks like °F, or the cup had already warmed. Enter °C at mixing.`));
  }
  if (range && test.catalystPct === null) found.push(stop('How much catalyst was in it? Without that the test says nothing about the card.'));
  if (range && test.catalystPct !== null && (test.catalystPct < range.minPct || test.catalystPct > range.maxPct)) {
    const far = test.catalystPct < 0.5 * range.minPct || test.catalystPct > 2 * range.maxPct;
    const text = `${test.catalystPct.toFixed(2)} % catalyst lies outside the card’s ${String(range.minPct)}–${String(range.maxPct)} %`;
    found.push(far ? stop(`${text}: the cure is a different one there. Test inside the range.`) : warn(`${text}: the fit may not hold inside it.`));
  }
  return found;
}

function numberObjections({ gelMin, peakC, peakMin, startC }: CupTest): TestObjection[] {
  const given = [gelMin, peakC, peakMin].filter((value) => value !== null).length;
  if (given === 0) return [stop('Nothing was measured: enter gel time, peak and time to peak, or a temperature log.')];
  const found: TestObjection[] = [];
  if (peakC !== null && peakC < startC + LEAST_RISE_K) {
    found.push(stop(`The peak is ${(peakC - startC).toFixed(0)} K above the start: no exotherm to fit. A bigger cup, or more time?`));
  }
  if (peakC !== null && peakC > 260) found.push(stop(`A peak of ${peakC.toFixed(0)} °C: that looks like °F. Enter °C.`));
  if (gelMin !== null && peakMin !== null && gelMin >= peakMin) found.push(stop('It cannot gel after its peak: check the two times.'));
  if (given < 3) found.push(warn('With fewer than three numbers some of the card stays as it was.'));
  return found;
}

/** Says what is wrong with a thermometer's record; the same for a cup and for a laminate. */
export function logObjections(startC: number, { timeS, tempC }: TemperatureLog): TestObjection[] {
  if (timeS.length < LEAST_POINTS)
    return [stop(`Only ${String(timeS.length)} readings: at least ${String(LEAST_POINTS)} are needed to see a curve.`)];
  const peak = tempC.reduce((best, value, i) => (value > tempC[best] ? i : best), 0);
  const rise = tempC[peak] - tempC[0];
  const found: TestObjection[] = [];
  if (tempC[0] > HOTTEST_START_C || tempC[peak] > 320) {
    return [
      stop(`It starts at ${tempC[0].toFixed(0)} and reaches ${tempC[peak].toFixed(0)}: that looks like °F read as °C. Set the unit of the column.`),
    ];
  }
  if (rise < LEAST_RISE_K) return [stop(`The log rises by ${rise.toFixed(1)} K only: no peak in it. Was the probe in the resin, was it catalyzed?`)];
  if (peak >= timeS.length - 3 || tempC[tempC.length - 1] > tempC[peak] - 0.08 * rise) {
    found.push(
      peak >= timeS.length - 3
        ? stop('The log ends while it is still getting hotter: the logger stopped before the peak. Fit needs the peak and some cooling.')
        : warn('The log ends right after the peak: the heat of cure is less certain.'),
    );
  }
  const span = timeS[timeS.length - 1];
  const gap = Math.max(...timeS.slice(1).map((t, i) => t - timeS[i]));
  if (gap > LONGEST_GAP_SHARE * Math.max(timeS[peak], span / 3)) {
    found.push(warn(`There is a hole of ${(gap / 60).toFixed(0)} min in the log: what happened there is guessed.`));
  }
  if (Math.abs(tempC[0] - startC) > 4) {
    found.push(warn(`The log starts at ${tempC[0].toFixed(0)} °C, the entry says ${startC.toFixed(0)} °C: the log is used.`));
  }
  return found;
}
