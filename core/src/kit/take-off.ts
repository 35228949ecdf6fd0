import { csvText } from '../formats/csv.js';
import { cardNumber, type MaterialCard } from '../materials/material-card.js';
import { mixSheet, potLookup, potUses, type MixRow, type PotLookup, type PotUse } from '../mix/mix-sheet.js';
import type { CardLibrary } from '../plan/card-library.js';
import type { PlanDocument } from '../plan/plan-document.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { sectionOf } from '../plan/section-view.js';
import { releaseUse } from '../release/release-schedule.js';
import { infusedLayers } from '../plan/infusion-fill.js';
import { amount, fillAmounts, words, type Amount, type Words } from '../units/amounts.js';
import { DEFAULT_KIT } from '../plan/parts/kit-plan.js';
import { kitSheet } from './kit-sheet.js';

/** One line of what to have on the bench. */
export interface TakeOffLine {
  readonly what: string;
  readonly kind: 'resin' | 'hardener' | 'filler' | 'reinforcement' | 'release agent' | 'consumable';
  readonly net: number;
  /** With the shop's waste */
  readonly take: number;
  readonly unit: 'kg' | 'm' | 'm²' | 'l';
  /** How it is bought: so many of so much, in `unit`; null: its card does not say */
  readonly order: { readonly count: number; readonly of: number } | null;
  /** In the shop's money; null: its card does not say */
  readonly cost: number | null;
  readonly note: Words;
}

/** An amount of a line, for the reader's units; in a sentence it stands as on a pack: 25 kg, not 25.00 kg. */
export function takeOffAmount(value: number, unit: TakeOffLine['unit']): Amount {
  switch (unit) {
    case 'kg':
      return amount('mass', value);
    case 'm':
      return amount('length', value);
    case 'm²':
      return amount('area', value);
    case 'l':
      return amount('volume', value * 1000);
  }
}

/** A line before anybody has said how much of it is bought at once. */
type Needed = Omit<TakeOffLine, 'take' | 'order' | 'cost'> & {
  /** With the shop's waste; left out: net with it */
  readonly take?: number;
  /** What it is bought in, and its cost for one `unit`; null: its card does not say */
  readonly packOf: number | null;
  readonly costPer: number | null;
};

function lineOf({ packOf, costPer, ...needed }: Needed, waste: number): TakeOffLine {
  const take = needed.take ?? needed.net * waste;
  return {
    ...needed,
    take,
    order: packOf === null || take <= 0 ? null : { count: Math.ceil(take / packOf - 1e-9), of: packOf },
    cost: costPer === null ? null : costPer * take,
  };
}

/**
 * Everything a section uses, with the shop's waste.
 * @param mix its pots, as they are mixed at the bench
 */
export function takeOff(plan: SectionPlan, cards: CardLibrary, mix: readonly MixRow[] = mixSheet(plan, cards)): TakeOffLine[] {
  const waste = 1 + (plan.kit ?? DEFAULT_KIT).wastePct / 100;
  const all = [...potLines(mix, cards), ...fabricLines(plan, cards), ...surfaceLines(plan, cards), ...releaseLines(plan, cards)];
  return all.map((needed) => lineOf(needed, waste));
}

/** Everything that all sections of a mold use together: what is bought is rounded up once. */
export function takeOffOfMold(plan: PlanDocument, cards: CardLibrary, pots: PotLookup = potLookup()): TakeOffLine[] {
  const together = new Map<string, TakeOffLine>();
  for (const { id } of plan.sections) {
    const section = sectionOf(plan, id);
    for (const line of takeOff(section, cards, mixSheet(section, cards, pots))) {
      const key = `${line.kind} ${line.what} ${line.unit}`;
      const before = together.get(key);
      together.set(key, before ? addedUp(before, line) : line);
    }
  }
  return [...together.values()];
}

function addedUp(one: TakeOffLine, other: TakeOffLine): TakeOffLine {
  const take = one.take + other.take;
  const of = one.order?.of ?? other.order?.of;
  return {
    ...one,
    net: one.net + other.net,
    take,
    order: of === undefined ? null : { count: Math.ceil(take / of - 1e-9), of },
    cost: one.cost === null || other.cost === null ? null : one.cost + other.cost,
    note: one.kind === 'reinforcement' ? '' : one.note,
  };
}

const said = (sheet: MaterialCard | null | undefined, key: string): number | null => (sheet ? cardNumber(sheet, key) : null);

/** By what goes into which pots: just what is weighed at the bench, what stays in them with it. */
function potLines(rows: readonly MixRow[], cards: CardLibrary): Needed[] {
  const lines = new Map<string, PotUse & { readonly into: Set<string> }>();
  for (const row of rows)
    for (const use of potUses(row)) {
      const key = `${use.kind} ${use.what}`;
      const before = lines.get(key);
      const into = before?.into ?? new Set<string>();
      lines.set(key, { ...use, grams: use.grams + (before?.grams ?? 0), into: into.add(row.card.name) });
    }
  return [...lines.values()]
    .sort((a, b) => POT_KINDS.indexOf(a.kind) - POT_KINDS.indexOf(b.kind))
    .map(({ kind, what, cardId, grams, into }): Needed => {
      const sheet = cardId === null ? null : cards.sheets.get(cardId);
      const resin = kind === 'resin';
      return {
        what,
        kind,
        net: grams / 1000,
        unit: 'kg',
        packOf: said(sheet, 'packKg'),
        costPer: resin ? said(sheet, 'costPerKg') : null,
        note: resin ? '' : `into ${[...into].join(', ')}`,
      };
    });
}

const POT_KINDS: readonly PotUse['kind'][] = ['resin', 'hardener', 'filler'];

function fabricLines(plan: SectionPlan, cards: CardLibrary): Needed[] {
  return kitSheet(plan, cards).map(({ fabricId, name, roll, takeM, plies }) => {
    const sheet = cards.sheets.get(fabricId);
    const perM2 = said(sheet, 'costPerM2');
    const pieces = plies.reduce((sum, ply) => sum + ply.pieces.length, 0);
    return {
      what: name,
      kind: 'reinforcement',
      net: roll.lengthMm / 1000,
      take: takeM,
      unit: 'm',
      packOf: said(sheet, 'rollLengthM'),
      costPer: perM2 === null ? null : (perM2 * roll.rollWidthMm) / 1000,
      note: words`${String(plies.length)} plies, ${String(pieces)} pieces, roll ${amount('thickness', roll.rollWidthMm)}`,
    };
  });
}

/** What closes last plies, and the mesh of an infusion, by area. */
function surfaceLines(plan: SectionPlan, cards: CardLibrary): Needed[] {
  const areas = new Map<string, number>();
  const add = (what: string): void => {
    areas.set(what, (areas.get(what) ?? 0) + plan.areaM2);
  };
  for (const { surface } of plan.sessions.flatMap(({ layers }) => layers)) {
    if (surface === 'film') add('Surface film');
    if (surface === 'veil') add('Surface veil, last ply');
    if (surface === 'peel ply') add('Peel ply');
  }
  const meshId = plan.infusion?.meshId ?? null;
  if (meshId !== null && infusedLayers(plan, cards).length > 0) add(cards.sheets.get(meshId)?.name ?? meshId);
  return [...areas].map(([what, net]) => ({ what, kind: 'consumable', net, unit: 'm²', packOf: null, costPer: null, note: '' }));
}

/** What one coat covers where the agent's card does not say [m²/l] (assumed). */
const ASSUMED_COVERAGE = 30;

function releaseLines({ release }: SectionPlan, cards: CardLibrary): Needed[] {
  if (!release) return [];
  return releaseUse(release, cards).map(({ cardId, coatM2 }) => {
    const sheet = cards.sheets.get(cardId);
    const stated = said(sheet, 'coverageM2PerL');
    return {
      what: sheet?.name ?? cardId,
      kind: 'release agent',
      net: coatM2 / (stated ?? ASSUMED_COVERAGE),
      unit: 'l',
      packOf: said(sheet, 'packL'),
      costPer: null,
      note: stated === null ? `coverage not stated, ${String(ASSUMED_COVERAGE)} m²/l assumed` : words`${amount('area', coatM2)} of coats`,
    };
  });
}

/** The take-off as CSV; the unit stands in its own column. */
export function takeOffCsv(lines: readonly TakeOffLine[]): string {
  const rows = lines.map(({ what, kind, net, take, unit, order, cost, note }) => [
    what,
    kind,
    net.toFixed(3),
    take.toFixed(3),
    unit,
    order === null ? '' : String(order.count),
    order === null ? '' : String(order.of),
    cost === null ? '' : cost.toFixed(2),
    fillAmounts(note, 'metric'),
  ]);
  return csvText([['item', 'kind', 'net', 'take_with_waste', 'unit', 'order_count', 'order_of', 'cost', 'note'], ...rows]);
}
