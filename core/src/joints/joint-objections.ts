import type { Objection } from '../plan/objection.js';
import { jointKinds, type JointKind } from '../plan/parts/joint.js';
import type { PlanDocument, PlanSection } from '../plan/plan-document.js';
import { momentText } from '../shop-time/clock-text.js';
import { amount, words } from '../units/amounts.js';
import { beginsMin, demoldMinOf, hardOf, jointSchedule, type PlacedJoint, type TimesBySection } from './joint-schedule.js';

const say = (parts: Omit<Objection, 'stage'>): Objection => ({ stage: 'split', ...parts });

/** Two times that meet to the minute do so in the shop too [min]. */
const SLACK_MIN = 1;

/** What happens where a joint step was left out. */
const MISSING: Readonly<Record<JointKind, readonly [why: string, remedy: string]>> = {
  'parting up': [
    'Without a board the flange of the first section has nothing to stand against.',
    'Put it back, before release of the first section.',
  ],
  'parting away': ['The board stays between the sections: no flange to lay the second one against.', 'Put it back, when the first section is hard.'],
  'flange released': [
    'The finished flange is plug for the next section: without cleaning, release and masking the two lock for good.',
    'Put it back, between taking the board away and the second section’s gel coat.',
  ],
  drilled: [
    'Once they are apart nothing brings the halves back to where they were.',
    'Put it back: dowels and bolts through both flanges, before demolding.',
  ],
};

/** What speaks against the order of sections and what is done where they meet. */
export function jointObjections(plan: PlanDocument, times: TimesBySection): Objection[] {
  const placed = jointSchedule(plan, times);
  return [
    ...stacks(plan),
    ...orders(plan, times),
    ...missing(plan),
    ...placed.flatMap((one) => timing(plan, one, times)),
    ...masks(placed),
    ...faces(plan, placed),
  ];
}

/** A section that is only named. */
function stacks({ sections }: PlanDocument): Objection[] {
  const laid = sections.filter(({ sessions }) => sessions.length > 0).length;
  if (laid === 0) return [];
  return sections
    .filter(({ sessions }) => sessions.length === 0)
    .map(({ id, name }) =>
      say({
        level: 'care',
        id: `no-stack-${id}`,
        title: `${name} has no stack`,
        why: 'It is named, but nothing says how it is laid.',
        remedy: 'Copy the stack of another section, or take this section out.',
      }),
    );
}

/** `after` in a circle, or against the starts. */
function orders({ sections, startDate }: PlanDocument, times: TimesBySection): Objection[] {
  const at = (minute: number): string => momentText(startDate, minute);
  return sections.flatMap((section): Objection[] => {
    const before = sections.find(({ id }) => id === section.after);
    if (!before) return [];
    if (inCircle(sections, section))
      return [
        say({
          level: 'stop',
          id: `circle-${section.id}`,
          title: `${section.name} waits for itself`,
          why: 'Each of these sections is to come after another one of them.',
          remedy: 'Say which section is laid first.',
        }),
      ];
    const begins = beginsMin(section);
    if (begins === null || before.sessions.length === 0 || begins >= laidOf(before, times) - SLACK_MIN) return [];
    return [
      say({
        level: 'stop',
        id: `order-${section.id}`,
        title: `${section.name} before ${before.name}`,
        why: `It begins at ${at(begins)}; ${before.name} is laid only at ${at(laidOf(before, times))}.`,
        remedy: `Begin ${section.name} later, or lay it first and change the order.`,
      }),
    ];
  });
}

const laidOf = ({ id, sessions }: PlanSection, times: TimesBySection): number => times.get(id)?.laidMin ?? sessions.at(-1)?.startMin ?? 0;

function inCircle(sections: readonly PlanSection[], from: PlanSection): boolean {
  let at = from.after;
  for (let i = 0; at !== undefined && i < sections.length; i++) {
    if (at === from.id) return true;
    at = sections.find(({ id }) => id === at)?.after;
  }
  return false;
}

/** Joint steps that a parting line needs and does not have. */
function missing({ mold, sections, joints }: PlanDocument): Objection[] {
  const laid = new Set(sections.filter(({ sessions }) => sessions.length > 0).map(({ id }) => id));
  return (mold.design?.partings ?? [])
    .filter(({ firstSectionId, secondSectionId }) => laid.has(firstSectionId) && laid.has(secondSectionId))
    .flatMap(({ id, name }) =>
      jointKinds
        .filter((kind) => !joints.some((joint) => joint.partingId === id && joint.kind === kind))
        .map((kind) => {
          const [why, remedy] = MISSING[kind];
          return say({
            level: 'stop',
            id: `joint-${id}-${kind.replaceAll(' ', '-')}`,
            title: `${name}: ${kind === 'drilled' ? 'not drilled' : `no “${kind}”`}`,
            why,
            remedy,
          });
        }),
    );
}

/** A joint step that somebody placed where it cannot be. */
function timing(plan: PlanDocument, { joint, first, second, startMin, endMin }: PlacedJoint, times: TimesBySection): Objection[] {
  const stop = (id: string, title: string, why: Objection['why'], remedy: string): Objection =>
    say({ level: 'stop', id: `${joint.id}-${id}`, title, why, remedy });
  const begins = (section: PlanSection): number => beginsMin(section) ?? Infinity;
  const at = (minute: number): string => momentText(plan.startDate, minute);
  switch (joint.kind) {
    case 'parting up':
      return endMin > begins(first) + SLACK_MIN
        ? [stop('late', joint.name, `${first.name} begins at ${at(begins(first))}, before the board stands.`, 'Set it up earlier.')]
        : [];
    case 'parting away':
      return startMin < hardOf(first, times) - SLACK_MIN
        ? [
            stop(
              'early',
              joint.name,
              `${first.name} is hard only at ${at(hardOf(first, times))}: its edge tears.`,
              'Wait until it no longer cuts with a knife.',
            ),
          ]
        : [];
    case 'flange released':
      return [
        ...(startMin < hardOf(first, times) - SLACK_MIN
          ? [
              stop(
                'early',
                joint.name,
                `${first.name} is hard only at ${at(hardOf(first, times))}: release on a soft flange does not hold.`,
                'Wait until the flange is hard.',
              ),
            ]
          : []),
        ...(endMin > firstLaid(second) + SLACK_MIN
          ? [
              stop(
                'late',
                joint.name,
                `${second.name} is laid from ${at(firstLaid(second))}, onto a flange that is not released yet.`,
                `Release it earlier, or begin ${second.name} later.`,
              ),
            ]
          : []),
      ];
    case 'drilled':
      return [
        ...(startMin < hardOf(second, times) - SLACK_MIN
          ? [stop('early', joint.name, `${second.name} is hard only at ${at(hardOf(second, times))}.`, 'Drill when both flanges are hard.')]
          : []),
        ...[first, second]
          .filter(({ id }) => endMin > demoldMinOf(plan, id) + SLACK_MIN)
          .map(({ name }) =>
            stop(
              `late-${name}`,
              joint.name,
              `${name} has come off by then: the holes would not meet.`,
              'Drill through both before the first of them comes off.',
            ),
          ),
      ];
  }
}

const firstLaid = ({ sessions }: PlanSection): number => sessions.at(0)?.startMin ?? Infinity;

/** Resin that creeps behind a board or round a flange's edge. */
function masks(placed: readonly PlacedJoint[]): Objection[] {
  return placed
    .filter(({ joint }) => !joint.masked && (joint.kind === 'parting up' || joint.kind === 'flange released'))
    .map(({ joint, first, second }) =>
      joint.kind === 'parting up'
        ? say({
            level: 'stop',
            id: `${joint.id}-open`,
            title: `${joint.name}: edge open`,
            why: `Resin of ${first.name} runs behind the board and locks it to the plug.`,
            remedy: 'Seal the board’s edge with clay or wax, and release that too.',
          })
        : say({
            level: 'stop',
            id: `${joint.id}-open`,
            title: `${joint.name}: edges not masked`,
            why: `Resin of ${second.name} creeps round the flange and grips it from behind.`,
            remedy: 'Tape the back and the trim edge of the flange before laying.',
          }),
    );
}

/** A meeting face with an undercut holds the two sections together; a neighbor’s flange that no zone of the release names holds them too. */
function faces(plan: PlanDocument, placed: readonly PlacedJoint[]): Objection[] {
  const meeting = plan.sections.flatMap(({ pull }) =>
    (pull ?? [])
      .filter((face) => face.partingId !== undefined && (face.undercutMm > 0 || face.draftDeg < 0))
      .map((face) =>
        say({
          level: 'stop',
          id: `lock-${face.id}`,
          title: `${face.name} locks two sections`,
          why:
            face.undercutMm > 0
              ? words`It reaches ${amount('thickness', face.undercutMm)} behind where they meet.`
              : `It leans ${String(-face.draftDeg)}° back where they meet.`,
          remedy: 'Move the parting line, or give the flange draft on that face.',
        }),
      ),
  );
  const met = new Map(placed.map(({ parting, second }) => [parting.id, { parting, second }]));
  const bare = [...met.values()]
    .filter(({ parting, second }) => second.release && !second.release.zones.some(({ id }) => id === `flange-${parting.id}`))
    .map(({ parting, second }) =>
      say({
        level: 'stop',
        id: `flange-bare-${parting.id}`,
        title: `${parting.name}: no release on the flange`,
        why: `${second.name} is laid against it and would stay there.`,
        remedy: `Add the flange as a zone to the release of ${second.name}.`,
      }),
    );
  return [...meeting, ...bare];
}
