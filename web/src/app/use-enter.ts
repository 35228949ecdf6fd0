import { api, type Who } from '../api/api';
import { useAppDispatch } from './store';

/** Somebody came or went: what was loaded for the one before is not shown to the next. */
export function useEnter(): (who: Who | undefined) => void {
  const dispatch = useAppDispatch();
  return (who) => {
    if (!who) return;
    // Nothing of the person who left stays in this page's memory.
    if (who.person === null) {
      window.location.reload();
      return;
    }
    void dispatch(api.util.upsertQueryData('who', undefined, who));
    dispatch(api.util.invalidateTags(['Builds', 'Molds', 'Cards', 'CupTests', 'People', 'Devices', 'Rights']));
  };
}
