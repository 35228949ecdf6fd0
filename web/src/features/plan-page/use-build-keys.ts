import { useEffect } from 'react';
import { isTyping } from '../../app/places';
import { useAppDispatch } from '../../app/store';
import { redone, undone } from '../plan/plan-slice';

/** Save, undo and redo from the keyboard, on every stage of a build. */
export function useBuildKeys(save: () => void, canSave: boolean): void {
  const dispatch = useAppDispatch();
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey)) return;
      const key = event.key.toLowerCase();
      if (key === 's') {
        event.preventDefault();
        if (canSave) save();
      } else if (key === 'z' && !isTyping(event.target)) {
        event.preventDefault();
        dispatch(event.shiftKey ? redone() : undone());
      }
    };
    window.addEventListener('keydown', onKey);
    return () => {
      window.removeEventListener('keydown', onKey);
    };
  }, [dispatch, save, canSave]);
}
