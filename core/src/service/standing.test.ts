import fc from 'fast-check';
import { judgeStanding, moldServiceState, standingAfter, standingOf, type PullEntry, type TreatmentEntry } from './mold-service.js';

const at = (n: number): string => new Date(Date.UTC(2026, 0, 1) + n * 3600000).toISOString();

/** Records of one mold, one after the other. */
const records = fc.array(
  fc.oneof(
    { weight: 6, arbitrary: fc.record({ ease: fc.option(fc.integer({ min: 1, max: 5 })) }) },
    { weight: 1, arbitrary: fc.record({ kind: fc.constantFrom('full' as const, 'touch-up' as const) }) },
  ),
  { maxLength: 60 },
);

test('record by record a standing becomes what all records together come to', () => {
  fc.assert(
    fc.property(records, (made) => {
      const pulls: PullEntry[] = [];
      const treatments: TreatmentEntry[] = [{ id: 't', kind: 'full', at: at(0), reverses: null }];
      let standing = standingOf(treatments, []);
      for (const [i, record] of made.entries()) {
        const common = { id: String(i), at: at(i + 1), reverses: null };
        if ('kind' in record) treatments.push({ ...common, kind: record.kind });
        else pulls.push({ ...common, ease: record.ease });
        standing = standingAfter(standing, 'kind' in record ? { ...record, at: common.at } : record);
      }
      // A coat before a cycle's first pull is no renewal worth a dot of its own, either way.
      const plain = ({ cycles, ...rest }: typeof standing) => ({
        ...rest,
        cycles: cycles.map(({ touchUpsBefore, ...cycle }) => ({ ...cycle, touchUpsBefore: touchUpsBefore.filter((k) => k > 0) })),
      });
      expect(plain(standing)).toEqual(plain(standingOf(treatments, pulls)));
      expect(judgeStanding('paste-wax', standing).level).toBe(moldServiceState('paste-wax', treatments, pulls).level);
    }),
  );
});

test('of many cycles the last five are kept, the others counted', () => {
  const treatments = Array.from({ length: 8 }, (_, i): TreatmentEntry => ({ id: String(i), kind: 'full', at: at(10 * i), reverses: null }));
  const { cycles, earlierCycles } = standingOf(treatments, []);
  expect([cycles.length, earlierCycles, cycles[4].treatedAt]).toEqual([5, 3, at(70)]);
  expect(standingAfter(standingOf(treatments, []), { kind: 'full', at: at(99) })).toMatchObject({ earlierCycles: 4, pullsSinceFull: 0 });
});

test('a mold without any record: the first pull begins its first cycle', () => {
  const empty = standingOf([], []);
  expect(empty).toMatchObject({ pullsSinceNew: 0, treated: false, last: null, cycles: [] });
  expect(standingAfter(empty, { ease: 4 })).toMatchObject({ pullsSinceNew: 1, last: 'fought', recent: [4], cycles: [{ treatedAt: null, count: 1 }] });
});

test('a stuck part stays stuck under a touch-up, a fight does not', () => {
  const fought = standingAfter(standingOf([], []), { ease: 4 });
  const stuck = standingAfter(fought, { ease: 5 });
  expect(standingAfter(fought, { kind: 'touch-up', at: at(1) }).last).toBeNull();
  expect(standingAfter(stuck, { kind: 'touch-up', at: at(1) }).last).toBe('stuck');
  expect(standingAfter(stuck, { kind: 'full', at: at(1) }).last).toBeNull();
});

const pull = (n: number, ease: number | null = 2): PullEntry => ({ id: `p${String(n)}`, at: at(n), ease, reverses: null });
const coat = (n: number, kind: 'full' | 'touch-up', zones?: string[]): TreatmentEntry => ({
  id: `t${String(n)}`,
  kind,
  at: at(n),
  reverses: null,
  ...(zones ? { zones } : {}),
});

test('what it did before its record counts until the first treatment on record', () => {
  const before = { pulls: 400, sinceFull: 30, sinceCoat: 4, treated: true };
  const imported = standingOf([], [pull(1)], { before });
  expect(imported).toMatchObject({
    pullsSinceNew: 401,
    pullsSinceFull: 31,
    pullsSinceCoat: 5,
    treated: true,
    cycles: [{ treatedAt: null, count: 31 }],
  });
  expect(standingOf([coat(2, 'touch-up')], [pull(1), pull(3)], { before })).toMatchObject({ pullsSinceFull: 32, pullsSinceCoat: 1 });
  expect(standingOf([coat(2, 'full')], [pull(3)], { before })).toMatchObject({
    pullsSinceNew: 401,
    pullsSinceFull: 1,
    cycles: [
      { treatedAt: null, count: 30 },
      { treatedAt: at(2), count: 1 },
    ],
  });
  expect(standingOf([], [], { before: { ...before, treated: false } }).treated).toBe(false);
});

test('a coat counts for the mold once all of its zones have it', () => {
  const zones = ['field', 'rim'];
  const pulls = [pull(1), pull(3), pull(5)];
  const first = coat(0, 'full');
  expect(standingOf([first, coat(2, 'touch-up', ['rim'])], pulls, { zones })).toMatchObject({ pullsSinceCoat: 3 });
  expect(standingOf([first, coat(2, 'touch-up', ['rim']), coat(4, 'touch-up', ['field'])], pulls, { zones })).toMatchObject({ pullsSinceCoat: 2 });
  expect(standingOf([first, coat(4, 'touch-up')], pulls, { zones })).toMatchObject({ pullsSinceCoat: 1 });
  const stripped = standingOf([first, coat(2, 'full', ['rim'])], pulls, { zones });
  expect(stripped).toMatchObject({ pullsSinceFull: 3, cycles: [{ count: 3 }] });
  expect(standingOf([coat(2, 'touch-up', ['rim'])], pulls, { zones }).treated).toBe(false);
});

test('what holds a mold says so before anything else; away is no alarm', () => {
  const held = standingOf([coat(0, 'full')], [pull(1, 5)], { hold: { kind: 'repair', reason: 'In repair.' } });
  expect(judgeStanding('paste-wax', held)).toMatchObject({ level: 'stop', reason: 'In repair.' });
  expect(judgeStanding('paste-wax', { ...held, hold: { kind: 'away', reason: 'Resting.' } })).toMatchObject({ level: 'ok', reason: 'Resting.' });
});

test('stripped bare for another program: not treated until something is put on again', () => {
  const coats = [coat(0, 'full'), coat(2, 'touch-up')];
  expect(standingOf(coats, [pull(1)], { bareSince: at(3) }).treated).toBe(false);
  expect(standingOf([...coats, coat(3, 'full')], [pull(1)], { bareSince: at(3) }).treated).toBe(true);
  expect(standingOf([], [], { bareSince: at(3), before: { pulls: 9, sinceFull: 9, sinceCoat: 1, treated: true } }).treated).toBe(false);
});
