import { requireInRange, type Range } from '../../errors/require.js';
import { wantedFinishes, type WantedFinish } from './wanted-finish.js';

/** How parts will be made in the mold. */
export const moldUses = ['open', 'bagged', 'infused', 'heated'] as const;
export type MoldUse = (typeof moldUses)[number];

/** Which of a mirrored pair a mold is. */
export const hands = ['none', 'left', 'right'] as const;
export type Hand = (typeof hands)[number];

export const backStates = ['closed', 'ribbed', 'open'] as const;
export type BackState = (typeof backStates)[number];

/** A check that was done. */
export interface DoneCheck {
  id: string;
  /** Minutes from 00:00 of day 1; negative before it */
  doneMin: number;
  by: string;
}

/** What is asked when a plug comes in. */
export interface PlugIntake {
  back: BackState;
  /** Holes and gaps through which resin could run behind */
  holes: number;
  /** What is fixed to it or must stay clean: inserts, screws, magnets */
  hardware: string;
  finish: WantedFinish;
  /** Coarsest scratch present */
  coarsestGrit: number;
  /** 1 plain to 3 fiddly */
  shapeFactor: number;
  /** This shop's minutes over the typical ones */
  shopFactor: number;
  /** Deviation the customer allows */
  accuracyMm: number;
  use: MoldUse;
  /** Part temperature in a heated mold */
  heatedToC: number | null;
  pullsExpected: number;
  partThicknessMm: number;
  hand: Hand;
  /** Name of the mold or build of which this one is the mirror */
  mirrorOf: string;
  done: DoneCheck[];
}

export const intakeRanges = {
  holes: { min: 0, max: 500, unit: '' },
  coarsestGrit: { min: 24, max: 3000, unit: 'grit' },
  shapeFactor: { min: 0.5, max: 3, unit: '×' },
  shopFactor: { min: 0.3, max: 4, unit: '×' },
  accuracyMm: { min: 0.05, max: 50, unit: 'mm' },
  heatedToC: { min: 25, max: 200, unit: '°C' },
  pullsExpected: { min: 1, max: 5000, unit: 'pulls' },
  partThicknessMm: { min: 0.3, max: 60, unit: 'mm' },
  doneMin: { min: -525600, max: 86400, unit: 'min' },
  done: { min: 0, max: 80, unit: 'checks' },
} as const satisfies Record<string, Range>;

/** What is taken until somebody has said otherwise (assumed). */
export const DEFAULT_INTAKE: PlugIntake = {
  back: 'closed',
  holes: 0,
  hardware: '',
  finish: 'gloss',
  coarsestGrit: 240,
  shapeFactor: 1.5,
  shopFactor: 1,
  accuracyMm: 1,
  use: 'open',
  heatedToC: null,
  pullsExpected: 50,
  partThicknessMm: 4,
  hand: 'none',
  mirrorOf: '',
  done: [],
};

/** @throws DomainError naming what makes no sense */
export function checkIntake(intake: PlugIntake): void {
  requireInRange('holes in the plug', intake.holes, intakeRanges.holes);
  requireInRange('coarsest scratch on the plug', intake.coarsestGrit, intakeRanges.coarsestGrit);
  requireInRange('shape factor of the finish', intake.shapeFactor, intakeRanges.shapeFactor);
  requireInRange('shop factor of the finish', intake.shopFactor, intakeRanges.shopFactor);
  requireInRange('accuracy', intake.accuracyMm, intakeRanges.accuracyMm);
  requireInRange('pulls expected', intake.pullsExpected, intakeRanges.pullsExpected);
  requireInRange('thickness of the part', intake.partThicknessMm, intakeRanges.partThicknessMm);
  if (intake.heatedToC !== null) requireInRange('temperature of the heated mold', intake.heatedToC, intakeRanges.heatedToC);
  requireInRange('checks done', intake.done.length, intakeRanges.done);
  for (const { doneMin } of intake.done) requireInRange('moment of a check', doneMin, intakeRanges.doneMin);
}

/** Coarser than the finest grit of the finish: there is something to do. */
export function finishIsLess({ finish, coarsestGrit }: Pick<PlugIntake, 'finish' | 'coarsestGrit'>): boolean {
  return coarsestGrit < wantedFinishes[finish].grit;
}
