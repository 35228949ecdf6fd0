import { choice, flag, id, name, number, optional, orNull, text, type PartOf, type Value } from '../fields/field.js';

const kind = choice('Step', ['parting up', 'parting away', 'flange released', 'drilled'], undefined, {
  'parting up': 'parting board set up',
  'parting away': 'parting board taken away',
  'flange released': 'flange cleaned, released, masked',
  drilled: 'dowels and bolts drilled through both',
});
/** What is done where two sections meet. */
export type JointKind = Value<typeof kind>;
export const jointKinds = kind.choices;

export const jointFields = {
  id,
  name,
  kind,
  partingId: text('Parting line', 60),
  /** Minutes from 00:00 of day 1; null: as soon as what comes before allows */
  startMin: orNull(number('Begins', 'min', [0, 86400], { whole: true })),
  /** Left out: from the length of the parting line */
  minutes: optional(number('Takes', 'min', [1, 5000], { digits: 0 })),
  /** The neighbor's edge masked against resin creeping round */
  masked: flag('Masked', true),
};
/** One step at a parting line. */
export type PlanJoint = PartOf<typeof jointFields>;
