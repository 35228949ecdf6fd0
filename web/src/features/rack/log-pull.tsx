import { partProcesses, type PartProcess, type PullDetail } from '@pentimento/core/mold';
import { addSeconds, parseISO } from 'date-fns';
import { useState } from 'react';
import { useWhoQuery, type MoldHead } from '../../api/api';
import { useAppDispatch } from '../../app/store';
import { Dialog } from '../../shared/dialog';
import { BigChoice, BigChoices } from '../../shared/gloves/big-choice';
import { numberOf } from '../../shared/gloves/keypad';
import { NoteLine } from '../../shared/gloves/note-line';
import { WriteButton } from '../../shared/gloves/write-button';
import { newId } from '../../shared/new-id';
import { useUnits } from '../../shared/use-units';
import { queued } from '../outbox/outbox-slice';
import { EASE, EaseKeys } from './ease-keys';
import { NoteField } from './note-field';

interface LogPullProps {
  readonly mold: MoldHead;
  readonly caution: string | null;
  readonly onClose: () => void;
  /** Something was found at it; left out: that is written elsewhere */
  readonly onFound?: (pullId: string) => void;
}

/** The second tap: how it let go. The pull is logged at once and sent when the network allows; zone by zone only where it differs. */
export function LogPull({ mold, caution, onClose, onFound }: LogPullProps) {
  const dispatch = useAppDispatch();
  const personId = useWhoQuery().data?.person?.id ?? '';
  const [note, setNote] = useState('');
  const [more, setMore] = useState(false);
  const log = (ease: number | null, data: PullDetail | null, found = false): void => {
    const body = { id: newId(), at: new Date().toISOString(), ease, note: note.trim(), ...(data ? { data: { ...data } } : {}) };
    dispatch(queued({ kind: 'pull', moldId: mold.id, personId, body }));
    // What was touched up right after it is a coat of those zones.
    const zones = data?.touchedUp;
    if (zones) {
      const at = addSeconds(parseISO(body.at), 1).toISOString();
      const whole = zones.length === mold.zones.length;
      const coat = { id: newId(), at, kind: 'touch-up' as const, note: '', ...(whole ? {} : { data: { zones: [...zones] } }) };
      dispatch(queued({ kind: 'treatment', moldId: mold.id, personId, body: coat }));
    }
    if (found && onFound) onFound(body.id);
    else onClose();
  };
  return (
    <Dialog title={`${mold.number} ${mold.part}: how did it let go?`} onClose={onClose} wide={more}>
      {caution && <p className="text-error mb-3 font-semibold">{caution}</p>}
      {more ? (
        <PullByZone mold={mold} note={note} onNote={setNote} onLog={log} mayFind={onFound !== undefined} />
      ) : (
        <>
          <div className="grid gap-2">
            {EASE.map(([ease, words]) => (
              <button
                key={ease}
                type="button"
                className="hairline hover:bg-base-200 flex min-h-14 items-center gap-4 border px-4 text-left text-lg"
                onClick={() => {
                  log(ease, null);
                }}
              >
                <span className="num font-semibold">{ease}</span> {words}
              </button>
            ))}
            <div className="grid grid-cols-2 gap-2">
              <button
                type="button"
                className="hairline hover:bg-base-200 muted min-h-14 border px-4"
                onClick={() => {
                  log(null, null);
                }}
              >
                Just count it
              </button>
              <button
                type="button"
                className="hairline hover:bg-base-200 min-h-14 border px-4"
                onClick={() => {
                  setMore(true);
                }}
              >
                By zone, and more …
              </button>
            </div>
          </div>
          <NoteField label="Note" note={note} onNote={setNote} cancel="No pull" onCancel={onClose} />
        </>
      )}
      {more && (
        <button type="button" className="btn btn-ghost mt-3" onClick={onClose}>
          No pull
        </button>
      )}
    </Dialog>
  );
}

interface PullByZoneProps {
  readonly mold: MoldHead;
  readonly note: string;
  readonly onNote: (note: string) => void;
  readonly onLog: (ease: number | null, data: PullDetail, found: boolean) => void;
  readonly mayFind: boolean;
}

function PullByZone({ mold: { zones }, note, onNote, onLog, mayFind }: PullByZoneProps) {
  const units = useUnits();
  const [all, setAll] = useState<number | null>(null);
  const [own, setOwn] = useState<Readonly<Record<string, number>>>({});
  const [touched, setTouched] = useState<readonly string[]>([]);
  const [serial, setSerial] = useState('');
  const [process, setProcess] = useState<PartProcess | null>(null);
  const [resin, setResin] = useState('');
  const [peak, setPeak] = useState('');
  const [warm, setWarm] = useState('');
  const shown = numberOf(peak);
  const moldAt = numberOf(warm);
  const easeOf = (id: string): number | null => own[id] ?? all;
  const graded = zones.flatMap(({ id }) => {
    const ease = easeOf(id);
    return ease === null ? [] : [[id, ease] as const];
  });
  const worst = (): number | null => (graded.length === 0 ? all : Math.max(...graded.map(([, ease]) => ease)));
  const detail = (): PullDetail => ({
    ...(zones.length > 1 && graded.length > 0 ? { zones: Object.fromEntries(graded) } : {}),
    ...(touched.length > 0 ? { touchedUp: [...touched] } : {}),
    ...(serial.trim() === '' ? {} : { serial: serial.trim() }),
    ...(process === null ? {} : { process }),
    ...(resin.trim() === '' ? {} : { resin: resin.trim() }),
    ...(shown === null ? {} : { peakC: Math.min(250, Math.max(0, units.store('temperature', shown))) }),
    ...(moldAt === null ? {} : { moldC: Math.min(200, Math.max(0, units.store('temperature', moldAt))) }),
  });
  return (
    <>
      <EaseKeys
        label="All of it"
        value={all}
        onChange={(ease) => {
          setAll(ease);
        }}
      />
      {zones.length > 1 &&
        zones.map(({ id, name }) => (
          <EaseKeys
            key={id}
            label={name}
            value={easeOf(id)}
            onChange={(ease) => {
              setOwn({ ...own, [id]: ease });
            }}
          />
        ))}
      <div className="mt-3 grid gap-x-4 sm:grid-cols-2">
        <NoteLine label="Part’s number or batch" most={60} value={serial} onChange={setSerial} />
        <NoteLine label="Part’s resin" most={80} value={resin} onChange={setResin} />
        <NoteLine label={`Peak of the part, ${units.unit('temperature')}`} most={6} value={peak} onChange={setPeak} />
        <NoteLine label={`Mold as it was laid, ${units.unit('temperature')}`} most={6} value={warm} onChange={setWarm} />
        <NoteLine label="Note" most={300} value={note} onChange={onNote} />
      </div>
      <BigChoice label="Made" options={partProcesses.map((one) => [one, one] as const)} value={process} onChange={setProcess} />
      <BigChoices
        label="Touched up right after it"
        options={zones.map(({ id, name }) => [id, name] as const)}
        values={touched}
        onChange={setTouched}
      />
      <WriteButton
        text="Log the pull"
        onClick={() => {
          onLog(worst(), detail(), false);
        }}
      />
      {mayFind && (
        <button
          type="button"
          className="hairline hover:bg-base-200 mt-2 min-h-14 w-full border text-lg"
          onClick={() => {
            onLog(worst(), detail(), true);
          }}
        >
          Log it, and something was found
        </button>
      )}
    </>
  );
}
