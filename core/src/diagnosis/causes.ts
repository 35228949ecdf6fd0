import type { FindingKind } from '../log/reading-fields.js';
import type { EvidenceId } from './evidence.js';

/** Something that makes a finding, and what is usually seen where it did. */
export interface CauseOfFinding {
  readonly words: string;
  /** How often each is so where this was the cause [-] (assumed); what is not named is as usual */
  readonly seen: Readonly<Partial<Record<EvidenceId, number>>>;
}

/**
 * General trade knowledge (assumed): likelihoods by rank of what practitioners look at first, not by counting.
 * @see docs/references.md#diagnosis
 */
export const CAUSES = {
  'thin gel coat': { words: 'Gel coat too thin there', seen: { 'thin film': 0.75, 'no tack try': 0.4, 'outside corner': 0.3 } },
  'thick gel coat': { words: 'Gel coat too thick or pooled', seen: { 'thick film': 0.75, 'pocket or corner': 0.5, 'thin film': 0.02 } },
  'under-cured gel coat': {
    words: 'Gel coat not cured enough',
    seen: { 'cold shop': 0.5, 'old lot': 0.2, 'ratio off': 0.25, 'laid early': 0.35, 'no tack try': 0.5, 'thin film': 0.25 },
  },
  'next layer too early': {
    words: 'Next layer went on too early',
    seen: { 'laid early': 0.75, 'no tack try': 0.6, 'laid late': 0.01, 'cold shop': 0.25 },
  },
  'next layer too late': { words: 'Next layer went on too late: no bond, and it lifted', seen: { 'laid late': 0.75, 'laid early': 0.01 } },
  'heat of the laminate': { words: 'Too much laid at once: heat', seen: { 'hot peak': 0.75, 'thick first session': 0.5, 'cold shop': 0.04 } },
  'heavy first laminate': { words: 'First laminate too heavy for a young gel coat', seen: { 'thick first session': 0.75, 'hot peak': 0.3 } },
  'styrene in a hollow': { words: 'Styrene lay in the hollow and held cure back', seen: { 'pocket or corner': 0.9, 'cold shop': 0.25 } },
  'film ran off': {
    words: 'Release film ran out of the corner, resin touched the plug',
    seen: { 'pocket or corner': 0.85, 'damp air': 0.45, 'release test failed': 0.3, 'release not tested': 0.6 },
  },
  'wrong ratio': { words: 'Ratio wrong, or the pot’s corners unmixed', seen: { 'ratio off': 0.6, 'old lot': 0.1 } },
  'air in the mix': { words: 'Air stirred or sprayed in, too cold to leave', seen: { 'cold shop': 0.5, 'thick film': 0.3 } },
  'air under a ply': { words: 'Air left under the first ply', seen: { 'outside corner': 0.5, 'pocket or corner': 0.4, 'little resin': 0.3 } },
  'catalyst drops': { words: 'Drops of catalyst not stirred in', seen: { 'ratio off': 0.3 } },
  'soft skin': { words: 'Bulk on a skin that had not cured', seen: { 'skin not hard': 0.8, 'laid early': 0.4 } },
  'thin skin': { words: 'Skin too thin to carry the bulk’s shrinkage', seen: { 'thick first session': 0.4, 'hot peak': 0.25 } },
  'bare radius': { words: 'Resin without fiber in the radius', seen: { 'outside corner': 0.9 } },
  blow: { words: 'A blow, a drop, or levering on one side', seen: { 'fought before': 0.35, 'outside corner': 0.35 } },
  'demolded early': { words: 'Off the plug before it had cured', seen: { 'demolded early': 0.75, 'cold shop': 0.3 } },
  'uneven build': { words: 'Uneven build or frame bonded early', seen: { 'demolded early': 0.15 } },
  'worn release': { words: 'Release worn out', seen: { 'release overdue': 0.7, 'fought before': 0.5 } },
  'missed release': {
    words: 'A coat missed, thin, or not dry',
    seen: { 'wait not kept': 0.45, 'release test failed': 0.25, 'release not tested': 0.5 },
  },
  'hot part': { words: 'Part cured hot and softened the release', seen: { 'hot part': 0.75 } },
  'build-up': { words: 'Build-up of old release', seen: { 'fought before': 0.5, 'release overdue': 0.2 } },
  'too little draft': { words: 'Too little draft, or a step that holds', seen: { 'steep wall': 0.7, 'fought before': 0.6 } },
  'release not buffed': { words: 'Release not buffed, or film sprayed wet', seen: { 'damp air': 0.3 } },
  'no surface additive': { words: 'No surface additive or film on the last ply', seen: { 'open back': 0.9 } },
  'cold cure': { words: 'Too cold, or too little hardener, to cure through', seen: { 'cold shop': 0.7, 'ratio off': 0.25, 'old lot': 0.2 } },
  'wrong binder': { words: 'Binder of the mat that this resin does not dissolve', seen: { 'wrong binder': 0.9 } },
  'too little resin': { words: 'Too little resin to the glass', seen: { 'little resin': 0.75, 'vacuum leaked': 0.25 } },
  'damp fiber': { words: 'Damp glass or damp air', seen: { 'damp air': 0.6 } },
  'leaking bag': { words: 'Air through a leaking bag', seen: { 'vacuum leaked': 0.8 } },
  'too much in a pass': { words: 'Too much in one pass on a wall', seen: { 'thick film': 0.7, 'steep wall': 0.8, 'cold shop': 0.25 } },
  silicone: { words: 'Silicone or grease on the plug', seen: { 'release test failed': 0.15 } },
  dust: { words: 'Dust at the gate', seen: {} },
} as const satisfies Readonly<Record<string, CauseOfFinding>>;
export type CauseId = keyof typeof CAUSES;

/** How likely each cause is of a kind of finding before the log is read (assumed) [-]. */
export const PRIORS: Readonly<Record<FindingKind, Readonly<Partial<Record<CauseId, number>>>>> = {
  wrinkles: { 'thin gel coat': 0.4, 'under-cured gel coat': 0.3, 'next layer too early': 0.2, 'wrong ratio': 0.1 },
  'pre-release': { 'thick gel coat': 0.3, 'heat of the laminate': 0.25, 'next layer too late': 0.2, 'heavy first laminate': 0.25 },
  pinholes: { 'air in the mix': 0.6, 'thick gel coat': 0.15, silicone: 0.1, 'leaking bag': 0.15 },
  'soft gel coat': { 'styrene in a hollow': 0.25, 'film ran off': 0.25, 'under-cured gel coat': 0.2, 'thin gel coat': 0.15, 'wrong ratio': 0.15 },
  'print-through': { 'soft skin': 0.35, 'thin skin': 0.25, 'heat of the laminate': 0.25, 'uneven build': 0.15 },
  chip: { 'bare radius': 0.4, 'air under a ply': 0.3, blow: 0.3 },
  blister: { 'air under a ply': 0.45, 'catalyst drops': 0.2, 'under-cured gel coat': 0.15, 'hot part': 0.2 },
  crack: { blow: 0.4, 'thick gel coat': 0.35, 'demolded early': 0.1, 'bare radius': 0.15 },
  warp: { 'heat of the laminate': 0.35, 'demolded early': 0.3, 'uneven build': 0.35 },
  sticks: { 'worn release': 0.25, 'missed release': 0.25, 'too little draft': 0.15, 'hot part': 0.15, 'build-up': 0.1, 'film ran off': 0.1 },
  texture: { 'release not buffed': 0.7, 'build-up': 0.15, 'thin gel coat': 0.15 },
  'tacky back': { 'no surface additive': 0.4, 'cold cure': 0.4, 'wrong ratio': 0.2 },
  'dry fiber': { 'too little resin': 0.45, 'wrong binder': 0.2, 'damp fiber': 0.2, 'leaking bag': 0.15 },
  'run or sag': { 'too much in a pass': 0.7, 'cold cure': 0.15, 'wrong ratio': 0.15 },
  'air under a ply': { 'air under a ply': 0.7, 'too little resin': 0.3 },
  dirt: { dust: 0.6, silicone: 0.4 },
  other: {},
};
