import type { Between } from '../materials/resin-card.js';
import { amount, words, type Words } from '../units/amounts.js';
import type { Level } from '../units/levels.js';

/** Gauge readings of one coat. */
export interface FilmGrid {
  readonly meanUm: number;
  /** Standard deviation [µm]; 0 of a single reading */
  readonly spreadUm: number;
  readonly thinnestUm: number;
  readonly thickestUm: number;
  readonly level: Level;
  /** What it means, and what to do while it is wet */
  readonly line: Words;
}

/** Fewer say little of a coat (assumed). */
export const ENOUGH_READINGS = 5;
/** The mean may be off the planned film by this share (assumed). */
const OFF_PLAN = 0.2;

/**
 * A grid of readings against the film that was planned and what the card allows.
 * @param um readings [µm], at least one
 * @param plannedUm of this coat; null: none planned
 * @param coat what the card says of one coat [µm]
 */
export function filmGrid(um: readonly number[], plannedUm: number | null, coat: Between): FilmGrid {
  const meanUm = um.reduce((sum, one) => sum + one, 0) / um.length;
  const spreadUm = um.length < 2 ? 0 : Math.sqrt(um.reduce((sum, one) => sum + (one - meanUm) ** 2, 0) / (um.length - 1));
  const [thinnestUm, thickestUm] = [Math.min(...um), Math.max(...um)];
  const grid = { meanUm, spreadUm, thinnestUm, thickestUm };
  const thinnest = words`thinnest ${amount('film', thinnestUm)}`;
  if (coat.least !== null && thinnestUm < coat.least)
    return {
      ...grid,
      level: meanUm < coat.least ? 'stop' : 'care',
      line: words`${thinnest}, under the card’s ${amount('film', coat.least)}: it stays soft there and wrinkles under the next layer. Another pass while it is wet.`,
    };
  if (coat.most !== null && thickestUm > coat.most)
    return {
      ...grid,
      level: meanUm > coat.most ? 'stop' : 'care',
      line: words`Thickest ${amount('film', thickestUm)}, over the card’s ${amount('film', coat.most)}: it runs, pools and cracks. Brush it out while it is wet.`,
    };
  if (plannedUm !== null && Math.abs(meanUm / plannedUm - 1) > OFF_PLAN)
    return {
      ...grid,
      level: 'care',
      line: words`Mean ${amount('film', meanUm)} where ${amount('film', plannedUm)} was planned: the next window moves with it.`,
    };
  if (um.length < ENOUGH_READINGS)
    return { ...grid, level: 'note', line: words`${thinnest}; ${String(um.length)} readings say little, take ${String(ENOUGH_READINGS)} and more.` };
  return { ...grid, level: 'ok', line: words`Mean ${amount('film', meanUm)} ± ${amount('film', spreadUm)}, ${thinnest}.` };
}
