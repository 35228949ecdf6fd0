import { cardNumber, type MaterialCard } from '../materials/material-card.js';
import type { CupTest } from './cup-test.js';

/**
 * What a sheet prints about cups, as cup tests: gel times at their conditions, and the cup's peak with its time.
 * @returns empty where the sheet says nothing about cups
 */
export function sheetCupTests(card: MaterialCard): CupTest[] {
  const unseen = { gelMin: null, peakC: null, peakMin: null, log: null, sensorLagS: 0 };
  const gels = card.gelTimes.map(({ minutes, tempC, catalystPct, massG }): CupTest => ({
    ...unseen,
    massG,
    startC: tempC,
    airC: tempC,
    catalystPct,
    gelMin: minutes,
  }));
  const [massG, startC] = [cardNumber(card, 'cupMassG'), cardNumber(card, 'cupStartC')];
  const [peakC, peakMin] = [cardNumber(card, 'cupPeakC'), cardNumber(card, 'cupPeakMin')];
  if (massG === null || startC === null || (peakC === null && peakMin === null)) return gels;
  return [...gels, { ...unseen, massG, startC, airC: startC, catalystPct: cardNumber(card, 'cupCatalystPct'), peakC, peakMin }];
}
