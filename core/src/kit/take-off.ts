import { csvText } from '../formats/csv.js';
import { cardNumber } from '../materials/material-card.js';
import { doseOf } from '../mix/hardener-dose.js';
import { hardenerOf } from '../mix/hardener-name.js';
import { cardOf, type CardLibrary } from '../plan/card-library.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { releaseUse } from '../release/release-schedule.js';
import { infusedLayers } from '../stack/plan-infusion.js';
import { amount, fillAmounts, words, type Words } from '../units/amounts.js';
import { laidMasses } from '../stack/tally.js';
import { DEFAULT_KIT } from '../plan/parts/kit-plan.js';
import { kitSheet } from './kit-sheet.js';

/** One line of what to have on the bench. */
export interface TakeOffLine {
  readonly what: string;
  readonly kind: 'resin' | 'hardener' | 'reinforcement' | 'release agent' | 'consumable';
  readonly net: number;
  /** With the shop's waste */
  readonly take: number;
  readonly unit: 'kg' | 'm' | 'm²' | 'l';
  /** In the shop's money; null: its card does not say */
  readonly cost: number | null;
  readonly note: Words;
}

/** Everything a plan uses, with the shop's waste. */
export function takeOff(plan: SectionPlan, cards: CardLibrary): TakeOffLine[] {
  const waste = 1 + (plan.kit ?? DEFAULT_KIT).wastePct / 100;
  return [...resinLines(plan, cards, waste), ...fabricLines(plan, cards), ...surfaceLines(plan, cards, waste), ...releaseLines(plan, cards, waste)];
}

function resinLines(plan: SectionPlan, cards: CardLibrary, waste: number): TakeOffLine[] {
  const resin = new Map<string, number>();
  const hardeners = new Map<string, { kg: number; into: Set<string> }>();
  for (const layer of plan.sessions.flatMap(({ layers }) => layers)) {
    const card = cardOf(cards, layer.cardId);
    const { mixedKg } = laidMasses(layer, plan, cards);
    const dose = doseOf(card, mixedKg * 1000, card.kinetics.c_ref === null ? null : layer.catalystPct);
    resin.set(layer.cardId, (resin.get(layer.cardId) ?? 0) + dose.resinG / 1000);
    const { name } = hardenerOf(layer, card, plan, cards);
    const before = hardeners.get(name) ?? { kg: 0, into: new Set<string>() };
    hardeners.set(name, { kg: before.kg + dose.hardenerG / 1000, into: before.into.add(card.name) });
  }
  const resins = [...resin].map(([id, kg]): TakeOffLine => {
    const card = cardOf(cards, id);
    const perKg = cardNumber(card.sheet, 'costPerKg');
    return { what: card.name, kind: 'resin', net: kg, take: kg * waste, unit: 'kg', cost: perKg === null ? null : perKg * kg * waste, note: '' };
  });
  const added = [...hardeners].map(([what, { kg, into }]): TakeOffLine => ({
    what,
    kind: 'hardener',
    net: kg,
    take: kg * waste,
    unit: 'kg',
    cost: null,
    note: `into ${[...into].join(', ')}`,
  }));
  return [...resins, ...added];
}

function fabricLines(plan: SectionPlan, cards: CardLibrary): TakeOffLine[] {
  return kitSheet(plan, cards).map(({ fabricId, name, roll, takeM, plies }) => {
    const sheet = cards.sheets.get(fabricId);
    const perM2 = sheet ? cardNumber(sheet, 'costPerM2') : null;
    const pieces = plies.reduce((sum, ply) => sum + ply.pieces.length, 0);
    return {
      what: name,
      kind: 'reinforcement',
      net: roll.lengthMm / 1000,
      take: takeM,
      unit: 'm',
      cost: perM2 === null ? null : (perM2 * takeM * roll.rollWidthMm) / 1000,
      note: words`${String(plies.length)} plies, ${String(pieces)} pieces, roll ${amount('thickness', roll.rollWidthMm)}`,
    };
  });
}

/** What closes last plies, and the mesh of an infusion, by area. */
function surfaceLines(plan: SectionPlan, cards: CardLibrary, waste: number): TakeOffLine[] {
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
  return [...areas].map(([what, net]) => ({ what, kind: 'consumable', net, take: net * waste, unit: 'm²', cost: null, note: '' }));
}

/** What one coat covers where the agent's card does not say [m²/l] (assumed). */
const ASSUMED_COVERAGE = 30;

function releaseLines({ release }: SectionPlan, cards: CardLibrary, waste: number): TakeOffLine[] {
  if (!release) return [];
  return releaseUse(release, cards).map(({ cardId, coatM2 }) => {
    const sheet = cards.sheets.get(cardId);
    const stated = sheet ? cardNumber(sheet, 'coverageM2PerL') : null;
    const liters = coatM2 / (stated ?? ASSUMED_COVERAGE);
    return {
      what: sheet?.name ?? cardId,
      kind: 'release agent',
      net: liters,
      take: liters * waste,
      unit: 'l',
      cost: null,
      note: stated === null ? `coverage not stated, ${String(ASSUMED_COVERAGE)} m²/l assumed` : `${coatM2.toFixed(1)} m² of coats`,
    };
  });
}

/** The take-off as CSV; the unit stands in its own column. */
export function takeOffCsv(lines: readonly TakeOffLine[]): string {
  const rows = lines.map(({ what, kind, net, take, unit, cost, note }) => [
    what,
    kind,
    net.toFixed(3),
    take.toFixed(3),
    unit,
    cost === null ? '' : cost.toFixed(2),
    fillAmounts(note, 'metric'),
  ]);
  return csvText([['item', 'kind', 'net', 'take_with_waste', 'unit', 'cost', 'note'], ...rows]);
}
