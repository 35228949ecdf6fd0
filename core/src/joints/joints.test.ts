import { evaluateMold, sectionTimes } from '../judging/evaluate-mold.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { changeSection } from '../plan/edit-document.js';
import type { JointKind, PlanJoint } from '../plan/parts/joint.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { twoHalves } from '../test-support/two-halves.js';
import { jointObjections } from './joint-objections.js';
import { jointMinutes, jointSchedule, laidSections } from './joint-schedule.js';

const cards = cardLibrary();
const halves = twoHalves();
const right = halves.sections[1].id;
const times = sectionTimes(evaluateMold(halves, cards), cards);
const hard = times.get('a')!.hardMin!;
const stops = (plan: PlanDocument): string[] => jointObjections(plan, times).map(({ level, id }) => `${level} ${id}`);
const joint = (kind: JointKind, change: Partial<PlanJoint>): PlanDocument => ({
  ...halves,
  joints: halves.joints.map((one) => (one.kind === kind ? { ...one, ...change } : one)),
});
const placed = (kind: JointKind, plan = halves) => jointSchedule(plan, times).find((one) => one.joint.kind === kind)!;
const rightBegins = halves.sections[1].sessions[0].startMin;

test('as it is planned nothing objects; a joint step taken away stops it, and says why', () => {
  expect(stops(halves)).toEqual([]);
  for (const { id, kind } of halves.joints) {
    const without = { ...halves, joints: halves.joints.filter((one) => one.id !== id) };
    expect(stops(without)).toEqual([`stop joint-keel-${kind.replaceAll(' ', '-')}`]);
  }
});

test('steps follow when they can: the board before release, away when hard, the flange then, holes before demolding', () => {
  expect(placed('parting up').endMin).toBeLessThanOrEqual(halves.sections[0].release!.startMin);
  expect(placed('parting away').startMin).toBeGreaterThanOrEqual(hard);
  expect(placed('flange released').startMin).toBeGreaterThanOrEqual(placed('parting away').endMin);
  expect(placed('drilled').endMin).toBeLessThanOrEqual(halves.demolds[0].atMin);
  expect(placed('drilled').startMin).toBeGreaterThanOrEqual(times.get(right)!.hardMin!);
});

test.each<[string, PlanDocument, string[]]>([
  ['a board away just before the first half is hard', joint('parting away', { startMin: Math.floor(hard) - 2 }), ['stop keel-parting-away-early']],
  ['a board away once it is hard', joint('parting away', { startMin: Math.ceil(hard) }), []],
  ['a flange released while it is soft', joint('flange released', { startMin: Math.floor(hard) - 2 }), ['stop keel-flange-released-early']],
  ['a flange released just in time', joint('flange released', { startMin: rightBegins - 45, minutes: 45 }), []],
  [
    'a flange released as the second half begins',
    joint('flange released', { startMin: rightBegins - 40, minutes: 45 }),
    ['stop keel-flange-released-late'],
  ],
  ['a board set up after release began', joint('parting up', { startMin: 600 }), ['stop keel-parting-up-late']],
  ['holes in a soft flange', joint('drilled', { startMin: rightBegins }), ['stop keel-drilled-early']],
  [
    'holes after demolding',
    joint('drilled', { startMin: halves.demolds[0].atMin - 10, minutes: 30 }),
    ['stop keel-drilled-late-Left', 'stop keel-drilled-late-Right'],
  ],
  ['a board with its edge open', joint('parting up', { masked: false }), ['stop keel-parting-up-open']],
  ['a flange not masked', joint('flange released', { masked: false }), ['stop keel-flange-released-open']],
])('%s', (_what, plan, said) => {
  expect(stops(plan)).toEqual(said);
});

test('the order of sections: before the one it needs, in a circle, without a stack', () => {
  const early = changeSection(halves, right, (section) => ({
    ...section,
    ...(section.release ? { release: { ...section.release, startMin: -2000 } } : {}),
    sessions: section.sessions.map((session) => ({ ...session, startMin: session.startMin - 7 * 1440 })),
  }));
  expect(stops(early)).toContain(`stop order-${right}`);
  const circle = changeSection(halves, 'a', (section) => ({ ...section, after: right }));
  expect(stops(circle)).toEqual(expect.arrayContaining(['stop circle-a', `stop circle-${right}`]));
  const bare = changeSection(halves, right, (section) => ({ ...section, sessions: [] }));
  expect(stops(bare)).toEqual([`care no-stack-${right}`]);
  expect(laidSections(bare).map(({ id }) => id)).toEqual(['a']);
});

test('a meeting face with an undercut locks the two; a flange that no release names holds them', () => {
  const face = { id: 'f', name: 'Keel face', draftDeg: 3, depthMm: 60, undercutMm: 0, radiusMm: 6, partingId: 'keel' };
  const faced = (change: Partial<typeof face>): PlanDocument =>
    changeSection(halves, 'a', (section) => ({ ...section, pull: [{ ...face, ...change }] }));
  expect(stops(faced({}))).toEqual([]);
  expect(stops(faced({ undercutMm: 2 }))).toEqual(['stop lock-f']);
  expect(stops(faced({ draftDeg: -1 }))).toEqual(['stop lock-f']);
  expect(stops(changeSection(halves, 'a', (section) => ({ ...section, pull: [{ ...face, undercutMm: 2, partingId: undefined }] })))).toEqual([]);
  const bare = changeSection(halves, right, (section) => ({
    ...section,
    release: { ...section.release!, zones: section.release!.zones.filter(({ id }) => id !== 'flange-keel') },
  }));
  expect(stops(bare)).toEqual(['stop flange-bare-keel']);
});

test('how long it takes: by the length of the line, by the bolts, or as said', () => {
  const [parting] = halves.mold.design!.partings;
  const minutes = (kind: JointKind, lengthMm: number, own?: number): number =>
    jointMinutes(
      halves,
      { ...halves.joints.find((one) => one.kind === kind)!, ...(own === undefined ? {} : { minutes: own }) },
      { ...parting, lengthMm },
    );
  expect(minutes('parting up', 1000)).toBe(75);
  expect(minutes('parting up', 3000)).toBe(135);
  expect(minutes('parting away', 1000)).toBe(25);
  expect(minutes('flange released', 2000)).toBe(70);
  expect(minutes('drilled', 1000)).toBe(20);
  expect(minutes('drilled', 1000, 33)).toBe(33);
});
