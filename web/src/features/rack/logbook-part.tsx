import { isMoldEntry, moldEntryWords } from '@pentimento/core/mold';
import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import {
  useMoldRecordsQuery,
  useUndoMoldEntryMutation,
  useUndoPullMutation,
  useUndoTreatmentMutation,
  useWhoQuery,
  type Mold,
  type MoldRecord,
} from '../../api/api';
import { problemOf } from '../../api/problem';
import { useAppSelector } from '../../app/store';
import { dateText } from '../../shared/dates';
import { MayButton } from '../../shared/may-button';
import { newId } from '../../shared/new-id';
import { Failed, Loading } from '../../shared/states';
import type { OutgoingRecord } from '../outbox/outbox-slice';

interface RecordRow extends Pick<MoldRecord, 'kind' | 'id' | 'at' | 'note' | 'madeBy' | 'struck'> {
  readonly what: string;
  readonly undoable: boolean;
}

type Told = Pick<MoldRecord, 'kind' | 'reverses' | 'ease' | 'treatment' | 'data'> & { readonly id: string; readonly at: string };

/** A line of the logbook as a sentence. */
function words({ kind, reverses, ease, treatment, data, id, at }: Told, mold: Mold): string {
  if (kind === 'pull' && reverses === null) {
    const serial = typeof data?.serial === 'string' ? ` of ${data.serial}` : '';
    return `Pull${serial}${ease === null ? '' : `, ease ${String(ease)}`}${data?.zones ? ' by zone' : ''}`;
  }
  if (kind === 'treatment' && reverses === null) {
    const some: unknown = data?.zones;
    const where = Array.isArray(some) ? `: ${some.map((zone) => mold.zones.find((one) => one.id === zone)?.name ?? String(zone)).join(', ')}` : '';
    return `${treatment === 'full' ? 'Stripped and fully treated' : 'Touch-up coat'}${where}`;
  }
  const line = { id, at, kind, note: '', data, reverses, madeBy: '' };
  const said = isMoldEntry(line) ? moldEntryWords(line, mold.zones) : `A ${kind}`;
  return reverses === null ? said : `Counter-entry: ${kind === 'pull' || kind === 'treatment' ? `a ${kind}` : said} taken back`;
}

/** What waits here to be sent, as it will stand in the logbook. */
function waitingRows(mold: Mold, waiting: readonly OutgoingRecord[]): RecordRow[] {
  return waiting.flatMap((record): RecordRow[] => {
    if (!('moldId' in record) || record.moldId !== mold.id || record.kind === 'mold photo') return [];
    const { id, at, note, data = null } = record.body;
    const told: Told = {
      id,
      at,
      data,
      reverses: null,
      kind: record.kind === 'entry' ? record.body.kind : record.kind,
      ease: record.kind === 'pull' ? record.body.ease : null,
      treatment: record.kind === 'treatment' ? record.body.kind : null,
    };
    return [{ kind: told.kind, id, at, note, madeBy: 'waiting to be sent', struck: false, undoable: false, what: words(told, mold) }];
  });
}

const rowOf = (record: MoldRecord, mold: Mold): RecordRow => ({
  ...record,
  what: words(record, mold),
  undoable: record.reverses === null && !record.struck && record.kind !== 'before',
});

/** The logbook, a page after the other. */
export function Records({ mold }: { mold: Mold }) {
  const waiting = useAppSelector((state) => state.outbox.waiting);
  const [pages, setPages] = useState<readonly (string | undefined)[]>([undefined]);
  const [correcting, setCorrecting] = useState(false);
  return (
    <>
      <table className="w-full text-sm">
        <caption className="sr-only">Everything written of it, newest first</caption>
        <tbody>
          <RecordRows moldId={mold.id} rows={waitingRows(mold, waiting)} correcting={false} newest={null} />
        </tbody>
        {pages.map((after, i) => (
          <LogPage
            key={after ?? 'first'}
            mold={mold}
            after={after}
            correcting={correcting}
            onMore={
              i === pages.length - 1
                ? (next) => {
                    setPages((before) => (before.includes(next) ? before : [...before, next]));
                  }
                : null
            }
          />
        ))}
      </table>
      <button
        type="button"
        className="btn btn-sm mt-2 mr-2"
        aria-pressed={correcting}
        onClick={() => {
          setCorrecting(!correcting);
        }}
      >
        {correcting ? 'Done correcting' : 'Correct an older entry'}
      </button>
    </>
  );
}

/** What describes a mold is not what was just logged wrong. */
const DESCRIBING: readonly RecordRow['kind'][] = ['zones', 'facts'];

interface LogPageProps {
  readonly mold: Mold;
  readonly after: string | undefined;
  readonly correcting: boolean;
  /** null: the page after it is shown */
  readonly onMore: ((next: string) => void) | null;
}

function LogPage({ mold, after, correcting, onMore }: LogPageProps) {
  // Somebody came to read the line of a moment.
  const asked = useSearchParams()[0].get('at');
  const { data, error, refetch } = useMoldRecordsQuery(
    { id: mold.id, ...(after === undefined ? {} : { after }) },
    { refetchOnMountOrArgChange: true },
  );
  if (!data)
    return (
      <tbody>
        <tr>
          <td colSpan={5}>{error ? <Failed error={error} retry={() => void refetch()} /> : <Loading what="the logbook" />}</td>
        </tr>
      </tbody>
    );
  const rows = data.records.map((record) => rowOf(record, mold));
  const { next } = data;
  return (
    <tbody>
      {next !== null && onMore && asked !== null && rows.every(({ at }) => at > asked) && <GoOn next={next} onMore={onMore} />}
      {/* What was just logged wrong is the newest; older ones are asked for. */}
      <RecordRows
        moldId={mold.id}
        rows={rows}
        correcting={correcting}
        newest={after === undefined ? (rows.find(({ undoable, kind }) => undoable && !DESCRIBING.includes(kind))?.id ?? null) : null}
      />
      {next !== null && onMore && (
        <tr>
          <td colSpan={5} className="pt-2">
            <button
              type="button"
              className="btn btn-sm"
              onClick={() => {
                onMore(next);
              }}
            >
              Show older entries
            </button>
          </td>
        </tr>
      )}
    </tbody>
  );
}

/** Goes on to the next page by itself. */
function GoOn({ next, onMore }: { next: string; onMore: (next: string) => void }) {
  useEffect(() => {
    onMore(next);
  }, [next, onMore]);
  return null;
}

const intoView = (row: HTMLTableRowElement | null): void => {
  row?.scrollIntoView({ block: 'center' });
};

interface RecordRowsProps {
  readonly moldId: string;
  readonly rows: readonly RecordRow[];
  readonly correcting: boolean;
  readonly newest: string | null;
}

function RecordRows({ moldId, rows, correcting, newest }: RecordRowsProps) {
  const [undoPull, pull] = useUndoPullMutation();
  const [undoTreatment, treatment] = useUndoTreatmentMutation();
  const [undoEntry, entry] = useUndoMoldEntryMutation();
  const error = pull.error ?? treatment.error ?? entry.error;
  const me = useWhoQuery().data?.person?.name;
  const asked = useSearchParams()[0].get('at');
  const takeBack = ({ kind, id }: RecordRow): void => {
    const body = { id: newId(), note: '' };
    if (kind === 'pull') void undoPull({ moldId, pullId: id, body });
    else if (kind === 'treatment') void undoTreatment({ moldId, treatmentId: id, body });
    else void undoEntry({ moldId, entryId: id, body });
  };
  return (
    <>
      {error && (
        <tr>
          <td colSpan={5} role="alert" className="text-error">
            {problemOf(error).detail}
          </td>
        </tr>
      )}
      {rows.map((row, i) => (
        <tr
          key={row.id}
          className={`hairline border-b ${row.at === asked ? 'bg-base-200' : ''}`}
          aria-current={row.at === asked || undefined}
          ref={row.at === asked ? intoView : undefined}
        >
          <td className="num py-1 pr-4 whitespace-nowrap">{dateText(row.at)}</td>
          <td className={`min-w-56 py-1 pr-4 ${row.struck ? 'line-through opacity-60' : ''}`}>{row.what}</td>
          <td className="w-full py-1 pr-4">
            {row.note !== '' && i > 0 && rows[i - 1].note === row.note ? <span className="muted">the same</span> : row.note}
          </td>
          <td className="muted py-1 pr-4 whitespace-nowrap">{row.madeBy}</td>
          <td className="py-0.5 text-right">
            {row.undoable && (correcting || row.id === newest) && (
              <MayButton
                right={row.madeBy === me ? 'log' : 'takeBack'}
                className="btn btn-ghost btn-xs whitespace-nowrap"
                disabled={pull.isLoading || treatment.isLoading || entry.isLoading}
                onClick={() => {
                  takeBack(row);
                }}
              >
                Take back
              </MayButton>
            )}
          </td>
        </tr>
      ))}
    </>
  );
}
