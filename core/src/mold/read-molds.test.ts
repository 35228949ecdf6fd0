import { readMoldRows } from './read-molds.js';

const row = (more: Record<string, string> = {}): Record<string, string> => ({ Part: 'Plinth cover', 'Release program': 'Paste wax', ...more });
const first = (more: Record<string, string>) => readMoldRows([row(more)]);

test('a row with part and program is a mold; what is not said is nothing', () => {
  expect(readMoldRows([row()])).toEqual({
    problems: [],
    unknown: [],
    molds: [
      {
        line: 2,
        number: '',
        part: 'Plinth cover',
        hand: 'none',
        programId: 'paste-wax',
        customer: '',
        where: '',
        made: null,
        state: 'in service',
        sections: [],
        zones: [expect.objectContaining({ id: 'whole' })],
        pulls: 0,
        sinceFull: 0,
        sinceCoat: 0,
        treated: false,
      },
    ],
  });
});

test('everything that a list may say', () => {
  const { molds, problems, unknown } = readMoldRows([
    row({
      NUMBER: 'T-17',
      Side: 'L',
      Customer: 'Dune Transit',
      place: 'Bay 3',
      sections: 'Left; Right',
      zones: 'Left rim: flange; Right field',
      made_on: '2019-04-01',
      status: 'at the customer',
      'Pulls so far': '412',
      'since full': '30',
      'since coat': '4',
      'Release program': 'semi-permanent',
      Color: 'red',
    }),
  ]);
  expect(problems).toEqual([]);
  expect(unknown).toEqual(['Color']);
  expect(molds[0]).toMatchObject({
    number: 'T-17',
    hand: 'left',
    customer: 'Dune Transit',
    where: 'Bay 3',
    made: '2019-04-01',
    state: 'at customer',
    sections: ['Left', 'Right'],
    pulls: 412,
    sinceFull: 30,
    sinceCoat: 4,
    treated: true,
    programId: 'semi-permanent',
    zones: [
      { id: 'z1', name: 'Left rim', section: 'Left', kind: 'flange' },
      { id: 'z2', name: 'Right field', section: 'Right', kind: 'field' },
    ],
  });
});

test('of a mold whose treatments nobody counted, all its pulls are since then, and it is not treated', () => {
  expect(first({ pulls: '40' }).molds[0]).toMatchObject({ pulls: 40, sinceFull: 40, sinceCoat: 40, treated: false });
});

test.each([
  [{ Part: '' }, 'no name'],
  [{ Part: 'x'.repeat(121) }, 'longer than 120'],
  [{ hand: 'up' }, 'left, right'],
  [{ 'Release program': 'butter' }, 'Paste wax'],
  [{ pulls: '-1' }, 'whole number'],
  [{ pulls: '1.5' }, 'whole number'],
  [{ pulls: '3', 'since coat': '4' }, 'More pulls since'],
  [{ made: '31.3.2024' }, '2024-03-31'],
  [{ state: 'asleep' }, 'in service'],
  [{ zones: 'Rim: edge' }, 'flange'],
])('%j is a problem of its line', (more, words) => {
  const { molds, problems } = first(more);
  expect(molds).toEqual([]);
  expect(problems).toEqual([{ line: 2, words: expect.stringContaining(words) as string }]);
});

test('as many pulls since the coat as in all are none too many', () => {
  expect(first({ pulls: '3', 'since coat': '3' }).problems).toEqual([]);
});

test('a number twice is told with the line it stands on; the other rows are taken', () => {
  const { molds, problems } = readMoldRows([row({ number: 'T-1' }), row({ number: 'T-2' }), row({ number: 'T-1' })]);
  expect(molds.map(({ number }) => number)).toEqual(['T-1', 'T-2']);
  expect(problems).toEqual([{ line: 4, words: 'Number T-1 is on line 2 already.' }]);
});

test('empty rows are passed over; a list without a part column, or too long, says so', () => {
  expect(readMoldRows([{ Part: '', 'Release program': '' }])).toMatchObject({ molds: [], problems: [] });
  expect(readMoldRows([]).problems).toEqual([]);
  expect(readMoldRows([{ Nummer: '5' }]).problems[0].words).toContain('"part"');
  expect(readMoldRows(Array.from({ length: 2001 }, () => row())).problems[0].words).toContain('2000');
  expect(readMoldRows(Array.from({ length: 2000 }, () => row())).molds).toHaveLength(2000);
});
