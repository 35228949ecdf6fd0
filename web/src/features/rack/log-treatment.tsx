import type { TreatmentDetail } from '@pentimento/core/mold';
import { releaseProgram, type TreatmentKind } from '@pentimento/core/service';
import { useState } from 'react';
import { useWhoQuery, type MoldHead } from '../../api/api';
import { useAppDispatch } from '../../app/store';
import { Dialog } from '../../shared/dialog';
import { BigChoice, BigChoices } from '../../shared/gloves/big-choice';
import { NoteLine } from '../../shared/gloves/note-line';
import { WriteButton } from '../../shared/gloves/write-button';
import { newId } from '../../shared/new-id';
import { queued } from '../outbox/outbox-slice';
import { NoteField } from './note-field';

/** A coat or a full treatment, by whoever is signed in, now; by zone and step where somebody says more. */
export function LogTreatment({ mold, onClose }: { mold: MoldHead; onClose: () => void }) {
  const dispatch = useAppDispatch();
  const personId = useWhoQuery().data?.person?.id ?? '';
  const [note, setNote] = useState('');
  const [more, setMore] = useState(false);
  const program = releaseProgram(mold.releaseProgramId);
  const log = (kind: TreatmentKind, data: TreatmentDetail | null): void => {
    const body = { id: newId(), at: new Date().toISOString(), kind, note: note.trim(), ...(data ? { data: { ...data } } : {}) };
    dispatch(queued({ kind: 'treatment', moldId: mold.id, personId, body }));
    onClose();
  };
  return (
    <Dialog title={`${mold.number}: release treatment`} onClose={onClose} wide={more}>
      <p className="mb-1">
        <strong>{program?.name}.</strong> {program?.caution}
      </p>
      <p className="muted mb-3 text-sm">Solvents and wax cleaners: gloves, air, no flame. The maker’s data sheet decides.</p>
      {more ? (
        <TreatmentByZone mold={mold} note={note} onNote={setNote} onLog={log} />
      ) : (
        <>
          <div className="grid gap-2">
            <button
              type="button"
              className="hairline hover:bg-base-200 min-h-14 border px-4 text-left text-lg"
              onClick={() => {
                log('touch-up', null);
              }}
            >
              Touch-up coat
            </button>
            <button
              type="button"
              className="hairline hover:bg-base-200 min-h-14 border px-4 text-left text-lg"
              onClick={() => {
                log('full', null);
              }}
            >
              Stripped and fully treated: a new row of strokes
            </button>
            <button
              type="button"
              className="hairline hover:bg-base-200 min-h-14 border px-4 text-left"
              onClick={() => {
                setMore(true);
              }}
            >
              By zone, steps, coats and lot …
            </button>
          </div>
          <NoteField label="Lot or note" note={note} onNote={setNote} cancel="No treatment" onCancel={onClose} />
        </>
      )}
      {more && (
        <button type="button" className="btn btn-ghost mt-3" onClick={onClose}>
          No treatment
        </button>
      )}
    </Dialog>
  );
}

interface TreatmentByZoneProps {
  readonly mold: MoldHead;
  readonly note: string;
  readonly onNote: (note: string) => void;
  readonly onLog: (kind: TreatmentKind, data: TreatmentDetail) => void;
}

function TreatmentByZone({ mold: { zones, releaseProgramId }, note, onNote, onLog }: TreatmentByZoneProps) {
  const program = releaseProgram(releaseProgramId);
  const [kind, setKind] = useState<TreatmentKind>('touch-up');
  const [some, setSome] = useState<readonly string[]>([]);
  const [skipped, setSkipped] = useState<readonly string[]>([]);
  const [coats, setCoats] = useState<number | null>(null);
  const [lot, setLot] = useState('');
  const [wait, setWait] = useState<'yes' | 'no' | null>(null);
  const steps = kind === 'full' ? (program?.fullSteps ?? []) : (program?.touchUpSteps ?? []);
  const usual = (kind === 'full' ? program?.coats.full : program?.coats.touchUp) ?? 1;
  const waitH = kind === 'full' ? program?.waitH.full : program?.waitH.touchUp;
  const data = (): TreatmentDetail => ({
    ...(some.length > 0 && some.length < zones.length ? { zones: [...some] } : {}),
    steps: steps.filter((step) => !skipped.includes(step)).map((step) => step.slice(0, 80)),
    coats: coats ?? usual,
    ...(lot.trim() === '' ? {} : { lot: lot.trim() }),
    ...(wait === null ? {} : { waitKept: wait === 'yes' }),
  });
  return (
    <>
      <BigChoice
        label="What"
        options={[
          ['touch-up', 'Touch-up'],
          ['full', 'Stripped and treated'],
        ]}
        value={kind}
        onChange={setKind}
      />
      {zones.length > 1 && (
        <BigChoices
          label="Where: none named is the whole mold"
          options={zones.map(({ id, name }) => [id, name] as const)}
          values={some}
          onChange={setSome}
        />
      )}
      <BigChoices
        label="Done: tap away what was not"
        options={steps.map((step) => [step, step] as const)}
        values={steps.filter((step) => !skipped.includes(step))}
        onChange={(done) => {
          setSkipped(steps.filter((step) => !done.includes(step)));
        }}
      />
      <BigChoice
        label={`Coats, usually ${String(usual)}`}
        options={[1, 2, 3, 4, 5, 6, 7, 8].map((one) => [one, String(one)] as const)}
        value={coats ?? usual}
        onChange={setCoats}
      />
      <BigChoice
        label={`Last coat left alone until the next pull${waitH === undefined ? '' : `: ${String(waitH)} h by the program`}`}
        options={[
          ['yes', 'Will be'],
          ['no', 'No'],
        ]}
        value={wait}
        onChange={setWait}
      />
      <div className="grid gap-x-4 sm:grid-cols-2">
        <NoteLine label="Lot of the agent" most={60} value={lot} onChange={setLot} />
        <NoteLine label="Note" most={300} value={note} onChange={onNote} />
      </div>
      <WriteButton
        text="Log the treatment"
        onClick={() => {
          onLog(kind, data());
        }}
      />
    </>
  );
}
