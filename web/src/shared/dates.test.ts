import { readDay } from './dates';

test.each([
  ['2027-02-01', '2027-02-01'],
  [' 1 Feb 2027 ', '2027-02-01'],
  ['1 February 2027', '2027-02-01'],
  ['2027-02-30', null],
  ['01/02/2027', null],
  ['', null],
  ['0027-02-01', null],
])('%p is the day %p', (text, day) => {
  expect(readDay(text)).toBe(day);
});
