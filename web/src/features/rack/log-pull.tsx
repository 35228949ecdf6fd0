import { useState } from 'react';
import { useWhoQuery, type MoldHead } from '../../api/api';
import { useAppDispatch } from '../../app/store';
import { Dialog } from '../../shared/dialog';
import { NoteField } from './note-field';
import { queued } from '../outbox/outbox-slice';
import { newId } from '../../shared/new-id';

const EASE = [
  [1, 'Fell out'],
  [2, 'Light wedges'],
  [3, 'Wedges and air'],
  [4, 'Fight'],
  [5, 'Stuck, damage'],
] as const;

/** The second tap: how it let go. The pull is logged at once and sent when the network allows. */
export function LogPull({ mold, caution, onClose }: { mold: MoldHead; caution: string | null; onClose: () => void }) {
  const dispatch = useAppDispatch();
  const personId = useWhoQuery().data?.person?.id ?? '';
  const [note, setNote] = useState('');
  const log = (ease: number | null): void => {
    dispatch(queued({ kind: 'pull', moldId: mold.id, personId, body: { id: newId(), at: new Date().toISOString(), ease, note: note.trim() } }));
    onClose();
  };
  return (
    <Dialog title={`${mold.number} ${mold.part}: how did it let go?`} onClose={onClose}>
      {caution && <p className="text-error mb-3 font-semibold">{caution}</p>}
      <div className="grid gap-2">
        {EASE.map(([ease, words]) => (
          <button
            key={ease}
            type="button"
            className="hairline hover:bg-base-200 flex min-h-14 items-center gap-4 border px-4 text-left text-lg"
            onClick={() => {
              log(ease);
            }}
          >
            <span className="num font-semibold">{ease}</span> {words}
          </button>
        ))}
        <button
          type="button"
          className="hairline hover:bg-base-200 muted min-h-14 border px-4 text-left"
          onClick={() => {
            log(null);
          }}
        >
          Just count it
        </button>
      </div>
      <NoteField label="Note" note={note} onNote={setNote} cancel="No pull" onCancel={onClose} />
    </Dialog>
  );
}
