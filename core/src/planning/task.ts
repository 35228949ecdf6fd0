import { initialPart } from '../plan/fields/initial.js';
import { choice, flag, number, optional, part, list, text, type PartOf, type Value } from '../plan/fields/field.js';

/** Limits of one kind, so that a clash can be named. */
export type LimitClass = 'heat' | 'activation' | 'window' | 'demold' | 'oven' | 'cold' | 'catalyst' | 'hours' | 'rules' | 'chance' | 'locks';

/** What is to be small: hours until demolding, person-hours at sessions, bow [mm/m] and print-through [tenths of the index]. */
export interface Weights {
  readonly demold: number;
  readonly hands: number;
  readonly shape: number;
}

export const varyFields = {
  /** When each session begins, but for the locked ones */
  starts: flag('Starts', true),
  /** How many plies are laid in one session */
  plies: flag('Plies per session', false),
  /** By 0.25 %, inside each card's range */
  catalyst: flag('Catalyst', false),
  /** A joint may be washed and abraded instead of laid at tack */
  joints: flag('Joint abraded or at tack', false),
  /** A fan, a warmer shop */
  air: flag('Heating and fan', false),
  /** At a session, at most */
  people: optional(number('People, at most', 'people', [1, 8], { whole: true })),
  /** Sections that do not wait for each other in another order */
  order: flag('Order of sections', false),
  locked: list('Locked sessions', text('Session', 60), { entry: 'locked session', most: 400, initial: [] }),
};
/** What the planner may change. */
export type Vary = PartOf<typeof varyFields>;

const objective = choice('Objective', ['earliest', 'fewest hands', 'flattest', 'mixed'], 'earliest', {
  earliest: 'off the plug earliest',
  'fewest hands': 'fewest hours of hands',
  flattest: 'least bow and print-through',
  mixed: 'some of each',
});
export type Objective = Value<typeof objective>;
export const objectives = objective.choices;
export const objectiveWords = objective.words;

/** Hours on the plug against hours of hands against millimeters of bow. */
export const WEIGHTS: Readonly<Record<Objective, Weights>> = {
  earliest: { demold: 1, hands: 0, shape: 0 },
  'fewest hands': { demold: 0.01, hands: 1, shape: 0 },
  flattest: { demold: 0.005, hands: 0, shape: 1 },
  mixed: { demold: 0.25, hands: 1, shape: 2 },
};

export const planTaskFields = {
  vary: part('Vary', varyFields),
  objective,
  gridMin: number('Grid', 'min', [5, 240], { initial: 30, whole: true }),
  timeLimitS: number('Time limit', 's', [0.1, 3600], { initial: 60, digits: 1 }),
  seed: number('Seed', '', [0, 1e9], { initial: 1, whole: true }),
  /** Days that are looked at, from day 1; left out: two more than the plan takes */
  days: optional(number('Days', 'days', [1, 60], { whole: true })),
  /** Limits kept with their margins of care, not only kept */
  clear: flag('Clear of every limit', false),
  /** Wanted probability that all limits are kept together; left out: only as planned */
  chance: optional(number('Wanted probability', '', [0.05, 0.99], { digits: 2 })),
  /** Nothing begins before [min from 00:00 of day 1] */
  fromMin: optional(number('Not before', 'min', [0, 86400], { whole: true })),
};
/** How a plan is to be made better. */
export type PlanTask = PartOf<typeof planTaskFields>;

/** A task of which nothing is said. */
export function initialTask(): PlanTask {
  return { ...initialPart(planTaskFields), vary: initialPart(varyFields) };
}
