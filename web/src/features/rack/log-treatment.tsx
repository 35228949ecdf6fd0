import { releaseProgram } from '@pentimento/core/service';
import { useState } from 'react';
import { useWhoQuery, type MoldHead } from '../../api/api';
import { useAppDispatch } from '../../app/store';
import { Dialog } from '../../shared/dialog';
import { NoteField } from './note-field';
import { queued } from '../outbox/outbox-slice';
import { newId } from '../../shared/new-id';

/** A coat or a full treatment, by whoever is signed in, now. */
export function LogTreatment({ mold, onClose }: { mold: MoldHead; onClose: () => void }) {
  const dispatch = useAppDispatch();
  const personId = useWhoQuery().data?.person?.id ?? '';
  const [note, setNote] = useState('');
  const program = releaseProgram(mold.releaseProgramId);
  const log = (kind: 'full' | 'touch-up'): void => {
    dispatch(
      queued({
        kind: 'treatment',
        moldId: mold.id,
        personId,
        body: { id: newId(), at: new Date().toISOString(), kind, note: note.trim() },
      }),
    );
    onClose();
  };
  return (
    <Dialog title={`${mold.number}: release treatment`} onClose={onClose}>
      <p className="mb-1">
        <strong>{program?.name}.</strong> {program?.caution}
      </p>
      <p className="muted mb-3 text-sm">Solvents and wax cleaners: gloves, air, no flame. The maker’s data sheet decides.</p>
      <div className="grid gap-2">
        <button
          type="button"
          className="hairline hover:bg-base-200 min-h-14 border px-4 text-left text-lg"
          onClick={() => {
            log('touch-up');
          }}
        >
          Touch-up coat
        </button>
        <button
          type="button"
          className="hairline hover:bg-base-200 min-h-14 border px-4 text-left text-lg"
          onClick={() => {
            log('full');
          }}
        >
          Stripped and fully treated: a new row of strokes
        </button>
      </div>
      <NoteField label="Lot or note" note={note} onNote={setNote} cancel="No treatment" onCancel={onClose} />
    </Dialog>
  );
}
