import { choice, list, number, optional, text, type PartOf, type Value } from '../fields/field.js';
import { initialPart } from '../fields/initial.js';

const measure = choice('Hardener measured', ['weight', 'volume'], 'weight', { weight: 'on the scale', volume: 'by volume' });
export type MeasureWay = Value<typeof measure>;

const container = number('Container', 'g', [50, 30000], { digits: 0 });

/** Of the labor table, and left in pots and on tools (assumed) [%], until a plan says otherwise. */
export const USUAL_PACE = 1;
export const USUAL_LEFT_PCT = 3;

export const mixFields = {
  /** Names; left out: nobody is named */
  crew: optional(list('Who works on it', text('Name', 60), { entry: 'person', most: 12 })),
  people: number('People laying', 'people', [1, 8], { initial: 2, whole: true }),
  /** Containers at hand, by what they hold */
  containersG: list('Containers', container, { entry: 'container', least: 1, most: 8, initial: [500, 1000, 2500, 5000] }),
  /** How full a container is mixed */
  fillShare: number('Containers filled to', '', [0.2, 1], { initial: 0.8, quantity: 'share' }),
  /** Share of the pot life after which the pot is empty */
  potShare: number('Pot empty at, of its life', '', [0.2, 0.95], { initial: 0.5, quantity: 'share' }),
  measure,
  /** Smallest step of the scale */
  scaleG: number('Scale shows', 'g', [0.01, 50], { initial: 1, digits: 2 }),
  /** This shop’s minutes at laying over those of the labor table; left out: as the table */
  pace: optional(number('Pace at laying', '×', [0.3, 4], { digits: 2 })),
  /** Stays in pots and on tools, of what is mixed; left out: three in a hundred (assumed) */
  leftPct: optional(number('Left in pots and on tools', '%', [0, 50], { digits: 1 })),
  /** Output of the gun */
  gunKgPerMin: number('Gun output', 'kg/min', [0.05, 10], { initial: 0.6, digits: 2 }),
};

/** Who mixes and lays, in what, and how it is measured. */
export type MixPlan = PartOf<typeof mixFields>;

export const DEFAULT_MIX: MixPlan = initialPart(mixFields);
