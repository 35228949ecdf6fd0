import type { KineticCard } from '../cure/kinetic-card.js';
import { cardFlag, cardNumber, cardText, type MaterialCard, type VersionedCard } from './material-card.js';
import { resinFamilies, type ResinFamily } from './resin-fields.js';
import { DomainError } from '../errors/domain-error.js';

/** "May be laid upon after N minutes at T, film d": the condition that fixes what degree of cure that is. */
export interface OverlayStatement {
  readonly afterMin: number;
  readonly atC: number;
  readonly filmUm: number;
  readonly dryAfterMin: number | null;
}

/** Limits and windows of a resin, as a data sheet states them. */
export interface CardLimits {
  /** Catalyst range and usual level [% of resin]; null for fixed ratios */
  readonly catalyst: { readonly minPct: number; readonly maxPct: number; readonly typicalPct: number } | null;
  /** Coldest shop for work [°C] */
  readonly shopMinC: number;
  /** Highest laminate temperature wanted [°C] */
  readonly maxLaminateC: number;
  /** Temperature that the coldest place must reach for the shrink control to work [°C]; null: none */
  readonly activationC: number | null;
  /** null: from gel on, once cool enough */
  readonly overlay: OverlayStatement | null;
  /** Green trim after gel under the overlay statement's conditions [min] */
  readonly trim: { readonly fromMin: number; readonly untilMin: number } | null;
  /** The exotherm must have passed and the joint be below this [°C] before the next session; null: no such rule */
  readonly restartBelowC: number | null;
  /** Hours after laying until the bond needs abrading [h] */
  readonly bondClosesH: number;
  /** How sure the window's times are [± %]; 15 where the card does not say (assumed) */
  readonly windowSpreadPct: number;
  /** The next session may also go on before gel, wet on wet */
  readonly wetOnWet: boolean;
  /** Degree of cure wanted before demolding [-] */
  readonly demoldCure: number;
  /** Hours on the plug that the sheet states, with the temperature it states them for; null: it says none */
  readonly demoldAfter: { readonly hours: number; readonly atC: number } | null;
  /** Degree of cure that a sheet wants before a frame is bonded [-]; null: it says none */
  readonly backingCure: number | null;
  /** Hours after the last session before a frame is bonded [h] */
  readonly backingAfterH: number;
  /** What the sheet says of a film, of one session and of what lies between two; null where it says nothing */
  readonly sheet: SheetRules;
  /** Fastest post-cure ramp [K/h] */
  readonly postCureRampKPerH: number;
}

/** Rules that a data sheet states in its own words, beside what a simulation says. */
export interface SheetRules {
  /** Wet film of one coat, and of all coats together [µm] */
  readonly coatUm: Between;
  readonly filmUm: Between;
  /** Plies in one session */
  readonly plies: Between;
  /** [m] */
  readonly mostThicknessM: number | null;
  readonly leastResinToGlass: number | null;
  readonly betweenSessionsH: number | null;
}

/** Least and most; null where nothing is said. */
export interface Between {
  readonly least: number | null;
  readonly most: number | null;
}

/** What a layer does after gel. */
export interface SetBehavior {
  /** Linear shrink in the plane after gel, as a share; once activated (low profile) */
  readonly shrink: number;
  readonly shrinkActivated: number | null;
  /** [Pa], [-] */
  readonly modulusPa: number;
  readonly poisson: number;
  /** [1/K] */
  readonly expansionInPlane: number;
  readonly expansionThrough: number;
  readonly shrinkThrough: number;
  /** Measured over predicted warp; null: uncalibrated */
  readonly warpFactor: number | null;
}

/** One standard deviation of what varies from batch to batch [-], and how much slower a pocket is [×]. */
export interface CardSpread {
  readonly rate: number;
  readonly heat: number;
  readonly pocketSlowdown: number;
}

/** A resin as the computations read it: one view of a material card. */
export interface ResinCard {
  readonly id: string;
  readonly name: string;
  readonly version: number;
  readonly family: ResinFamily;
  readonly kinetics: KineticCard;
  readonly limits: CardLimits;
  readonly set: SetBehavior;
  readonly spread: CardSpread;
  /** Share of the mix that reaches the mold with the usual method [-] */
  readonly transfer: number;
  /** The card this is a view of: sources of every value */
  readonly sheet: MaterialCard;
}

const DEFAULT_BACKING_H = 24;
const DEFAULT_DEMOLD_C = 21;
const DEFAULT_RAMP = 15;
const views = new WeakMap<MaterialCard, ResinCard>();

/**
 * Reads a resin's material card for computing. The same card gives the same object, so that tables made for it are kept.
 * @throws DomainError `value-missing` naming the line that is empty
 */
export function resinCardOf(card: MaterialCard | VersionedCard): ResinCard {
  const known = views.get(card);
  if (known) return known;
  const view = readResin(card);
  views.set(card, view);
  return view;
}

/** Of the stated times of a window (assumed). */
const WINDOW_SPREAD_PCT = 15;

function readResin(card: MaterialCard | VersionedCard): ResinCard {
  const need = (key: string): number => {
    const value = cardNumber(card, key);
    if (value === null) {
      throw new DomainError({
        code: 'value-missing',
        quantity: `card "${card.name}", ${key}`,
        value: null,
        expected: 'a number: open the card in Stores',
      });
    }
    return value;
  };
  const family = resinFamilies.find((known) => known === cardText(card, 'family'));
  if (!family) {
    throw new DomainError({
      code: 'value-missing',
      quantity: `card "${card.name}", kind of resin`,
      value: cardText(card, 'family'),
      expected: resinFamilies.join(', '),
    });
  }
  return {
    id: card.id,
    name: card.name,
    version: 'version' in card ? card.version : 0,
    family,
    kinetics: kineticsOf(card, need),
    limits: limitsOf(card, need),
    set: {
      shrink: need('shrinkPct') / 100,
      shrinkActivated: share(cardNumber(card, 'shrinkActivatedPct')),
      modulusPa: need('modulusGPa') * 1e9,
      poisson: need('poisson'),
      expansionInPlane: need('expansionInPlane') * 1e-6,
      expansionThrough: need('expansionThrough') * 1e-6,
      shrinkThrough: need('shrinkThroughPct') / 100,
      warpFactor: cardNumber(card, 'warpFactor'),
    },
    spread: { rate: need('rateSpreadPct') / 100, heat: need('heatSpreadPct') / 100, pocketSlowdown: need('pocketSlowdown') },
    transfer: need('transferShare'),
    sheet: card,
  };
}

function share(percent: number | null): number | null {
  return percent === null ? null : percent / 100;
}

type Need = (key: string) => number;

function kineticsOf(card: MaterialCard, need: Need): KineticCard {
  const induction = cardNumber(card, 't_ind_min');
  const fillerW = cardNumber(card, 'filler_w');
  const fillerRho = cardNumber(card, 'filler_rho');
  return {
    name: card.name,
    rho_r: need('rho_r'),
    cp_r: need('cp_r'),
    k_r: need('k_r'),
    H: need('H'),
    k1: need('k1'),
    k2: need('k2'),
    E1: need('E1'),
    E2: need('E2'),
    m: need('m'),
    n: need('n'),
    c_ref: cardNumber(card, 'c_ref'),
    q: need('q'),
    Tg0: need('Tg0'),
    Tg1: need('Tg1'),
    lam: need('lam'),
    dTv: need('dTv'),
    a_gel: need('a_gel'),
    ...(induction === null ? {} : { t_ind_min: induction, Ez: need('Ez'), p: need('p') }),
    ...(fillerW === null ? {} : { filler_w: fillerW }),
    ...(fillerRho === null ? {} : { filler: { rho: fillerRho, cp: need('filler_cp'), k: need('filler_k') } }),
  };
}

function limitsOf(card: MaterialCard, need: Need): CardLimits {
  const at = (key: string): number | null => cardNumber(card, key);
  const afterMin = at('overlayAfterMin');
  const trimUntil = at('trimUntilMin');
  const demoldAfterH = at('demoldAfterH');
  return {
    catalyst:
      at('catalystTypicalPct') === null
        ? null
        : { minPct: need('catalystMinPct'), maxPct: need('catalystMaxPct'), typicalPct: need('catalystTypicalPct') },
    shopMinC: need('shopMinC'),
    maxLaminateC: need('maxLaminateC'),
    activationC: at('activationC'),
    overlay: afterMin === null ? null : { afterMin, atC: need('overlayAtC'), filmUm: need('overlayFilmUm'), dryAfterMin: at('dryAfterMin') },
    trim: trimUntil === null ? null : { fromMin: at('trimAfterGelMin') ?? 0, untilMin: trimUntil },
    restartBelowC: at('restartBelowC'),
    bondClosesH: need('bondClosesH'),
    windowSpreadPct: cardNumber(card, 'windowSpreadPct') ?? WINDOW_SPREAD_PCT,
    wetOnWet: cardFlag(card, 'wetOnWet'),
    demoldCure: need('demoldCure'),
    demoldAfter: demoldAfterH === null ? null : { hours: demoldAfterH, atC: at('demoldAtC') ?? DEFAULT_DEMOLD_C },
    backingCure: at('backingCure'),
    backingAfterH: at('backingAfterH') ?? DEFAULT_BACKING_H,
    sheet: sheetOf(at),
    postCureRampKPerH: at('postCureRampKPerH') ?? DEFAULT_RAMP,
  };
}

function sheetOf(at: (key: string) => number | null): SheetRules {
  const mostMm = at('mostThicknessMm');
  return {
    coatUm: { least: at('coatLeastUm'), most: at('coatMostUm') },
    filmUm: { least: at('filmLeastUm'), most: at('filmMostUm') },
    plies: { least: at('leastPlies'), most: at('mostPlies') },
    mostThicknessM: mostMm === null ? null : mostMm / 1000,
    leastResinToGlass: at('leastResinToGlass'),
    betweenSessionsH: at('betweenSessionsH'),
  };
}
