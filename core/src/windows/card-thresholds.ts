import { KELVIN } from '../units/kelvin.js';
import { sampleSegment } from '../growth/field-history.js';
import type { GrowthCase, LayerSpec } from '../growth/growth-case.js';
import { simulateGrowth } from '../growth/simulate-growth.js';
import type { ResinCard } from '../materials/resin-card.js';
import { prepareKinetics } from '../cure/kinetics.js';
import { inductionUsed } from '../cure/pot-gel.js';
import { STIRRED_S } from '../plan/pot-age.js';
import { plugMaterials } from '../materials/plug-materials.js';

/** A card's statements in minutes, turned into degrees of cure at its surface [-]. */
export interface CardThresholds {
  /** The next coat may go on */
  readonly opens: number;
  /** Dry to touch */
  readonly dry: number;
  /** Cuts with a knife */
  readonly trim: { readonly from: number; readonly until: number } | null;
  /** Gel time under the reference condition [min]; null: not within a day */
  readonly referenceGelMin: number | null;
  readonly reference: ReferenceCondition;
}

/** The condition that the card's minutes are stated for. */
export interface ReferenceCondition {
  readonly atC: number;
  readonly filmUm: number;
  readonly catalystPct: number | null;
}

const DAY_S = 86400;
/** Where a card states no condition: thickness of a film and of a laminate [µm], temperature [°C]; assumed. */
const DEFAULT_FILM_UM = 600;
const DEFAULT_LAMINATE_UM = 3000;
const DEFAULT_C = 21;
/** Dry where no sheet says: this share of what the reference condition reaches in a day; assumed. */
const DRY_SHARE = 0.96;
const FILMS: readonly string[] = ['gel coat', 'barrier', 'epoxy surface', 'paste and putty'];
const GLASS_W = 0.3;

const known = new WeakMap<ResinCard, CardThresholds>();
const knownDemolding = new WeakMap<ResinCard, number>();

/**
 * Simulates the card's own reference condition once (its film on an 18 mm board, everything at its temperature, usual catalyst)
 * and reads the degree of cure at the moments the sheet names. What cannot be stated in minutes starts at gel.
 * @see docs/physics.md
 */
export function cardThresholds(card: ResinCard): CardThresholds {
  const before = known.get(card);
  if (before) return before;
  const thresholds = readThresholds(card);
  known.set(card, thresholds);
  return thresholds;
}

/** Lets a varied copy of a card keep the thresholds of the card it was made from. */
export function shareThresholds(from: ResinCard, to: ResinCard): void {
  known.set(to, cardThresholds(from));
  knownDemolding.set(to, demoldingCure(from));
}

/**
 * How far the sheet's hours at the sheet's temperature bring a layer: the least cured place of its reference film or laminate [-].
 * Without such a statement 0: nothing is asked.
 */
export function demoldingCure(card: ResinCard): number {
  const before = knownDemolding.get(card);
  if (before !== undefined) return before;
  const cure = readDemoldingCure(card);
  knownDemolding.set(card, cure);
  return cure;
}

function readDemoldingCure(card: ResinCard): number {
  const { demoldAfter } = card.limits;
  if (demoldAfter === null) return 0;
  const reference = referenceOf(card);
  const run = simulateGrowth(referenceCase(card, { ...reference, atC: demoldAfter.atC }, demoldAfter.hours * 3600));
  return run.layers[run.layers.length - 1].cureMin;
}

function referenceOf({ family, limits: { overlay, catalyst } }: ResinCard): ReferenceCondition {
  return {
    atC: overlay?.atC ?? DEFAULT_C,
    filmUm: overlay?.filmUm ?? (FILMS.includes(family) ? DEFAULT_FILM_UM : DEFAULT_LAMINATE_UM),
    catalystPct: catalyst?.typicalPct ?? null,
  };
}

/** The card's film or laminate in its reference condition. */
function referenceCase(card: ResinCard, { atC, filmUm, catalystPct }: ReferenceCondition, endS: number): GrowthCase {
  const glassW = FILMS.includes(card.family) ? 0 : GLASS_W;
  const thicknessM = filmUm * 1e-6;
  // A sheet counts from putting on, and what it put on had been stirred as well.
  const used = inductionUsed(prepareKinetics(card.kinetics, catalystPct), atC + KELVIN, STIRRED_S);
  const plies = used > 0 ? { plies: [{ afterS: 0, thicknessM, inductionUsed: used }] } : {};
  return onBoard({ name: card.name, card: card.kinetics, thicknessM, glassW, catalystPct, ...plies }, atC, endS);
}

/** One layer on an 18 mm board in still air, everything at one temperature. */
export function onBoard(layer: LayerSpec, atC: number, endS: number): GrowthCase {
  const tempK = atC + KELVIN;
  return {
    endS,
    air: { kind: 'constant', tempK },
    topH: 9,
    plug: {
      layers: [{ name: 'board', material: plugMaterials.mdf, thicknessM: 0.018 }],
      back: { kind: 'convective', h: 5, tempK: null },
      contactResistance: 2.5e-4,
      startK: tempK,
    },
    sessions: [{ startS: 0, layK: tempK, layers: [layer] }],
  };
}

function readThresholds(card: ResinCard): CardThresholds {
  const { overlay, trim } = card.limits;
  const reference = referenceOf(card);
  const run = simulateGrowth(referenceCase(card, reference, DAY_S));
  const { field } = run.segments[run.segments.length - 1];
  const gelS = run.layers[run.layers.length - 1].gelS;
  const cureAt = (minutes: number): number => sampleSegment(field, field.cure, field.cells - 1, minutes * 60);
  const gel = card.kinetics.a_gel;
  const opens = overlay ? cureAt(overlay.afterMin) : gel;
  const afterGel = (minutes: number): number => cureAt((gelS ?? DAY_S) / 60 + minutes);
  return {
    opens,
    dry: Math.max(opens, overlay?.dryAfterMin ? cureAt(overlay.dryAfterMin) : DRY_SHARE * cureAt(DAY_S / 60)),
    trim: trim && gelS !== null ? { from: afterGel(trim.fromMin), until: afterGel(trim.untilMin) } : null,
    referenceGelMin: gelS === null ? null : gelS / 60,
    reference,
  };
}
