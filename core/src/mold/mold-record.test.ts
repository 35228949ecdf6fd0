import { DomainError } from '../errors/domain-error.js';
import { moldEntryWords } from './entry-words.js';
import { checkMoldEntry, checkPullDetail, checkTreatmentDetail, isMoldEntry, type MoldEntry, type MoldSaying } from './mold-entry.js';
import { moldEntryFields, moldEntryKinds, type MoldZone } from './mold-fields.js';
import { holdOf, moldFacts, nameBy, programBy, repairStanding } from './mold-record.js';
import { programChangeRefused } from './program-change.js';

const at = (hour: number): string => `2026-11-20T${String(hour).padStart(2, '0')}:00:00.000Z`;
let hour = 0;
const line = (saying: MoldSaying, more: Partial<MoldEntry> = {}): MoldEntry =>
  // A kind with its own data is an entry of that kind.
  ({ id: `e${String(++hour)}`, at: at(hour % 24), note: '', reverses: null, madeBy: 'Ada', ...saying, ...more }) as MoldEntry;
beforeEach(() => {
  hour = 0;
});

const RIM: MoldZone = { id: 'rim', name: 'Rim', section: '', kind: 'flange' };
const chip = (more: object = {}): MoldSaying => ({ kind: 'finding', data: { what: 'chip', depth: 'first color', zone: 'rim', ...more } });

test('nothing written: in service, one zone, or a zone for each section that is known', () => {
  expect(moldFacts([])).toMatchObject({ state: 'in service', plug: 'not said', zones: [{ id: 'whole' }], findings: [], repairs: [] });
  expect(moldFacts([], ['Left', 'Right']).zones.map(({ name, section }) => [name, section])).toEqual([
    ['Left', 'Left'],
    ['Right', 'Right'],
  ]);
});

test('the newest saying counts, and what it leaves out stays as it was', () => {
  const entries = [
    line({ kind: 'facts', data: { customer: 'Dune Transit', where: 'Bay 3', plug: 'kept' } }),
    line({ kind: 'facts', data: { where: 'Bay 4' } }),
    line({ kind: 'zones', data: { zones: [RIM] } }),
    line({ kind: 'state', data: { state: 'resting' } }),
    line({ kind: 'condition', data: { grade: 'B', zone: 'rim' } }),
    line({ kind: 'condition', data: { grade: 'C', zone: 'rim' } }),
    line({ kind: 'condition', data: { grade: 'A' } }),
  ];
  expect(moldFacts(entries)).toMatchObject({
    customer: 'Dune Transit',
    where: 'Bay 4',
    plug: 'kept',
    state: 'resting',
    zones: [RIM],
    conditions: [
      { zone: 'rim', grade: 'C' },
      { zone: null, grade: 'A' },
    ],
  });
});

test('what is taken back does not count, and neither does the counter-entry', () => {
  const wrong = line({ kind: 'state', data: { state: 'retired' } });
  const back = line({ kind: 'state', data: { state: 'retired' } }, { reverses: wrong.id });
  expect(moldFacts([wrong]).state).toBe('retired');
  expect(moldFacts([wrong, back]).state).toBe('in service');
});

test('a repair holds the mold from its beginning until it is signed off, and takes its finding away with it', () => {
  const found = line(chip());
  const repair = line({ kind: 'repair', data: { findingId: found.id, methodId: 'gel-fill' } });
  const open = moldFacts([found]);
  expect(open.findings).toHaveLength(1);
  expect(holdOf(open)).toBeNull();
  const running = moldFacts([found, repair]);
  expect(running).toMatchObject({ state: 'in repair', repairs: [{ findingId: found.id, methodId: 'gel-fill', done: [] }] });
  expect(holdOf(running)).toEqual({ kind: 'repair', reason: expect.stringContaining('(chip): open out and fill with gel coat') as string });
  const signed = line({ kind: 'repaired', data: { repairId: repair.id } });
  const after = moldFacts([found, repair, signed]);
  expect(after).toMatchObject({ state: 'in service', findings: [], repairs: [] });
  expect(holdOf(after)).toBeNull();
});

test('a repair step by step: the next one, and the wait of the last', () => {
  const found = line(chip());
  const repair = line({ kind: 'repair', data: { findingId: found.id, methodId: 'gel-fill' } });
  const step = (n: number): MoldEntry => line({ kind: 'repair step', data: { repairId: repair.id, step: n } });
  const standing = (...steps: MoldEntry[]) => repairStanding(moldFacts([found, repair, ...steps]).repairs[0]);
  expect(standing()).toMatchObject({ next: 0, waiting: null, wholeH: 16.25 });
  const four = [step(0), step(1), step(2)];
  expect(standing(...four)).toMatchObject({ next: 3, waiting: { waitH: 0.25 } });
  const filled = [...four, step(3)];
  expect(standing(...filled)).toMatchObject({ next: 4, waiting: { at: filled[3].at, waitH: 16 } });
  expect(standing(...filled, step(4))).toMatchObject({ next: null, waiting: null });
  expect(repairStanding({ id: 'r', findingId: 'f', at: at(1), methodId: 'none of ours', done: [] })).toBeUndefined();
});

test.each([
  ['in repair', 'repair'],
  ['resting', 'away'],
  ['at customer', 'away'],
  ['retired', 'away'],
] as const)('%s holds it', (state, kind) => {
  expect(holdOf(moldFacts([line({ kind: 'state', data: { state } })]))?.kind).toBe(kind);
});

test('condition D holds it, C does not', () => {
  const graded = (grade: 'C' | 'D') => holdOf(moldFacts([line({ kind: 'condition', data: { grade } })]));
  expect(graded('C')).toBeNull();
  expect(graded('D')?.kind).toBe('repair');
});

test.each([
  ['paste-wax', 'wax-film', false],
  ['paste-wax', 'paste-wax', false],
  ['paste-wax', 'semi-permanent', true],
  ['wax-film', 'semi-permanent', true],
  ['semi-permanent', 'paste-wax', true],
  ['semi-permanent', 'wax-film', true],
])('from %s to %s: refused without a strip: %s', (from, to, refused) => {
  expect(programChangeRefused(from, to, false) !== null).toBe(refused);
  expect(programChangeRefused(from, to, true)).toBeNull();
});

test('the release program is the newest change that counts, whichever is taken back', () => {
  const change = (fromId: string, programId: string): MoldEntry => line({ kind: 'program', data: { fromId, programId, stripped: true } });
  const [first, second] = [change('paste-wax', 'wax-film'), change('wax-film', 'semi-permanent')];
  const back = (of: MoldEntry): MoldEntry => line({ kind: 'program', data: { programId: 'wax-film', stripped: true } }, { reverses: of.id });
  expect(programBy([])).toBeNull();
  expect(programBy([first, second])).toBe('semi-permanent');
  expect(programBy([first, second, back(first)])).toBe('semi-permanent');
  expect(programBy([first, second, back(second)])).toBe('wax-film');
  expect(programBy([first, second, back(first), back(second)])).toBe('paste-wax');
});

test('a mold is called as the newest line that counts says; all taken back, as it was before the first', () => {
  const first = line({ kind: 'named', data: { number: 'M-2', part: 'Hatch', fromNumber: 'M-1', fromPart: 'Hach' } }, { at: at(1) });
  const second = line({ kind: 'named', data: { number: 'M-3', part: 'Hatch', fromNumber: 'M-2', fromPart: 'Hatch' } }, { at: at(2) });
  const back = (one: MoldEntry): MoldEntry => line({ kind: 'named', data: { number: 'x', part: 'x' } }, { at: at(3), reverses: one.id });
  expect(nameBy([])).toBeNull();
  expect(nameBy([first, second])).toEqual({ number: 'M-3', part: 'Hatch' });
  expect(nameBy([first, second, back(second)])).toEqual({ number: 'M-2', part: 'Hatch' });
  expect(nameBy([first, second, back(first), back(second)])).toEqual({ number: 'M-1', part: 'Hach' });
});

test('what does not fit its kind is refused by name', () => {
  const refused = (kind: string, data: unknown): string => {
    try {
      checkMoldEntry(kind, data);
    } catch (error) {
      if (error instanceof DomainError) return error.message;
      throw error;
    }
    return 'taken';
  };
  expect(refused('finding', { what: 'chip', depth: 'bulk', sizeMm: 4 })).toBe('taken');
  expect(refused('finding', { what: 'chip', depth: 'bulk', x: 0.5 })).toContain('across and down');
  expect(refused('finding', { what: 'chip', depth: 'bulk', color: 'red' })).toContain('color');
  expect(refused('state', { state: 'lost' })).toContain('in service');
  expect(refused('weather', {})).toContain('finding');
  expect(() => {
    checkPullDetail({ zones: { rim: 6 } });
  }).toThrow(DomainError);
  expect(() => {
    checkTreatmentDetail({ coats: 0 });
  }).toThrow(DomainError);
  checkPullDetail({ serial: 'B-7', process: 'bagged', peakC: 62, zones: { rim: 4 }, touchedUp: ['rim'] });
  checkTreatmentDetail({ zones: ['rim'], steps: ['clean'], coats: 2, lot: 'W-7', waitKept: true });
  expect(isMoldEntry({ id: 'a', at: at(1), note: '', reverses: null, madeBy: '', kind: 'state', data: { state: 'gone' } })).toBe(false);
});

test('the table of kinds is whole, and each is a sentence', () => {
  expect([...moldEntryKinds].sort()).toEqual(Object.keys(moldEntryFields).sort());
  const says: readonly [MoldSaying, string][] = [
    [{ kind: 'before', data: { pulls: 1, sinceFull: 1, sinceCoat: 0, treated: true } }, '1 pull so far'],
    [{ kind: 'facts', data: { where: 'Bay 3', plug: 'kept', plugWhere: 'loft' } }, 'stands Bay 3, plug kept, plug at loft'],
    [{ kind: 'state', data: { state: 'at customer' } }, 'Now at the customer'],
    [{ kind: 'zones', data: { zones: [RIM] } }, 'Zones: Rim'],
    [{ kind: 'program', data: { programId: 'paste-wax', stripped: true } }, 'Paste wax, stripped bare'],
    [{ kind: 'condition', data: { grade: 'C', zone: 'rim' } }, 'Condition C, marks that show on a part, Rim'],
    [chip({ sizeMm: 4 }), 'Found: chip, 4 mm, Rim'],
    [chip({ zone: 'gone' }), 'Found: chip, gone'],
    [{ kind: 'repair', data: { findingId: 'f', methodId: 'polish' } }, 'wet sand and polish'],
    [{ kind: 'repair step', data: { repairId: 'r', step: 0 } }, 'step 1 done'],
    [{ kind: 'repaired', data: { repairId: 'r' } }, 'back in service'],
    [{ kind: 'commissioning', data: { step: 'scribes' } }, 'trim lines scribed'],
  ];
  for (const [saying, words] of says) expect(moldEntryWords(saying, [RIM])).toContain(words);
});
