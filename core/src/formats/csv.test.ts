import { csvText, fromCsvCell } from './csv.js';

test.each<[string, string]>([
  ['plain', 'plain'],
  ['a, b', '"a, b"'],
  ['a "b"', '"a ""b"""'],
  ['a\nb', '"a\nb"'],
  ['a\rb', '"a\rb"'],
  ['=1+1', "'=1+1"],
  ['+cmd', "'+cmd"],
  ['-cmd', "'-cmd"],
  ['@SUM(A1)', "'@SUM(A1)"],
  ['\tx', "'\tx"],
  ['\r=x', '"\'\r=x"'],
  ['=a,b', `"'=a,b"`],
  ["'=1", "''=1"],
  ["'plain", "'plain"],
  ['-5', '-5'],
  ['-5.25e-3', '-5.25e-3'],
  ['-5-3', "'-5-3"],
  ['', ''],
])('%p is written %p and read back', (text, cell) => {
  expect(csvText([[text, 'x'], ['y']])).toBe(`${cell},x\r\ny\r\n`);
  const written = cell.startsWith('"') ? cell.slice(1, -1).replaceAll('""', '"') : cell;
  expect(fromCsvCell(written)).toBe(text);
});
