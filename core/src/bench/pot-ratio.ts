import type { ReadingOf } from '../log/reading-fields.js';
import { cardNumber } from '../materials/material-card.js';
import type { ResinCard } from '../materials/resin-card.js';
import { amount, words, type Words } from '../units/amounts.js';
import type { Level } from '../units/levels.js';

/** A weighed dose off the planned one by more than this asks for care (assumed) [-]. */
const OFF_PLAN = 0.1;
/** A fixed ratio off by more than this asks for care, and is not poured [-] (assumed; sheets say 1 to 5 %). */
const FIXED_CARE = 0.02;
const FIXED_STOP = 0.05;
/** What rounding of a scale does not change [-]. */
const EQUAL = 1e-9;

/** What a weighed pot is worth. */
export interface RatioFinding {
  readonly level: Level;
  readonly line: Words;
  /** What put in as well makes it right [g]; null: nothing */
  readonly add: { readonly what: 'resin' | 'hardener'; readonly grams: number } | null;
}

/**
 * A pot as weighed against its card and what was planned, before it is poured.
 * @param wantedPct planned catalyst [% of resin]; null: the card's usual, or its fixed ratio
 */
export function potRatio(
  { resinG, hardenerG }: Pick<ReadingOf<'pot'>, 'resinG' | 'hardenerG'>,
  card: ResinCard,
  wantedPct: number | null,
): RatioFinding {
  const pct = (hardenerG / resinG) * 100;
  const { catalyst } = card.limits;
  const wanted = catalyst ? (wantedPct ?? catalyst.typicalPct) : cardNumber(card.sheet, 'hardenerPhrByWeight');
  if (wanted === null) return { level: 'note', line: `${card.name}’s card states no ratio: hold it against the sheet.`, add: null };
  const off = pct / wanted - 1;
  const needG = (resinG * wanted) / 100;
  const add =
    Math.abs(off) <= EQUAL
      ? null
      : off < 0
        ? { what: 'hardener' as const, grams: needG - hardenerG }
        : { what: 'resin' as const, grams: (hardenerG * 100) / wanted - resinG };
  const weighed = catalyst ? `${pct.toFixed(2)} %` : `${pct.toFixed(1)} to 100`;
  const more = add ? words` Add ${amount('potMass', add.grams, add.grams < 100 ? 1 : undefined)} of ${add.what} and stir, or throw it away.` : '';
  if (catalyst && (pct < catalyst.minPct - EQUAL || pct > catalyst.maxPct + EQUAL))
    return {
      level: 'stop',
      line: words`${weighed} of hardener; ${card.name} takes ${String(catalyst.minPct)} to ${String(catalyst.maxPct)} %. Do not pour it.${more}`,
      add,
    };
  if (!catalyst && Math.abs(off) > FIXED_STOP + EQUAL)
    return {
      level: 'stop',
      line: words`${weighed} by weight; ${card.name} takes ${String(wanted)} to 100, always. It would never cure: do not pour it.${more}`,
      add,
    };
  if (Math.abs(off) > (catalyst ? OFF_PLAN : FIXED_CARE) + EQUAL)
    return { level: 'care', line: words`${weighed}; ${String(wanted)}${catalyst ? ' %' : ' to 100'} was planned.${more}`, add };
  return { level: 'ok', line: `${weighed}, as planned.`, add: null };
}
