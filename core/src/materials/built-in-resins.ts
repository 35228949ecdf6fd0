import type { KineticCard } from '../cure/kinetic-card.js';
import { kineticCards } from './kinetic-cards.js';
import type { CardScalar, MaterialCard } from './material-card.js';
import type { ResinFamily } from './resin-fields.js';

/** Fields that every card of a family starts with. */
type Values = Readonly<Record<string, CardScalar>>;

/** Kinetic numbers as lines of a card. */
export function kineticValues(kinetics: KineticCard): Values {
  const { name: _name, filler, ...numbers } = kinetics;
  return { ...numbers, ...(filler ? { filler_rho: filler.rho, filler_cp: filler.cp, filler_k: filler.k } : {}) };
}

const PEROXIDE: Values = { packKg: 25, hardenerDensityKgM3: 1150, shelfLifeDays: 180, rateSpreadPct: 15, heatSpreadPct: 4, pocketSlowdown: 1.6 };
const FIXED: Values = { packKg: 10, shelfLifeDays: 365, rateSpreadPct: 10, heatSpreadPct: 4, pocketSlowdown: 1.2 };
const MAT_LAMINATE: Values = { modulusGPa: 7, poisson: 0.33, expansionInPlane: 28, expansionThrough: 75, shrinkThroughPct: 2 };
const BARE_COAT: Values = { modulusGPa: 3.5, poisson: 0.38, expansionInPlane: 75, expansionThrough: 75, shrinkThroughPct: 2 };
const CLOTH_LAMINATE: Values = { modulusGPa: 19, poisson: 0.2, expansionInPlane: 15, expansionThrough: 65, shrinkThroughPct: 1 };

const catalyst = (catalystMinPct: number, catalystTypicalPct: number, catalystMaxPct: number): Values => ({
  catalystMinPct,
  catalystTypicalPct,
  catalystMaxPct,
});
const overlay = (overlayAfterMin: number, overlayFilmUm: number, dryAfterMin: number): Values => ({
  overlayAfterMin,
  overlayAtC: 21,
  overlayFilmUm,
  dryAfterMin,
});
const trim = (trimAfterGelMin: number, trimUntilMin: number): Values => ({ trimAfterGelMin, trimUntilMin });

/** Wet films [µm] of one coat and of all; hours on the plug at 21 °C. */
const films = (coatLeastUm: number, coatMostUm: number, filmLeastUm: number, filmMostUm: number): Values => ({
  coatLeastUm,
  coatMostUm,
  filmLeastUm,
  filmMostUm,
});
const demold = (demoldAfterH: number): Values => ({ demoldAfterH, demoldAtC: 21 });

interface ResinHead {
  readonly id: string;
  readonly name: string;
  readonly family: ResinFamily;
  readonly kinetics: KineticCard;
}

function resin({ id, name, family, kinetics }: ResinHead, ...parts: readonly Values[]): MaterialCard {
  const values = [kineticValues(kinetics), ...parts].reduce<Values>((all, part) => ({ ...all, ...part }), { family });
  const source = { origin: 'assumed', note: 'typical', date: null } as const;
  const entries = Object.entries(values).map(([key, value]) => [key, { value, ...source }] as const);
  return { formatVersion: 1, id, kind: 'resin', name, gelTimes: [], values: Object.fromEntries(entries) };
}

const base = kineticCards;

/** Generic made-up resins with typical values; all assumed until a data sheet or a test replaces them. */
export const builtInResins: readonly MaterialCard[] = [
  resin(
    { id: 'gelcoat_iso', name: 'Tooling gel coat, iso', family: 'gel coat', kinetics: base.gelcoat_iso },
    PEROXIDE,
    BARE_COAT,
    catalyst(1, 2, 2.5),
    overlay(75, 600, 180),
    films(250, 1000, 500, 1000),
    demold(24),
    {
      transferShare: 0.94,
      viscosityPaS: 15,
      shopMinC: 16,
      bondClosesH: 24,
      wetOnWet: false,
      maxLaminateC: 60,
      demoldCure: 0.75,
      shrinkPct: 0.7,
      hdtC: 95,
    },
  ),
  resin(
    { id: 'barrier_ve', name: 'Barrier coat, vinyl ester', family: 'barrier', kinetics: base.ve_skin },
    PEROXIDE,
    BARE_COAT,
    catalyst(1, 1.5, 2.5),
    overlay(90, 500, 240),
    films(250, 1000, 300, 1000),
    demold(24),
    {
      transferShare: 0.94,
      shopMinC: 16,
      bondClosesH: 36,
      wetOnWet: false,
      maxLaminateC: 80,
      demoldCure: 0.75,
      shrinkPct: 0.6,
      hdtC: 110,
    },
  ),
  resin(
    { id: 've_skin', name: 'Skin resin, vinyl ester', family: 'skin', kinetics: base.ve_skin },
    PEROXIDE,
    MAT_LAMINATE,
    catalyst(1, 1.5, 2.5),
    overlay(90, 1000, 240),
    trim(15, 45),
    demold(24),
    { mostPlies: 3 },
    {
      transferShare: 0.93,
      viscosityPaS: 0.4,
      shopMinC: 16,
      bondClosesH: 36,
      wetOnWet: true,
      maxLaminateC: 80,
      restartBelowC: 30,
      demoldCure: 0.75,
      shrinkPct: 0.32,
      hdtC: 110,
    },
  ),
  resin(
    { id: 'iso_lam', name: 'Laminating resin, iso', family: 'laminating', kinetics: base.iso_lam },
    PEROXIDE,
    MAT_LAMINATE,
    catalyst(1, 1.5, 2),
    overlay(75, 3000, 150),
    trim(10, 35),
    demold(24),
    { mostPlies: 4, mostThicknessMm: 5 },
    {
      transferShare: 0.93,
      viscosityPaS: 0.4,
      shopMinC: 15,
      bondClosesH: 36,
      wetOnWet: true,
      maxLaminateC: 95,
      restartBelowC: 32,
      demoldCure: 0.75,
      shrinkPct: 0.32,
      hdtC: 90,
    },
  ),
  resin(
    { id: 'tooling_lp', name: 'Tooling resin, low profile, filled', family: 'low-profile tooling', kinetics: base.tooling_lp },
    PEROXIDE,
    MAT_LAMINATE,
    catalyst(0.8, 1.5, 1.5),
    trim(5, 15),
    demold(24),
    { leastPlies: 3, mostPlies: 6, leastResinToGlass: 2.3 },
    {
      transferShare: 0.92,
      viscosityPaS: 1.2,
      shopMinC: 18,
      bondClosesH: 24,
      wetOnWet: true,
      maxLaminateC: 90,
      activationC: 50,
      restartBelowC: 35,
      demoldCure: 0.78,
      shrinkPct: 0.32,
      shrinkActivatedPct: 0.05,
      modulusGPa: 7.5,
      hdtC: 95,
    },
  ),
  resin(
    { id: 'tooling_lp_1go', name: 'Tooling resin, low profile, one go', family: 'low-profile tooling', kinetics: base.tooling_lp_1go },
    PEROXIDE,
    MAT_LAMINATE,
    catalyst(0.8, 1, 1.5),
    trim(5, 15),
    demold(24),
    { leastPlies: 3, mostPlies: 6, leastResinToGlass: 2.3 },
    {
      transferShare: 0.92,
      viscosityPaS: 1.2,
      shopMinC: 18,
      bondClosesH: 24,
      wetOnWet: true,
      maxLaminateC: 90,
      activationC: 40,
      restartBelowC: 35,
      demoldCure: 0.78,
      shrinkPct: 0.32,
      shrinkActivatedPct: 0.05,
      modulusGPa: 7.5,
      hdtC: 95,
    },
  ),
  resin(
    { id: 'epoxy_surface', name: 'Epoxy surface coat', family: 'epoxy surface', kinetics: base.epoxy_surface },
    FIXED,
    BARE_COAT,
    overlay(120, 500, 360),
    films(350, 850, 700, 1700),
    demold(24),
    {
      hardenerName: 'Hardener of the surface coat, 100 : 20',
      hardenerPhrByWeight: 20,
      hardenerPhrByVolume: 24,
      transferShare: 0.94,
      shopMinC: 15,
      bondClosesH: 9,
      wetOnWet: false,
      maxLaminateC: 60,
      demoldCure: 0.75,
      shrinkPct: 0.2,
      modulusGPa: 4.5,
      expansionInPlane: 55,
      hdtC: 80,
    },
  ),
  resin(
    { id: 'epoxy_slow', name: 'Epoxy laminating, slow', family: 'epoxy laminating', kinetics: base.epoxy_slow },
    FIXED,
    CLOTH_LAMINATE,
    trim(60, 240),
    demold(36),
    { mostPlies: 10, mostThicknessMm: 7, backingAfterH: 36 },
    {
      hardenerName: 'Epoxy hardener, slow',
      hardenerPhrByWeight: 30,
      hardenerPhrByVolume: 36,
      transferShare: 0.93,
      viscosityPaS: 0.6,
      shopMinC: 15,
      bondClosesH: 14,
      wetOnWet: true,
      maxLaminateC: 80,
      restartBelowC: 32,
      demoldCure: 0.72,
      shrinkPct: 0.1,
      hdtC: 80,
    },
  ),
  resin(
    { id: 'epoxy_paste', name: 'Epoxy tooling paste, filled', family: 'epoxy laminating', kinetics: { ...base.epoxy_slow, filler_w: 0.45 } },
    FIXED,
    BARE_COAT,
    trim(60, 240),
    demold(36),
    { mostThicknessMm: 12, backingAfterH: 36 },
    {
      hardenerName: 'Epoxy hardener, slow',
      hardenerPhrByWeight: 30,
      hardenerPhrByVolume: 36,
      transferShare: 0.92,
      viscosityPaS: 200,
      shopMinC: 15,
      bondClosesH: 14,
      wetOnWet: true,
      maxLaminateC: 80,
      restartBelowC: 32,
      demoldCure: 0.72,
      shrinkPct: 0.12,
      modulusGPa: 6,
      expansionInPlane: 45,
      hdtC: 80,
    },
  ),
  resin(
    { id: 'epoxy_fast', name: 'Epoxy laminating, fast', family: 'epoxy laminating', kinetics: base.epoxy_fast },
    FIXED,
    CLOTH_LAMINATE,
    trim(30, 120),
    demold(24),
    { mostPlies: 10, mostThicknessMm: 7 },
    {
      hardenerName: 'Epoxy hardener, fast',
      hardenerPhrByWeight: 30,
      hardenerPhrByVolume: 36,
      transferShare: 0.93,
      viscosityPaS: 0.7,
      shopMinC: 15,
      bondClosesH: 10,
      wetOnWet: true,
      maxLaminateC: 80,
      restartBelowC: 32,
      demoldCure: 0.72,
      shrinkPct: 0.1,
      hdtC: 80,
    },
  ),
  resin(
    { id: 'pu_fast', name: 'Polyurethane, fast one to one', family: 'polyurethane', kinetics: base.pu_fast },
    FIXED,
    MAT_LAMINATE,
    overlay(18, 2000, 40),
    trim(3, 12),
    films(300, 1500, 300, 2000),
    demold(2),
    { mostThicknessMm: 12, backingAfterH: 4 },
    {
      hardenerName: 'Isocyanate part, 1 : 1',
      hardenerPhrByWeight: 100,
      hardenerPhrByVolume: 100,
      transferShare: 0.93,
      shopMinC: 15,
      bondClosesH: 1,
      wetOnWet: true,
      maxLaminateC: 90,
      demoldCure: 0.75,
      shrinkPct: 0.2,
      modulusGPa: 3,
      expansionInPlane: 60,
      hdtC: 75,
    },
  ),
  resin(
    { id: 'putty_iso', name: 'Tooling putty, iso, filled', family: 'paste and putty', kinetics: { ...base.iso_lam, filler_w: 0.5 } },
    PEROXIDE,
    BARE_COAT,
    catalyst(1, 1.5, 2),
    trim(10, 30),
    demold(24),
    { mostThicknessMm: 12 },
    {
      transferShare: 0.92,
      shopMinC: 15,
      bondClosesH: 24,
      wetOnWet: true,
      maxLaminateC: 90,
      restartBelowC: 32,
      demoldCure: 0.75,
      shrinkPct: 0.3,
      modulusGPa: 6,
      expansionInPlane: 45,
      hdtC: 85,
    },
  ),
  resin(
    { id: 've_infusion', name: 'Infusion resin, vinyl ester, slow hardener', family: 'infusion', kinetics: { ...base.ve_skin, t_ind_min: 45 } },
    PEROXIDE,
    MAT_LAMINATE,
    catalyst(1, 1.5, 2),
    trim(20, 60),
    demold(24),
    {
      transferShare: 0.85,
      viscosityPaS: 0.25,
      shopMinC: 16,
      bondClosesH: 36,
      wetOnWet: false,
      maxLaminateC: 90,
      restartBelowC: 32,
      demoldCure: 0.75,
      shrinkPct: 0.28,
      modulusGPa: 12,
      expansionInPlane: 20,
      hdtC: 110,
    },
  ),
];
