import { standInReadings, standInTruth, type CupTest } from '@pentimento/core/calibration';
import { simulateCup } from '@pentimento/core/growth';
import { builtInMaterials, resinCardOf, withValues, type MaterialCard, type VersionedCard } from '@pentimento/core/materials';
import { KELVIN } from '@pentimento/core/units';
import type { CupTestSource } from '../cup-tests/cup-test.entity.js';

/** A card that the shop made its own, some days ago. */
export interface DemoCard {
  readonly by: string;
  readonly daysBefore: number;
  readonly note: string;
  readonly card: MaterialCard;
}

function builtIn(id: string): MaterialCard {
  const card = builtInMaterials.find((one) => one.id === id);
  if (!card) throw new Error(`demo data names the card ${id}, which is not there`);
  return card;
}

const august = { origin: 'data sheet', note: 'sheet of August', date: '2026-08-12' } as const;

export const demoCards: readonly DemoCard[] = [
  {
    by: 'cleo',
    daysBefore: 7,
    note: 'Sheet of August',
    card: {
      ...withValues(
        builtIn('gelcoat_iso'),
        { overlayAfterMin: 70, overlayAtC: 21, overlayFilmUm: 600, dryAfterMin: 170, hdtC: 98, viscosityPaS: 14 },
        august,
      ),
      gelTimes: [
        { minutes: 14, tempC: 25, catalystPct: 2, massG: 100, ...august },
        { minutes: 22, tempC: 20, catalystPct: 2, massG: 100, ...august },
      ],
    },
  },
];

/** Newest cards as they stood some days ago. */
export function cardsAsOf(daysBefore: number): VersionedCard[] {
  return builtInMaterials.map((card) => {
    const own = demoCards.filter((demo) => demo.card.id === card.id && demo.daysBefore >= daysBefore);
    const newest = own.at(-1);
    return newest ? { ...newest.card, version: own.length } : { ...card, version: 0 };
  });
}

export interface DemoCupTest {
  readonly by: string;
  readonly daysBefore: number;
  readonly cardId: string;
  readonly source: CupTestSource;
  readonly note: string;
  readonly test: CupTest;
}

const BATCH = 11;
const cup = { massG: 100, startC: 21, airC: 21, catalystPct: 1.5, sensorLagS: 10 };

/** The same made-up batch twice: read off by hand, and logged. */
export function demoCupTests(): DemoCupTest[] {
  const { kinetics } = resinCardOf(builtIn('iso_lam'));
  const startK = cup.startC + KELVIN;
  const seen = simulateCup({ card: standInTruth(kinetics, BATCH), massKg: cup.massG / 1000, startK, airK: startK, catalystPct: cup.catalystPct });
  const heard = standInReadings({ card: kinetics, ...cup, seed: BATCH }).flatMap(({ atS, tempC }) => (tempC === null ? [] : [{ atS, tempC }]));
  const log = { timeS: heard.map(({ atS }) => atS - heard[0].atS), tempC: heard.map(({ tempC }) => tempC) };
  const common = { cardId: 'iso_lam', by: 'finn' };
  return [
    {
      ...common,
      daysBefore: 12,
      source: 'by hand',
      note: 'paper cup on cork, kitchen thermometer',
      test: {
        ...cup,
        gelMin: Math.round((seen.gelS ?? 0) / 60),
        peakC: Math.round(seen.peakK - KELVIN),
        peakMin: Math.round(seen.peakS / 60),
        log: null,
      },
    },
    {
      ...common,
      daysBefore: 12,
      source: 'stand-in logger',
      note: 'the same batch, logged',
      test: { ...cup, gelMin: null, peakC: null, peakMin: null, log },
    },
  ];
}
