import { isStepEntry, type StepEntry, type WireEntry } from '../log/entry.js';

let made = 0;

/** Makes lines of a log, each with an id of its own. @throws Error for one that its kind does not allow */
export function logLine(kind: WireEntry['kind'], data: unknown, more: Partial<Omit<WireEntry, 'kind' | 'data'>> = {}): StepEntry {
  const one: WireEntry = {
    id: `e${String(++made)}`,
    stepId: 'build',
    at: '2026-11-30T09:00:00.000Z',
    note: '',
    reverses: null,
    madeBy: 'Ada Marsh',
    ...more,
    kind,
    data,
  };
  if (!isStepEntry(one)) throw new Error(`${kind} cannot say ${JSON.stringify(data)}`);
  return one;
}
