import { readNames } from './names-cell';

test('names with commas: trimmed, each once, no more than there may be, none too long', () => {
  expect(readNames(' Ada ,Cleo,, Ada', 8)).toEqual(['Ada', 'Cleo']);
  expect(readNames('a,b,c', 2)).toEqual(['a', 'b']);
  expect(readNames('x'.repeat(80), 8)).toEqual(['x'.repeat(60)]);
  expect(readNames('  ', 8)).toEqual([]);
});
