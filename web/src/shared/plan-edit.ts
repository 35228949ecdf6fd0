import { createContext, useContext, useEffect, useEffectEvent, useMemo, useRef } from 'react';

/** How a page's cells pass on what is still under the hand: shown in the picture, but no step of the history yet. */
export interface EditPhase {
  /** Runs an edit as a preview */
  readonly preview: (pass: () => void) => void;
  /** Takes back what was only previewed */
  readonly drop: () => void;
  /** Whether the edit being made is a preview; for the page's own handler */
  readonly previewing: () => boolean;
}

/** Outside of a page that can preview, an edit counts at once. */
const AT_ONCE: EditPhase = {
  preview: (pass) => {
    pass();
  },
  drop: () => undefined,
  previewing: () => false,
};

const EditContext = createContext<EditPhase>(AT_ONCE);
export const EditProvider = EditContext.Provider;

/** A phase for the cells of one page. */
export function useEditPhase(drop: () => void): EditPhase {
  const previewing = useRef(false);
  return useMemo(
    () => ({
      preview: (pass) => {
        previewing.current = true;
        try {
          pass();
        } finally {
          previewing.current = false;
        }
      },
      drop,
      previewing: () => previewing.current,
    }),
    [drop],
  );
}

export function useTyping(): Pick<EditPhase, 'preview' | 'drop'> {
  return useContext(EditContext);
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
