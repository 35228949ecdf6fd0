import { checkShop, type ShopCalendar } from '@pentimento/core/shop';
import { useMemo } from 'react';
import { useShopQuery, type SavedShop } from '../api/api';

function calendarOf(value: unknown): ShopCalendar | null {
  try {
    checkShop(value);
    return value;
  } catch {
    return null;
  }
}

/** The shop's calendar; null while it is not there. Unsaid: nobody has said anything, usual hours are shown. */
export function useShop(): { readonly saved: SavedShop; readonly calendar: ShopCalendar; readonly unsaid: boolean } | null {
  const { data } = useShopQuery();
  return useMemo(() => {
    const calendar = data ? calendarOf(data.calendar) : null;
    return data && calendar ? { saved: data, calendar, unsaid: data.version === 0 } : null;
  }, [data]);
}
