import { amount, words } from '../units/amounts.js';
import { simulateCup } from '../growth/cup-test.js';
import { KELVIN } from '../units/kelvin.js';
import { airTempK } from '../heat/air.js';
import type { ResinCard } from '../materials/resin-card.js';
import { cardOf, type CardLibrary } from '../plan/card-library.js';
import { addedParts, laidResin } from '../plan/laid-resin.js';
import { DEGASSED_S, leftShare, potGroups } from '../plan/pot-age.js';
import { cardNumber, cardFlag } from '../materials/material-card.js';
import type { Objection } from '../plan/objection.js';
import type { SectionPlan, PlanLayer, PlanSession } from '../plan/section-plan.js';
import { planAir } from '../plan/shop-air.js';
import { flashMinOf, isSprayed, layHours } from '../plan/laying.js';
import { fillSeconds, infusedLayers } from '../plan/infusion-fill.js';
import { laidMasses } from '../stack/tally.js';
import { catalystFor, COMFORT_C, type CatalystAdvice } from './catalyst-level.js';
import { hardenerDensity, hardenerOf } from './hardener-name.js';
import { doseOf, type Dose } from './hardener-dose.js';
import { DEFAULT_MIX, type MixPlan } from '../plan/parts/mix-plan.js';
import { STATED_AT_C, viscosityAt, type Viscosity } from '../materials/viscosity.js';

/** Styrene boils at 145 °C: a pot that gets there foams, smokes and cracks. Epoxy and polyurethane smoke later (assumed) [°C]. */
const SMOKING_STYRENE_C = 145;
const SMOKING_OTHER_C = 160;
/** Still to be used up in time, but with less in hand than the plan wants: care. Beyond this share of its life it gels in the pot. */
const GELS_IN_POT = 0.9;

/** Pot life and pot peak of one batch. */
export interface PotTime {
  /** [min]; null: longer than six hours */
  readonly lifeMin: number | null;
  readonly peakC: number;
}

/** A filler or pigment in one pot. */
export interface AddedToPot {
  readonly cardId: string;
  readonly name: string;
  readonly grams: number;
  /** Of the whole paste, and the share that is usual for it; null: its card does not say [-] */
  readonly share: number;
  readonly usualShare: number | null;
  readonly dusty: boolean;
}

/** A coat that a gun puts on in passes. */
export interface SprayPasses {
  readonly passes: number;
  /** Wet film of one [µm] */
  readonly filmUm: number;
  /** Between two [min] */
  readonly flashMin: number;
}

/** One resin's mixing in a session: so many pots of so much. */
export interface MixRow {
  readonly session: PlanSession;
  /** The first that is laid of it */
  readonly layer: PlanLayer;
  /** All that are laid of it, bottom first */
  readonly layers: readonly PlanLayer[];
  /** Of its layers */
  readonly name: string;
  readonly card: ResinCard;
  readonly tempC: number;
  /** Needed in all, with what does not reach the mold [g] */
  readonly needG: number;
  readonly pots: number;
  /** Container and what goes into it [g] */
  readonly containerG: number;
  readonly potG: number;
  /** What goes into the resin, and its card; null: it has none of its own */
  readonly hardener: string;
  readonly hardenerCardId: string | null;
  readonly dose: Dose;
  readonly pot: PotTime;
  /** The people present use up one pot in this time [min] */
  readonly useMin: number;
  /** Stirred into each pot's resin before the hardener */
  readonly added: readonly AddedToPot[];
  /** At the shop's temperature */
  readonly viscosity: Viscosity;
  /** Under vacuum before it is used, with the hardener in [min]; 0: not */
  readonly degasMin: number;
  /** A gun sprays one pot in this time [min]; null: not sprayed */
  readonly sprayMin: number | null;
  readonly spray: SprayPasses | null;
  readonly passes: number;
  readonly leftG: number;
  readonly advice: CatalystAdvice | null;
  /** One step of the scale, as a share of this pot's resin [%] */
  readonly weighedPct: number;
  /** No container is small enough to be used in time */
  readonly tooFast: boolean;
}

/** Something that is weighed into a row's pots. */
export interface PotUse {
  readonly kind: 'resin' | 'hardener' | 'filler';
  readonly what: string;
  /** null: no card of its own */
  readonly cardId: string | null;
  /** Into all of its pots [g] */
  readonly grams: number;
}

/** What all pots of a row take: at the bench, in the steps, and in what is bought. */
export function potUses({ card, dose, pots, hardener, hardenerCardId, added }: MixRow): PotUse[] {
  return [
    { kind: 'resin', what: card.name, cardId: card.id, grams: pots * dose.resinG },
    { kind: 'hardener', what: hardener, cardId: hardenerCardId, grams: pots * dose.hardenerG },
    ...added.map(({ cardId, name, grams }) => ({ kind: 'filler', what: name, cardId, grams: pots * grams }) as const),
  ];
}

/** Whether this pot, left standing, gets hot enough to smoke. */
export function smokes({ card, pot }: Pick<MixRow, 'card' | 'pot'>): boolean {
  return pot.peakC >= (card.kinetics.c_ref === null ? SMOKING_OTHER_C : SMOKING_STYRENE_C);
}

/** More than so many times as thick as on its sheet: care (assumed). */
const THICK_FACTOR = 2;

/** Looks a pot up; callers keep what they have simulated. */
export type PotLookup = (card: ResinCard, massG: number, tempC: number, catalystPct: number | null) => PotTime;

/** A lookup that simulates each pot once. */
export function potLookup(): PotLookup {
  const known = new Map<string, PotTime>();
  return (card, massG, tempC, catalystPct) => {
    const key = [card.id, card.version, card.kinetics.filler_w ?? 0, massG.toFixed(0), tempC.toFixed(1), catalystPct ?? '-'].join(' ');
    const before = known.get(key);
    if (before) return before;
    const tempK = tempC + KELVIN;
    const { gelS, peakK } = simulateCup({ card: card.kinetics, massKg: massG / 1000, startK: tempK, airK: tempK, catalystPct });
    const pot = { lifeMin: gelS === null ? null : gelS / 60, peakC: peakK - KELVIN };
    known.set(key, pot);
    return pot;
  };
}

interface Chosen {
  readonly containerG: number;
  readonly pots: number;
  readonly potG: number;
  readonly pot: PotTime;
  readonly fits: boolean;
}

/** Every resin's pots, session by session. */
export function mixSheet(plan: SectionPlan, cards: CardLibrary, look: PotLookup = potLookup()): MixRow[] {
  const mix = plan.mix ?? DEFAULT_MIX;
  const infusedIds = new Set(infusedLayers(plan, cards).map(({ id }) => id));
  return plan.sessions.flatMap((session) => {
    const tempC = airTempK(planAir(plan.climate), session.startMin * 60) - KELVIN;
    return potGroups(session).map((layers) => mixRow({ plan, session, layers, cards, mix, tempC, look, infusedIds }));
  });
}

interface RowParts {
  readonly plan: SectionPlan;
  readonly session: PlanSession;
  readonly layers: readonly PlanLayer[];
  readonly cards: CardLibrary;
  readonly mix: MixPlan;
  /** Of the shop as the session starts */
  readonly tempC: number;
  readonly look: PotLookup;
  readonly infusedIds: ReadonlySet<string>;
}

function mixRow({ plan, session, layers, cards, mix, tempC, look, infusedIds }: RowParts): MixRow {
  const [layer] = layers;
  const card = cardOf(cards, layer.cardId);
  const laid = laidResin(layer, cards);
  const sum = (of: (one: PlanLayer) => number): number => layers.reduce((total, one) => total + of(one), 0);
  const needG = (sum((one) => laidMasses(one, plan, cards).mixedKg) * 1000) / (1 - leftShare(plan));
  const takesH = (one: PlanLayer): number =>
    infusedIds.has(one.id) ? fillSeconds(one, session, plan, cards) / 3600 : layHours(one, plan, cards, mix.people);
  const gPerMin = needG / (sum(takesH) * 60);
  const catalystPct = card.kinetics.c_ref === null ? null : layer.catalystPct;
  const spray = sprayOf(layer);
  const degasMin = layers.some((one) => infusedIds.has(one.id)) ? DEGASSED_S / 60 : 0;
  // A pot that lasts over several passes waits while they flash; what is degassed ages meanwhile.
  const flashesIn = (grams: number): number => (spray ? Math.max(0, Math.ceil(spray.passes / Math.ceil(needG / grams)) - 1) * spray.flashMin : 0);
  const useMinOf = (grams: number): number => degasMin + (spray ? grams / 1000 / mix.gunKgPerMin + flashesIn(grams) : grams / gPerMin);
  const sizes = [...mix.containersG].sort((a, b) => a - b);
  // The largest container that is empty in time; a smaller one too when it already holds everything.
  const inPotsOf = (containerG: number): Chosen => {
    const pots = Math.max(1, Math.ceil(needG / (containerG * mix.fillShare) - 1e-9));
    const potG = needG / pots;
    const pot = look(laid, potG, tempC, catalystPct);
    return { containerG, pots, potG, pot, fits: pot.lifeMin === null || useMinOf(potG) <= mix.potShare * pot.lifeMin };
  };
  let chosen = inPotsOf(sizes[0]);
  for (const larger of sizes.slice(1)) {
    if (!chosen.fits || chosen.pots === 1) break;
    const next = inPotsOf(larger);
    if (!next.fits) break;
    chosen = next;
  }
  const { containerG, pots, potG, pot, fits } = chosen;
  const hardener = hardenerOf(layer, card, plan, cards);
  const dose = doseOf(card, potG, catalystPct, {
    hardenerKgM3: catalystPct === null ? null : hardenerDensity(hardener),
    addedParts: addedParts(layer),
  });
  const weighedPct = (mix.scaleG / dose.resinG) * 100;
  return {
    session,
    layer,
    layers,
    name: layers.map((one) => one.name).join(' and '),
    card,
    tempC,
    needG,
    pots,
    containerG,
    potG,
    hardener: hardener.name,
    hardenerCardId: hardener.card?.id ?? null,
    dose,
    added: addedOf(layer, dose.resinG, cards),
    viscosity: viscosityAt(card, laid, tempC),
    degasMin,
    pot,
    useMin: useMinOf(potG),
    sprayMin: spray ? potG / 1000 / mix.gunKgPerMin : null,
    spray,
    passes: layer.application?.passes ?? 1,
    leftG: needG * leftShare(plan),
    advice: catalystFor(card, tempC, weighedPct),
    weighedPct,
    tooFast: !fits,
  };
}

/** Of a layer that a gun puts on. */
function sprayOf({ application, wetFilmUm }: PlanLayer): SprayPasses | null {
  if (!application || !isSprayed(application)) return null;
  return { passes: application.passes, filmUm: (wetFilmUm ?? 0) / application.passes, flashMin: flashMinOf(application) };
}

function addedOf(layer: PlanLayer, resinG: number, { sheets }: CardLibrary): AddedToPot[] {
  const whole = 1 + addedParts(layer) / 100;
  return (layer.additions ?? []).map(({ cardId, partsPer100 }) => {
    const sheet = sheets.get(cardId);
    return {
      cardId,
      name: sheet?.name ?? cardId,
      grams: (resinG * partsPer100) / 100,
      share: partsPer100 / 100 / whole,
      usualShare: sheet ? cardNumber(sheet, 'usualShare') : null,
      dusty: sheet !== undefined && cardFlag(sheet, 'needsRespirator'),
    };
  });
}

/** A dose of which one step of the scale is more cannot be weighed (assumed) [-]. */
const COARSE_SHARE = 0.2;

const percent = (pct: number): string => `${pct.toFixed(2)} %`;

/** What speaks against the pots of a plan. */
export function mixObjections(rows: readonly MixRow[]): Objection[] {
  return [...rows.flatMap(rowObjections), ...smokingPots(rows)];
}

function smokingPots(rows: readonly MixRow[]): Objection[] {
  const hot = rows.filter(smokes);
  if (hot.length === 0) return [];
  const hottest = Math.max(...hot.map(({ pot }) => pot.peakC));
  const names = hot.map(({ name }) => name).join(', ');
  return [
    {
      stage: 'mix',
      level: 'note',
      id: 'smoke',
      title: words`A forgotten pot reaches ${amount('temperature', hottest)}`,
      why: `It smokes and may burn: ${names}.`,
      remedy: 'Do not leave a pot standing: spread it out, take it outside, do not cover it.',
    },
  ];
}

function rowObjections(row: MixRow): Objection[] {
  const { layer, name, pot, useMin, advice, dose, potG } = row;
  const found: Objection[] = [];
  if (row.tooFast)
    found.push({
      stage: 'mix',
      level: useMin > GELS_IN_POT * (pot.lifeMin ?? Infinity) ? 'stop' : 'care',
      id: `pot-${layer.id}`,
      title: words`${name}: ${amount('mass', potG / 1000)} pot`,
      why: `It takes ${useMin.toFixed(0)} min to use up and gels after ${(pot.lifeMin ?? 0).toFixed(0)} min.`,
      remedy: 'Smaller containers, more people, less catalyst inside the range, or a cooler shop.',
    });
  if (advice && layer.catalystPct !== null && advice.beyond !== null)
    found.push({
      stage: 'mix',
      level: 'care',
      id: `level-${layer.id}`,
      title: words`${name} at ${amount('temperature', row.tempC)}`,
      why:
        advice.beyond === 'cold'
          ? `Even at ${percent(advice.pct)}, the most its card allows, it works slower than usual.`
          : `Even at ${percent(advice.pct)}, the least its card allows, it works faster than usual.`,
      remedy:
        advice.beyond === 'cold'
          ? `Warm the shop towards ${String(COMFORT_C)} °C; outside the range it never cures fully.`
          : `Smaller pots and a cooler hour, towards ${String(COMFORT_C)} °C; outside the range it never cures fully.`,
    });
  if (row.viscosity.factor > THICK_FACTOR)
    found.push({
      stage: 'mix',
      level: 'care',
      id: `thick-${layer.id}`,
      title: words`${name} at ${amount('temperature', row.tempC)}`,
      why: `It is about ${row.viscosity.factor.toFixed(1)} times as thick as at ${String(STATED_AT_C)} °C on its sheet (assumed slope): air stays in, fiber wets slowly.`,
      remedy:
        row.added.length > 0 ? 'Less filler, or a warmer drum and shop.' : 'Keep the drum and the shop warm overnight; never thin it with solvent.',
    });
  for (const { name: what, share, usualShare } of row.added)
    if (usualShare !== null && share > usualShare)
      found.push({
        stage: 'mix',
        level: 'care',
        id: `filled-${layer.id}-${what}`,
        title: `${name}: ${what}`,
        why: `${(share * 100).toFixed(0)} % of the paste; ${(usualShare * 100).toFixed(0)} % is usual. It no longer spreads or rolls free of air.`,
        remedy: 'Take less, and try a cup of it: pot life and peak change as well.',
      });
  const stepShare = (row.weighedPct / 100) * (dose.resinG / dose.hardenerG);
  if (stepShare > COARSE_SHARE)
    found.push({
      stage: 'mix',
      level: 'care',
      id: `coarse-${layer.id}`,
      title: `${name}: ${dose.hardenerG.toFixed(1)} g of hardener`,
      why: `One step of the scale is ${(stepShare * 100).toFixed(0)} % of it.`,
      remedy: 'A finer scale, a syringe by volume, or one larger pot where its life allows.',
    });
  if (dose.assumed.length > 0)
    found.push({
      stage: 'mix',
      level: 'note',
      id: `dose-${layer.id}`,
      title: row.card.name,
      why: `The card does not state: ${dose.assumed.join(', ')}. A typical value is taken (assumed).`,
      remedy: 'Enter it from the data sheet in Stores.',
    });
  return found;
}
