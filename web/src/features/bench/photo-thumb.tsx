import { useState } from 'react';
import { useAppSelector } from '../../app/store';
import { Dialog } from '../../shared/dialog';

interface PhotoThumbProps {
  readonly id: string;
  /** Shares of the picture; null: no mark */
  readonly mark: { readonly x: number | null; readonly y: number | null } | null;
}

/** A picture of the log, small; a tap shows it whole with its mark. One that waits to be sent is shown from here. */
export function PhotoThumb({ id, mark }: PhotoThumbProps) {
  const [open, setOpen] = useState(false);
  const waiting = useAppSelector((state) =>
    state.outbox.waiting.find(({ kind, body }) => (kind === 'photo' || kind === 'mold photo') && body.id === id),
  );
  const here = waiting?.kind === 'photo' || waiting?.kind === 'mold photo' ? waiting.body : null;
  const small = here ? `data:image/jpeg;base64,${here.small}` : `/api/photos/${id}/small`;
  const whole = here ? `data:image/jpeg;base64,${here.jpeg}` : `/api/photos/${id}`;
  return (
    <>
      <button
        type="button"
        className="hairline mt-1 block border"
        aria-label="Show the picture"
        onClick={() => {
          setOpen(true);
        }}
      >
        <img src={small} alt="Taken at this step" loading="lazy" className="h-20" />
      </button>
      {open && (
        <Dialog
          title="Picture"
          wide
          onClose={() => {
            setOpen(false);
          }}
        >
          <span className="relative inline-block">
            <img src={whole} alt="Taken at this step" className="max-h-[70vh]" />
            {mark && mark.x !== null && mark.y !== null && (
              <span
                aria-label="marked place"
                className="border-error absolute size-10 -translate-x-1/2 -translate-y-1/2 rounded-full border-4"
                style={{ left: `${String(mark.x * 100)}%`, top: `${String(mark.y * 100)}%` }}
              />
            )}
          </span>
          <button
            type="button"
            className="btn mt-3 block min-h-14 w-full text-lg"
            onClick={() => {
              setOpen(false);
            }}
          >
            Close
          </button>
        </Dialog>
      )}
    </>
  );
}
