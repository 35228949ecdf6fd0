import { entryWords, judgeReading, type ReadingContext } from '@pentimento/core/bench';
import { NO_STEP, type StepEntry } from '@pentimento/core/log';
import { parseISO } from 'date-fns';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { MayButton } from '../../shared/may-button';
import { momentShort } from '../../shared/dates';
import { useUnits } from '../../shared/use-units';
import { FindingLine } from './reading/finding-line';
import { PhotoThumb } from './photo-thumb';

const SHOWN = 30;

interface LogLinesProps {
  readonly entries: readonly StepEntry[];
  /** About steps that the plan no longer has */
  readonly gone: readonly StepEntry[];
  readonly nameOf: (stepId: string) => string;
  readonly context: ReadingContext;
  readonly readOnly?: boolean;
  readonly onTakeBack: (entry: StepEntry) => void;
}

/** What was written down, newest first; a mistake is taken back by another line: the newest at once, an older one after a tap on it. */
export function LogLines({ entries, gone, nameOf, context, readOnly = false, onTakeBack }: LogLinesProps) {
  const asked = useSearchParams()[0].get('at');
  const askedId = asked === null ? null : nearestLine(entries, asked);
  const [openId, setOpen] = useState<string | null>(null);
  const [all, setAll] = useState(asked !== null);
  const reversed = new Set(entries.flatMap(({ reverses }) => reverses ?? []));
  const lost = new Set(gone.map(({ id }) => id));
  const sorted = [...entries].sort((a, b) => b.at.localeCompare(a.at));
  const rows = all ? sorted : sorted.slice(0, SHOWN);
  const undoable = ({ id, kind, madeBy }: StepEntry): boolean =>
    !readOnly && kind !== 'taken back' && !reversed.has(id) && madeBy !== 'waiting to be sent';
  const newest = sorted.find(undoable)?.id;
  return (
    <aside aria-label="Log" className="rule border-t p-4 lg:border-t-0 lg:border-l">
      <h2 className="font-semibold">Log</h2>
      {rows.length === 0 && <p className="muted mt-1">Nothing is written yet. Start and Done write the time and your name.</p>}
      <ol>
        {folded(rows, openId ?? askedId).map(({ entry, more }) => (
          <LogLine
            key={entry.id}
            entry={entry}
            more={more}
            onMore={() => {
              setOpen(entry.id);
            }}
            name={entry.stepId === NO_STEP ? '' : nameOf(entry.stepId)}
            asked={entry.id === askedId}
            struck={reversed.has(entry.id)}
            lost={lost.has(entry.id)}
            context={context}
            offersBack={undoable(entry) && (entry.id === newest || entry.id === openId)}
            onOpen={
              undoable(entry) && entry.id !== newest
                ? () => {
                    setOpen(entry.id === openId ? null : entry.id);
                  }
                : null
            }
            onTakeBack={() => {
              setOpen(null);
              onTakeBack(entry);
            }}
          />
        ))}
      </ol>
      {!all && sorted.length > SHOWN && (
        <button
          type="button"
          className="btn btn-ghost mt-2 min-h-11"
          onClick={() => {
            setAll(true);
          }}
        >
          All {sorted.length} lines
        </button>
      )}
    </aside>
  );
}

const intoView = (line: HTMLLIElement | null): void => {
  line?.scrollIntoView({ block: 'center' });
};

/** The line written at a moment, or nearest to it; null: there is no line, or no such moment. */
export function nearestLine(entries: readonly StepEntry[], iso: string): string | null {
  const wanted = parseISO(iso).getTime();
  if (Number.isNaN(wanted) || entries.length === 0) return null;
  const away = ({ at }: StepEntry): number => Math.abs(parseISO(at).getTime() - wanted);
  return entries.reduce((best, one) => (away(one) < away(best) ? one : best)).id;
}

/** A line, and how many of the same instrument directly before it are folded into it. */
interface Folded {
  readonly entry: StepEntry;
  readonly more: number;
}

/** What an instrument writes by itself would bury the rest: of its lines that follow each other the newest stands for all, until it is opened. */
export function folded(rows: readonly StepEntry[], openId: string | null = null): Folded[] {
  const found: { entry: StepEntry; more: number }[] = [];
  let open = false;
  for (const entry of rows) {
    const last = found.at(-1);
    if (last && !open && entry.id !== openId && sourceOf(entry) !== null && sourceOf(entry) === sourceOf(last.entry)) last.more += 1;
    else {
      const goesOn: boolean = open && last !== undefined && sourceOf(entry) === sourceOf(last.entry);
      found.push({ entry, more: 0 });
      open = goesOn || entry.id === openId;
    }
  }
  return found;
}

/** Instrument and place of a line that was written by one; null: a person wrote it. */
function sourceOf({ kind, note, data }: StepEntry): string | null {
  if (kind !== 'temperature' || !note.startsWith('by ')) return null;
  return [note, data.at, data.layerId ?? ''].join(' ');
}

interface LogLineProps {
  readonly entry: StepEntry;
  /** Lines of the same instrument that are folded into it */
  readonly more: number;
  readonly onMore: () => void;
  readonly name: string;
  /** Somebody came to read this one */
  readonly asked: boolean;
  readonly struck: boolean;
  readonly lost: boolean;
  readonly context: ReadingContext;
  readonly offersBack: boolean;
  /** null: its key is there already, or there is none */
  readonly onOpen: (() => void) | null;
  readonly onTakeBack: () => void;
}

function LogLine({ entry, more, onMore, name, asked, struck, lost, context, offersBack, onOpen, onTakeBack }: LogLineProps) {
  const { fill } = useUnits();
  const finding = struck ? null : judgeReading(entry, context);
  const photoId = entry.kind === 'photo' || entry.kind === 'finding' ? entry.data.photoId : undefined;
  const said = (
    <>
      <strong>{fill(entryWords(entry))}</strong> {name !== '' && <span>{entry.data === null ? name : `· ${name}`}</span>}
      {entry.note !== '' && `: ${entry.note}`}
    </>
  );
  return (
    <li
      className={`hairline border-b py-1.5 ${asked ? 'bg-base-200 border-l-primary border-l-4 pl-2' : ''}`}
      aria-current={asked || undefined}
      ref={asked ? intoView : undefined}
    >
      <div className={struck ? 'line-through opacity-60' : ''}>
        {onOpen ? (
          <button type="button" className="min-h-8 text-left" title="Take this line back" onClick={onOpen}>
            {said}
          </button>
        ) : (
          <p>{said}</p>
        )}
      </div>
      {photoId !== undefined && <PhotoThumb id={photoId} mark={entry.kind === 'photo' ? entry.data : null} />}
      {finding && finding.level !== 'ok' && <FindingLine finding={finding} />}
      <p className="muted num flex flex-wrap items-center text-sm">
        {momentShort(entry.at)} · {entry.madeBy}
        {lost && ' · no longer in the plan'}
        {more > 0 && (
          <button type="button" className="link ml-2 min-h-8 font-sans" onClick={onMore}>
            and {more} before it
          </button>
        )}
        <span className="flex-1" />
        {offersBack && (
          <MayButton right="log" className="hairline hover:bg-base-200 min-h-10 border px-3 font-sans" onClick={onTakeBack}>
            Take back
          </MayButton>
        )}
      </p>
    </li>
  );
}
