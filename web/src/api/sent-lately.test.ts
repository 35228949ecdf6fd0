import type { StepEntry } from './api';
import { rememberSent, withSentLately } from './sent-lately';

const line = (id: string): StepEntry => ({
  id,
  stepId: 'plug:wash',
  kind: 'done',
  at: '2026-11-25T09:00:00.000Z',
  note: '',
  reverses: null,
  data: null,
  madeBy: 'Ada Marsh',
});
const ids = (lines: readonly StepEntry[]): string[] => lines.map(({ id }) => id);

test('an answer that was older than a line just sent does not take it away', () => {
  rememberSent('roof', line('b'), 1000);
  expect(ids(withSentLately('roof', [line('a')], 1200))).toEqual(['a', 'b']);
  expect(ids(withSentLately('roof', [line('a'), line('b')], 1300))).toEqual(['a', 'b']);
  expect(ids(withSentLately('petal', [line('a')], 1300))).toEqual(['a']);
});

test('after a while the server is believed', () => {
  rememberSent('roof', line('c'), 20_000);
  expect(ids(withSentLately('roof', [], 30_000))).toEqual(['c']);
  expect(ids(withSentLately('roof', [], 30_001))).toEqual([]);
  expect(ids(withSentLately('roof', [], 30_002))).toEqual([]);
});
