import { readingKinds, type ReadingKind } from '@pentimento/core/log';
import type { Step } from '@pentimento/core/steps';
import { NotebookPen } from 'lucide-react';
import { useState } from 'react';
import { MayButton } from '../../shared/may-button';
import { readingWords } from './reading/reading-sheet';

/** What a step asks to be written down, as kinds of readings. */
const BY_LOG: Partial<Readonly<Record<Step['logs'][number], ReadingKind>>> = {
  pot: 'pot',
  film: 'film',
  tack: 'tack',
  leak: 'leak',
  temperature: 'temperature',
  ease: 'let go',
  findings: 'finding',
  mass: 'mass',
  thickness: 'thickness',
};

/** The step's own one or two things to log. */
export function ownReadings(step: Step): ReadingKind[] {
  const own = step.logs.flatMap((log) => BY_LOG[log] ?? []);
  return step.kind === 'gate' ? ['release test', ...own] : own;
}

/** Keys for a step's own readings, and all other kinds behind one. */
export function LogKeys({ step, onLog }: { step: Step | null; onLog: (kind: ReadingKind) => void }) {
  const [open, setOpen] = useState(false);
  const own = step ? ownReadings(step) : [];
  const key = (kind: ReadingKind, first: boolean) => (
    <MayButton
      key={kind}
      right="log"
      className={`min-h-16 border px-3 text-lg ${first ? 'border-primary border-2 font-semibold' : 'hairline'} hover:bg-base-200`}
      onClick={() => {
        setOpen(false);
        onLog(kind);
      }}
    >
      {readingWords[kind]}
    </MayButton>
  );
  return (
    <div className="mt-3">
      <div className="grid grid-cols-2 gap-3 sm:grid-cols-3">
        {own.map((kind) => key(kind, true))}
        <button
          type="button"
          aria-expanded={open}
          className="hairline hover:bg-base-200 flex min-h-16 items-center justify-center gap-2 border text-lg"
          onClick={() => {
            setOpen(!open);
          }}
        >
          <NotebookPen size={20} aria-hidden /> Log
        </button>
      </div>
      {open && (
        <div className="mt-2 grid grid-cols-2 gap-2 sm:grid-cols-3" role="group" aria-label="Everything that can be logged">
          {readingKinds.filter((kind) => !own.includes(kind)).map((kind) => key(kind, false))}
        </div>
      )}
    </div>
  );
}
