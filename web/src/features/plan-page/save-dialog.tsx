import { useState } from 'react';
import type { Build } from '../../api/api';
import type { Problem } from '../../api/problem';
import { Dialog } from '../../shared/dialog';

interface SaveDialogProps {
  readonly build: Build;
  readonly problem: Problem | null;
  readonly saving: boolean;
  readonly onSave: (note: string, onTop: boolean) => void;
  readonly onTakeTheirs: () => void;
  readonly onClose: () => void;
}

/** Why this version; and when somebody saved first, what to do about it. */
export function SaveDialog({ build, problem, saving, onSave, onTakeTheirs, onClose }: SaveDialogProps) {
  const [note, setNote] = useState('');
  const stale = problem?.code === 'stale-version';
  return (
    <Dialog title={stale ? 'Someone saved before you' : 'Save this version'} onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          onSave(note.trim(), stale);
        }}
      >
        {problem && (
          <p role="alert" className="text-error mb-3">
            {problem.detail}
          </p>
        )}
        <label>
          <span className="block text-sm">Why (optional)</span>
          <input
            autoFocus
            className="input w-full"
            maxLength={300}
            value={note}
            placeholder="Second bulk a day later"
            onChange={(event) => {
              setNote(event.target.value);
            }}
          />
        </label>
        <p className="muted mt-2 text-sm">
          {build.name}, after version {build.current.number}.
        </p>
        <div className="mt-4 flex flex-wrap gap-2">
          <button className="btn btn-primary" disabled={saving}>
            {stale ? 'Save mine on top' : 'Save'}
          </button>
          {stale && (
            <button type="button" className="btn" onClick={onTakeTheirs}>
              Show theirs (mine stays in undo)
            </button>
          )}
          <button type="button" className="btn btn-ghost" onClick={onClose}>
            Go on editing
          </button>
        </div>
      </form>
    </Dialog>
  );
}
