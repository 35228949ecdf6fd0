import { forgetAnswers } from '../api/kept-answers';
import { api, DATA_TAGS, type Who } from '../api/api';
import { useAppDispatch } from './store';

/** Somebody came or went: what was loaded for the one before is not shown to the next. */
export function useEnter(): (who: Who | undefined) => void {
  const dispatch = useAppDispatch();
  return (who) => {
    if (!who) return;
    // Nothing of the person who left stays in this page's memory, nor what was kept for a visit without network.
    const forgotten = forgetAnswers();
    if (who.person === null) {
      void forgotten.then(() => {
        window.location.reload();
      });
      return;
    }
    void dispatch(api.util.upsertQueryData('who', undefined, who));
    dispatch(api.util.invalidateTags([...DATA_TAGS]));
  };
}
