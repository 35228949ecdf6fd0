import { useState } from 'react';

/** Whether something is unfolded, as this device last left it; where nothing can be stored it begins as given. */
export function useRemembered(key: string, initial: boolean): [on: boolean, set: (on: boolean) => void] {
  const [on, setOn] = useState(() => {
    try {
      const known = localStorage.getItem(`unfolded ${key}`);
      return known === null ? initial : known === 'yes';
    } catch {
      return initial;
    }
  });
  return [
    on,
    (next) => {
      setOn(next);
      try {
        localStorage.setItem(`unfolded ${key}`, next ? 'yes' : 'no');
      } catch {
        // A full or forbidden store only means that it is not remembered.
      }
    },
  ];
}
