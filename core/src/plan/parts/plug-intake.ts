import { choice, day, list, number, optional, orNull, part, text, type PartOf, type Value } from '../fields/field.js';
import { initialPart } from '../fields/initial.js';
import { wantedFinishes, wantedFinishNames } from './wanted-finish.js';

const use = choice('Parts will be made', ['open', 'bagged', 'infused', 'heated'], 'open');
/** How parts will be made in the mold. */
export type MoldUse = Value<typeof use>;

const hand = choice('Hand', ['none', 'left', 'right'], 'none');
/** Which of a mirrored pair a mold is. */
export type Hand = Value<typeof hand>;

export const doneCheckFields = {
  id: text('Check', 80),
  /** Minutes from 00:00 of day 1; negative before it */
  doneMin: number('Done', 'min', [-525600, 86400]),
  by: text('Name', 80),
};

/** A check that was done. */
export type DoneCheck = PartOf<typeof doneCheckFields>;

/** What is taken until somebody has said otherwise is assumed. */
export const intakeFields = {
  back: choice('Back of the plug', ['closed', 'ribbed', 'open'], 'closed'),
  /** Holes and gaps through which resin could run behind */
  holes: number('Holes and gaps', '', [0, 500], { initial: 0, whole: true }),
  /** What is fixed to it or must stay clean: inserts, screws, magnets */
  hardware: text('Hardware to mask', 200, { least: 0, initial: '' }),
  finish: choice('Finish wanted', wantedFinishNames, 'gloss', {
    satin: `satin, grit ${String(wantedFinishes.satin.grit)}`,
    gloss: 'gloss, compounds',
    show: 'show finish',
  }),
  coarsestGrit: number('Coarsest scratch on the plug', 'grit', [24, 3000], { initial: 240, digits: 0 }),
  /** 1 plain to 3 fiddly */
  shapeFactor: number('Shape, 1 plain to 3 fiddly', '×', [0.5, 3], { initial: 1.5, digits: 1 }),
  /** This shop's minutes over the typical ones */
  shopFactor: number('This shop’s pace', '×', [0.3, 4], { initial: 1, digits: 2 }),
  /** Deviation the customer allows */
  accuracyMm: number('Customer allows, ±', 'mm', [0.05, 50], { initial: 1, quantity: 'thickness', digits: 2 }),
  use,
  /** Part temperature in a heated mold */
  heatedToC: orNull(number('Heated to', '°C', [25, 200], { quantity: 'temperature' })),
  pullsExpected: number('Pulls expected', 'pulls', [1, 5000], { initial: 50, whole: true }),
  partThicknessMm: number('Part thickness', 'mm', [0.3, 60], { initial: 4, quantity: 'thickness' }),
  hand,
  /** Day by whose end the mold is to be off the plug */
  wantedBy: optional(day('Wanted by')),
  /** Name of the mold or build of which this one is the mirror */
  mirrorOf: text('Mirror of', 120, { least: 0, initial: '' }),
  done: list('Checks done', part('Check', doneCheckFields), { entry: 'check', most: 80 }),
};

/** What is asked when a plug comes in. */
export type PlugIntake = PartOf<typeof intakeFields>;

export const DEFAULT_INTAKE: PlugIntake = initialPart(intakeFields);

/** Coarser than the finest grit of the finish: there is something to do. */
export function finishIsLess({ finish, coarsestGrit }: Pick<PlugIntake, 'finish' | 'coarsestGrit'>): boolean {
  return coarsestGrit < wantedFinishes[finish].grit;
}
