import { useState } from 'react';
import { Dialog } from '../../shared/dialog';
import { ReasonBox } from '../../shared/reason-box';

interface ReasonDialogProps {
  readonly title: string;
  readonly why: string;
  /** Shortest reason [characters] */
  readonly least: number;
  readonly onReason: (note: string) => void;
  readonly onClose: () => void;
}

/** Asks for a reason before something is written that needs one; it is kept with the person's name. */
export function ReasonDialog({ title, why, least, onReason, onClose }: ReasonDialogProps) {
  const [note, setNote] = useState('');
  const short = note.trim().length < least;
  return (
    <Dialog title={title} onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (!short) onReason(note.trim());
        }}
      >
        <ReasonBox reason={note} rows={3} onReason={setNote}>
          {why}
        </ReasonBox>
        <p className="muted mt-1 text-sm">At least {least} characters; it is kept with your name.</p>
        <div className="mt-4 flex gap-2">
          <button className="btn btn-primary min-h-14 flex-1 text-lg" disabled={short}>
            Write it down
          </button>
          <button type="button" className="btn btn-ghost min-h-14" onClick={onClose}>
            Not yet
          </button>
        </div>
      </form>
    </Dialog>
  );
}
