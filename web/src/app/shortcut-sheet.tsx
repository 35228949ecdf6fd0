import { Dialog } from '../shared/dialog';

type Row = readonly [keys: string, what: string];

const EVERYWHERE: readonly Row[] = [
  ['1 – 5', 'Board, Bench, Rack, Stores, Shop'],
  ['/ or Ctrl K', 'Find or do'],
  ['?', 'This sheet'],
  ['Esc', 'Close what is open'],
];
const SEQUENCE: readonly Row[] = [
  ['Tab to a session, ← →', 'Move it by 15 minutes'],
  ['Shift ← →', 'Move it by an hour'],
  ['Tab to the chart, ← →', 'Move the time cursor'],
  ['Ctrl Z', 'Undo'],
  ['Ctrl Shift Z', 'Redo'],
  ['Ctrl S', 'Save a version'],
];

export function ShortcutSheet({ pathname, onClose }: { pathname: string; onClose: () => void }) {
  const rows = pathname.startsWith('/builds') ? [...SEQUENCE, ...EVERYWHERE] : EVERYWHERE;
  return (
    <Dialog title="Keys on this screen" onClose={onClose}>
      <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-1">
        {rows.map(([keys, what]) => (
          <div key={keys} className="contents">
            <dt className="num">{keys}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      <button type="button" className="btn btn-sm mt-5" onClick={onClose}>
        Close
      </button>
    </Dialog>
  );
}
