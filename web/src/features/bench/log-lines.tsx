import type { StepEntry } from '@pentimento/core/steps';
import { MayButton } from '../../shared/may-button';
import { dateTimeText } from '../../shared/dates';

const SHOWN = 30;

interface LogLinesProps {
  readonly entries: readonly StepEntry[];
  /** About steps that the plan no longer has */
  readonly gone: readonly StepEntry[];
  readonly nameOf: (stepId: string) => string;
  readonly onTakeBack: (entry: StepEntry) => void;
}

/** What was written down, newest first; a mistake is taken back by another line. */
export function LogLines({ entries, gone, nameOf, onTakeBack }: LogLinesProps) {
  const reversed = new Set(entries.flatMap(({ reverses }) => reverses ?? []));
  const lost = new Set(gone.map(({ id }) => id));
  const rows = [...entries].sort((a, b) => b.at.localeCompare(a.at)).slice(0, SHOWN);
  return (
    <aside aria-label="Log" className="rule border-t p-4 lg:border-t-0 lg:border-l">
      <h2 className="font-semibold">Log</h2>
      {rows.length === 0 && <p className="muted mt-1">Nothing is written yet. Start and Done write the time and your name.</p>}
      <ol>
        {rows.map((entry) => (
          <li key={entry.id} className="hairline border-b py-1.5">
            <p className={reversed.has(entry.id) ? 'line-through opacity-60' : ''}>
              <strong>{entry.kind}</strong> {nameOf(entry.stepId)}
              {entry.note !== '' && `: ${entry.note}`}
            </p>
            <p className="muted num flex flex-wrap items-center text-sm">
              {dateTimeText(entry.at)} · {entry.madeBy}
              {lost.has(entry.id) && ' · no longer in the plan'}
              <span className="flex-1" />
              {entry.kind !== 'taken back' && !reversed.has(entry.id) && entry.madeBy !== 'waiting to be sent' && (
                <MayButton
                  right="log"
                  className="btn btn-ghost btn-xs"
                  onClick={() => {
                    onTakeBack(entry);
                  }}
                >
                  Take back
                </MayButton>
              )}
            </p>
          </li>
        ))}
      </ol>
    </aside>
  );
}
