import { dateOf, dayNumber } from '../shop-time/shop-clock.js';

/** How warm a lot stands: shelf lives are stated for a cool store. */
export const storeClasses = ['cool', 'room', 'warm'] as const;
export type StoreClass = (typeof storeClasses)[number];

/** Share of the stated shelf life (assumed: a warm store halves it; hold it against the sheet). */
const SHELF_SHARE: Readonly<Record<StoreClass, number>> = { cool: 1, room: 1, warm: 0.5 };
/** Once opened a lot keeps this long at the most (assumed) [days]. */
const OPENED_DAYS = 180;
/** Near its end: so many days before [days]. */
const SOON_DAYS = 14;

/** One delivery of one material; days as YYYY-MM-DD. */
export interface Lot {
  readonly received: string;
  /** null: not yet */
  readonly opened: string | null;
  /** As printed on it; null: by the card's shelf life */
  readonly expires: string | null;
  readonly store: StoreClass;
  readonly usedUp: boolean;
}

/** When a lot is no longer to be used without a reason. */
export interface LotStanding {
  /** Last good day; null: neither lot nor card says */
  readonly goodUntil: string | null;
  readonly state: 'good' | 'soon' | 'expired' | 'used up';
}

/**
 * A lot on a day.
 * @param shelfLifeDays of its card, in a cool store; null: the card does not say
 */
export function lotStanding(lot: Lot, shelfLifeDays: number | null, today: string): LotStanding {
  const stated =
    lot.expires === null
      ? shelfLifeDays === null
        ? null
        : dayNumber(lot.received) + Math.round(shelfLifeDays * SHELF_SHARE[lot.store])
      : dayNumber(lot.expires);
  const opened = lot.opened === null || stated === null ? null : dayNumber(lot.opened) + OPENED_DAYS;
  const until = stated === null ? null : Math.min(stated, opened ?? Infinity);
  const goodUntil = until === null ? null : dateOf(until);
  if (lot.usedUp) return { goodUntil, state: 'used up' };
  if (until === null) return { goodUntil, state: 'good' };
  const left = until - dayNumber(today);
  return { goodUntil, state: left < 0 ? 'expired' : left < SOON_DAYS ? 'soon' : 'good' };
}
