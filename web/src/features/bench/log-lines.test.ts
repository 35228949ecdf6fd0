import type { StepEntry } from '@pentimento/core/log';
import { folded } from './log-lines';

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
