import type { StepEntry } from '@pentimento/core/log';
import { folded, nearestLine } from './log-lines';

let count = 0;
const base = () => ({ id: String(count++), stepId: 's', at: '2026-03-01T10:00:00Z', reverses: null, madeBy: 'Dov Tansy' });
const temp = (note: string, layerId = 'l1'): StepEntry => ({
  ...base(),
  kind: 'temperature',
  note,
  data: { at: 'thermocouple', tempC: 20, layerId },
});
const done = (): StepEntry => ({ ...base(), kind: 'done', note: '', data: null });
const more = (rows: readonly StepEntry[], openId?: string): number[] => folded(rows, openId).map((one) => one.more);

test('lines of one instrument that follow each other are one line', () => {
  expect(more([temp('by Logger'), temp('by Logger'), temp('by Logger'), done(), temp('by Logger')])).toEqual([2, 0, 0]);
});

test('not of another instrument or layer, and not what a person wrote', () => {
  expect(more([temp('by Logger'), temp('by Other'), temp('by Other', 'l2')])).toEqual([0, 0, 0]);
  expect(more([temp(''), temp(''), done(), done()])).toEqual([0, 0, 0, 0]);
});

test('opened, all of them stand there; those after it stay folded', () => {
  const rows = [temp('by Logger'), temp('by Logger'), temp('by Logger'), done(), temp('by Logger'), temp('by Logger')];
  expect(more(rows, rows[0].id)).toEqual([0, 0, 0, 0, 1]);
});

test('one that somebody came to read is not folded away', () => {
  const rows = [temp('by Logger'), temp('by Logger'), temp('by Logger'), done()];
  expect(folded(rows, rows[1].id).map(({ entry }) => entry.id)).toContain(rows[1].id);
});

test('the line of a moment, or the nearest to it', () => {
  const rows = ['10:00', '10:07', '11:00'].map((clock) => ({ ...done(), at: `2026-03-01T${clock}:00Z` }));
  expect(nearestLine(rows, '2026-03-01T10:07:00.000Z')).toBe(rows[1].id);
  expect(nearestLine(rows, '2026-03-01T10:05:00Z')).toBe(rows[1].id);
  expect(nearestLine(rows, 'yesterday')).toBeNull();
  expect(nearestLine([], '2026-03-01T10:07:00Z')).toBeNull();
});
