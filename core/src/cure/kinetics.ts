import { DomainError } from '../errors/domain-error.js';
import { requireInRange } from '../errors/require.js';
import type { KineticCard } from './kinetic-card.js';
import { KELVIN } from '../units/kelvin.js';
import { maxCureAt } from './vitrification.js';

export const GAS_CONSTANT = 8.314462618;
const REFERENCE_K = 298.15;

/** Range and fineness of the tables [K]; a field that leaves it is reported as diverged. */
export const TABLE_MIN_K = 213.15;
export const TABLE_MAX_K = 613.15;
export const TABLE_PER_K = 4;
/** Columns of a table row. */
export const TABLE_STRIDE = 4;

/**
 * Temperature-dependent factors of one card on a grid of 1/4 K, row by row: e(E1), e(E2), e(Ez), αmax.
 * Linear interpolation between rows errs below 5e-5 of the value for E up to 60 kJ/mol at room temperature;
 * it replaces three exponentials and a root per cell and stage, which were half of a simulation's time.
 */
export type RateTable = Float64Array;

/** A card prepared for the solver at one catalyst level. */
export interface PreparedKinetics {
  readonly table: RateTable;
  /** k1·r^q and k2·r^q [1/s] */
  readonly k1: number;
  readonly k2: number;
  readonly m: number;
  readonly n: number;
  /** r^p/(60 t_ind) [1/s]; 0 when the card has no induction */
  readonly inductionRate: number;
  readonly gel: number;
}

/** Arrhenius factor relative to 25 °C [-]. */
export function arrhenius(E: number, tempK: number): number {
  return Math.exp((-E / GAS_CONSTANT) * (1 / tempK - 1 / REFERENCE_K));
}

const tables = new Map<string, RateTable>();
const MOST_TABLES = 48;

/** Tables depend on seven numbers of a card only, so that a batch that is faster or hotter shares its card's. */
/** The same card again and again: its table without asking for the numbers. */
const tableOfCard = new WeakMap<KineticCard, RateTable>();

function tableOf(card: KineticCard): RateTable {
  const known = tableOfCard.get(card);
  if (known) return known;
  const table = sharedTable(card);
  tableOfCard.set(card, table);
  return table;
}

function sharedTable(card: KineticCard): RateTable {
  const key = [card.E1, card.E2, card.t_ind_min === undefined ? 0 : card.Ez, card.Tg0, card.Tg1, card.lam, card.dTv].join(' ');
  const known = tables.get(key);
  if (known) return known;
  if (tables.size >= MOST_TABLES) tables.clear();
  const rows = Math.round((TABLE_MAX_K - TABLE_MIN_K) * TABLE_PER_K) + 2;
  const table = new Float64Array(rows * TABLE_STRIDE);
  const sameE = card.E1 === card.E2;
  const Ez = card.t_ind_min === undefined ? 0 : (card.Ez ?? 0);
  for (let i = 0; i < rows; i++) {
    const tempK = TABLE_MIN_K + i / TABLE_PER_K;
    const at = i * TABLE_STRIDE;
    table[at] = arrhenius(card.E1, tempK);
    table[at + 1] = sameE ? table[at] : arrhenius(card.E2, tempK);
    table[at + 2] = arrhenius(Ez, tempK);
    table[at + 3] = maxCureAt(tempK - KELVIN, card);
  }
  tables.set(key, table);
  return table;
}

/**
 * Prepares a card for a catalyst level; r = catalyst/c_ref scales the rate by r^q and the induction by r^p.
 * @param catalystPct catalyst [% of resin]; ignored by fixed-ratio cards (c_ref null)
 * @throws DomainError when a catalyzed card gets no sensible catalyst level
 */
export function prepareKinetics(card: KineticCard, catalystPct: number | null): PreparedKinetics {
  let r = 1;
  if (card.c_ref !== null) {
    if (catalystPct === null) {
      throw new DomainError({
        code: 'value-missing',
        quantity: `catalyst for "${card.name}"`,
        value: null,
        expected: `a level near ${String(card.c_ref)} %`,
      });
    }
    r = requireInRange(`catalyst for "${card.name}"`, catalystPct, { min: 0.1 * card.c_ref, max: 10, unit: '%' }) / card.c_ref;
  }
  const rq = r ** card.q;
  return {
    table: tableOf(card),
    k1: card.k1 * rq,
    k2: card.k2 * rq,
    m: card.m,
    n: card.n,
    inductionRate: card.t_ind_min === undefined ? 0 : r ** (card.p ?? 0) / (60 * card.t_ind_min),
    gel: card.a_gel,
  };
}

/** Induction is over, and its gate fully open, at this X; X is not followed further. */
export const INDUCTION_DONE = 1.1;
/** The gate begins to open at this X. */
export const GATE_FROM = 0.9;
