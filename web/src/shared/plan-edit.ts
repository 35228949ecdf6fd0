import { createContext, useContext, useEffect, useEffectEvent, useMemo, useRef, type RefObject } from 'react';

/** Whether the edit that is being made is still under the hand: shown in the picture, but no step of the history yet. */
export interface EditPhase {
  readonly previewing: RefObject<boolean>;
  /** Takes back what was only previewed */
  readonly drop: () => void;
}

const EditContext = createContext<EditPhase | null>(null);
export const EditProvider = EditContext.Provider;

/** One phase for all cells of a page, and how a page tells a preview from an edit. */
export function useEditPhase(drop: () => void): EditPhase {
  const previewing = useRef(false);
  return useMemo(() => ({ previewing, drop }), [drop]);
}

interface Typing {
  /** Passes a value on while it is typed: as a preview on a plan's page, at once elsewhere */
  readonly preview: (pass: () => void) => void;
  readonly drop: () => void;
}

/** How a cell passes on what is typed before it is done. */
export function useTyping(): Typing {
  const phase = useContext(EditContext);
  return useMemo(
    () => ({
      preview: (pass) => {
        if (!phase) {
          pass();
          return;
        }
        phase.previewing.current = true;
        try {
          pass();
        } finally {
          phase.previewing.current = false;
        }
      },
      drop: () => phase?.drop(),
    }),
    [phase],
  );
}

/** What is typed is not lost when the page is closed over it. */
export function useLeaving(open: boolean, commit: () => void): void {
  const onLeave = useEffectEvent(commit);
  useEffect(() => {
    if (!open) return undefined;
    const leave = (): void => {
      onLeave();
    };
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
    };
  }, [open]);
}
