import type { StepEntry } from '../log/entry.js';
import { isRunning, stepStates, type StepState } from '../steps/step-log.js';
import type { Step } from '../steps/step.js';
import { words, type Words } from '../units/amounts.js';
import type { RunningPot } from './pots.js';

/** Something to be told at a moment, once. */
export interface Bell {
  /** The same for the same thing, whatever its moment becomes */
  readonly id: string;
  /** By the plan's clock [min] */
  readonly atMin: number;
  readonly level: 'note' | 'care' | 'stop';
  readonly line: Words;
}

/** Told so long before something closes [min]. */
const BEFORE_CLOSING_MIN = 15;
const BEFORE_TRIM_ENDS_MIN = 10;
/** A pot is told of again at this share of its life. */
const NEARLY_GELLED = 0.85;

/**
 * What the bell tells: windows that open and close, green trim, film dry, ovens, demolding, and pots by their age.
 * @param steps as they are expected by now
 */
export function bellsOf(
  steps: readonly Step[],
  entries: readonly StepEntry[],
  pots: readonly RunningPot[],
  minuteOf: (iso: string) => number,
): Bell[] {
  const states = stepStates(entries);
  const stateOf = ({ id }: Step): StepState => states.get(id)?.state ?? 'open';
  const over = (step: Step): boolean => ['done', 'skipped'].includes(stateOf(step));
  const begun = (step: Step): boolean => over(step) || isRunning(stateOf(step));
  const bells: Bell[] = [];
  const add = (id: string, atMin: number, level: Bell['level'], line: Words): void => {
    if (Number.isFinite(atMin)) bells.push({ id, atMin, level, line });
  };
  for (const step of steps) {
    const { id, name, kind, startMin, endMin, waitsFor, waitMin } = step;
    const state = states.get(id);
    // Release and coats: dry once their wait is over, from when they were really done.
    if (state?.state === 'done' && waitMin > 0 && step.stage === 'release')
      add(`${id} dry`, minuteOf(state.at) + waitMin, 'note', words`Dry: ${name}. The next coat may go on.`);
    if (over(step)) continue;
    if (waitsFor?.what === 'window' && !begun(step)) {
      add(`${id} opens`, waitsFor.untilMin, 'note', words`Window open: ${name}. Try tack in the cup, then the flange, then the corners.`);
      if (waitsFor.closesMin !== null)
        add(`${id} closes`, waitsFor.closesMin - BEFORE_CLOSING_MIN, 'care', words`Window closes in ${String(BEFORE_CLOSING_MIN)} min: ${name}.`);
    }
    if (kind === 'trim') {
      add(`${id} from`, startMin, 'note', words`${name}: the edge cuts with a knife now.`);
      add(`${id} until`, endMin - BEFORE_TRIM_ENDS_MIN, 'care', words`${name}: ${String(BEFORE_TRIM_ENDS_MIN)} min left, then it drags.`);
    }
    if ((kind === 'ramp' || kind === 'hold' || kind === 'cool') && !begun(step)) add(`${id} oven`, startMin, 'note', words`Oven: ${name}.`);
    if (kind === 'demold' && !begun(step)) add(`${id} demold`, startMin, 'note', words`${name}: it may come off from now on, if it is cured.`);
  }
  for (const { id, name, mixedMin, emptyByMin, gelsMin } of pots) {
    add(`${id} empty`, emptyByMin, 'care', `Pot of ${name}: it should be empty by now.`);
    if (gelsMin !== null)
      add(`${id} gels`, mixedMin + NEARLY_GELLED * (gelsMin - mixedMin), 'stop', `Pot of ${name} is about to gel: use no more of it, spread it out.`);
  }
  return bells.sort((a, b) => a.atMin - b.atMin);
}

/** How long after its moment a bell still rings, for a page that was asleep [min]. */
const STILL_MIN = 3;

/** Bells to ring now: their moment has come not long ago, and they were not rung. */
export function ringing(bells: readonly Bell[], nowMin: number, rung: ReadonlySet<string>): Bell[] {
  return bells.filter(({ id, atMin }) => atMin <= nowMin && nowMin - atMin <= STILL_MIN && !rung.has(id));
}
