import { lotStanding, type Lot } from './lot.js';

const lot: Lot = { received: '2026-06-01', opened: null, expires: null, store: 'cool', usedUp: false };
const state = (more: Partial<Lot>, today: string, shelf: number | null = 180): string => {
  const { state: is, goodUntil } = lotStanding({ ...lot, ...more }, shelf, today);
  return `${is} ${goodUntil ?? '–'}`;
};

test.each<[string, Partial<Lot>, string, string]>([
  ['two weeks before its end', {}, '2026-11-14', 'good 2026-11-28'],
  ['less than two weeks', {}, '2026-11-15', 'soon 2026-11-28'],
  ['its last day', {}, '2026-11-28', 'soon 2026-11-28'],
  ['the day after', {}, '2026-11-29', 'expired 2026-11-28'],
  ['in a warm store half as long', { store: 'warm' }, '2026-08-31', 'expired 2026-08-30'],
  ['as printed, whatever the card says', { expires: '2027-06-01' }, '2026-11-29', 'good 2027-06-01'],
  ['opened: half a year at the most', { expires: '2027-12-01', opened: '2026-06-10' }, '2026-12-08', 'expired 2026-12-07'],
  ['opened never makes it longer', { opened: '2026-11-01' }, '2026-11-20', 'soon 2026-11-28'],
  ['used up', { usedUp: true }, '2026-07-01', 'used up 2026-11-28'],
])('%s', (_name, more, today, is) => {
  expect(state(more, today)).toBe(is);
});

test('where neither lot nor card says it is not judged', () => {
  expect(state({}, '2030-01-01', null)).toBe('good –');
  expect(state({ opened: '2026-06-10' }, '2030-01-01', null)).toBe('good –');
});
