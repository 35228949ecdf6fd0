import type { Words } from '../units/amounts.js';

/** What a build's log or a mold's record can hold for or against a cause. */
export const evidenceIds = [
  'thin film',
  'thick film',
  'laid early',
  'laid late',
  'hot peak',
  'cold shop',
  'damp air',
  'old lot',
  'ratio off',
  'release test failed',
  'release not tested',
  'pocket or corner',
  'outside corner',
  'steep wall',
  'wrong binder',
  'thick first session',
  'skin not hard',
  'no tack try',
  'demolded early',
  'little resin',
  'open back',
  'vacuum leaked',
  'release overdue',
  'wait not kept',
  'hot part',
  'fought before',
] as const;
export type EvidenceId = (typeof evidenceIds)[number];

export interface EvidenceKind {
  /** How often it is so in a build or a record without any finding (assumed) [-] */
  readonly usual: number;
  /** What to look at where the log does not say */
  readonly check: string;
}

/**
 * How often each is so anyhow: general trade knowledge, assumed; they decide how much a piece of evidence is worth.
 * @see docs/references.md#diagnosis
 */
export const evidenceKinds: Readonly<Record<EvidenceId, EvidenceKind>> = {
  'thin film': { usual: 0.1, check: 'Measure the gel coat there: a gauge, or a chip under a loupe.' },
  'thick film': { usual: 0.1, check: 'Measure the gel coat there: a gauge, or a chip under a loupe.' },
  'laid early': { usual: 0.08, check: 'Ask who laid the next layer when, and how the tack try was.' },
  'laid late': { usual: 0.1, check: 'Ask when the next layer went on, and whether it was abraded before.' },
  'hot peak': { usual: 0.1, check: 'Look at the back for browning; compare the thermocouple of the next build.' },
  'cold shop': { usual: 0.12, check: 'Look at the heating and the night temperatures of those days.' },
  'damp air': { usual: 0.15, check: 'Look up the humidity of that day.' },
  'old lot': { usual: 0.05, check: 'Make a cup of what is left of that lot and time its gel.' },
  'ratio off': { usual: 0.05, check: 'Weigh what is left of resin and hardener against what should be left.' },
  'release test failed': { usual: 0.05, check: 'Pull a tape there before the next part.' },
  'release not tested': { usual: 0.3, check: 'Pull a tape there before the next part.' },
  'pocket or corner': { usual: 0.25, check: 'Look whether it sits in a hollow or an inside corner.' },
  'outside corner': { usual: 0.2, check: 'Look whether it sits on an edge or an outside corner.' },
  'steep wall': { usual: 0.2, check: 'Look whether it sits on a wall.' },
  'wrong binder': { usual: 0.02, check: 'Read the binder on the roll: powder and emulsion dissolve in styrene only.' },
  'thick first session': { usual: 0.15, check: 'Count the plies of the first bulk session.' },
  'skin not hard': { usual: 0.15, check: 'Ask whether the skin coat had cured and was keyed before bulk.' },
  'no tack try': { usual: 0.3, check: 'Ask how it was decided that the next layer could go on.' },
  'demolded early': { usual: 0.08, check: 'Compare the hours on the plug with the plan.' },
  'little resin': { usual: 0.12, check: 'Weigh the mold against its plan: dry laminate is light.' },
  'open back': { usual: 0.1, check: 'Ask what closed the last ply: additive, film or peel ply.' },
  'vacuum leaked': { usual: 0.08, check: 'Repeat the drop test on the bag of the next part.' },
  'release overdue': { usual: 0.1, check: 'Count the pulls since the last coat.' },
  'wait not kept': { usual: 0.1, check: 'Ask how long the last coat had before the pull.' },
  'hot part': { usual: 0.1, check: 'Put a thermocouple into the next part.' },
  'fought before': { usual: 0.08, check: 'Look through the last pulls of this zone.' },
};

/** One piece of evidence as it was found. */
export interface Evidence {
  readonly id: EvidenceId;
  /** null: the log does not say */
  readonly so: boolean | null;
  /** What was found, or what is missing */
  readonly line: Words;
  /** When it was read or done; null: no moment */
  readonly at: string | null;
  /** Where it stands */
  readonly from: 'plan' | 'build' | 'mold' | 'nowhere';
}

export const unknown = (id: EvidenceId, line: Words): Evidence => ({ id, so: null, line, at: null, from: 'nowhere' });
