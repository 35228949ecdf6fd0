import { FIRST_SECTION, FORMAT_VERSION, type PlanDocument, type PlanSection } from './plan-document.js';
import { jointKinds, type PlanJoint } from './parts/joint.js';
import type { PartingLine } from './parts/mold-design.js';
import type { SectionPlan } from './section-plan.js';
import { withSection } from './section-view.js';

const JOINT_NAMES: Readonly<Record<(typeof jointKinds)[number], string>> = {
  'parting up': 'Parting board up',
  'parting away': 'Parting board away',
  'flange released': 'Flange cleaned, released, masked',
  drilled: 'Dowels and bolts',
};

/** The steps that a parting line needs, in their order. */
export function jointsOf({ id, name }: Pick<PartingLine, 'id' | 'name'>): PlanJoint[] {
  return jointKinds.map((kind): PlanJoint => ({
    id: `${id}-${kind.replaceAll(' ', '-')}`,
    name: `${JOINT_NAMES[kind]}, ${name}`,
    kind,
    partingId: id,
    startMin: null,
    masked: true,
  }));
}

/**
 * A plan of one section from what the rules see of it: how plans of format 1 are lifted, and how a school's plan becomes one.
 * Extra plies of flange and corners become zones, pockets one that cures slower; an oven and demolding become treatments of the section.
 * Sections that format 1 only named are there without a stack.
 */
export function planOf(view: SectionPlan): PlanDocument {
  const named = view.design?.sections ?? [{ id: FIRST_SECTION, name: 'Whole mold' }];
  const [{ id, name }, ...others] = named;
  const face = [
    {
      id: 'face',
      name: 'Plug',
      kind: 'plug' as const,
      materialId: view.plug.materialId,
      thicknessMm: view.plug.thicknessMm,
      heatLimitC: view.plug.heatLimitC,
    },
  ];
  const empty = (one: { id: string; name: string }): PlanSection => ({ ...one, areaM2: view.areaM2, face, zones: [], sessions: [] });
  const bare: PlanDocument = {
    formatVersion: FORMAT_VERSION,
    startDate: view.startDate,
    mold: {},
    assumed: { climate: view.climate, hours: view.hours },
    sections: [empty({ id, name }), ...others.map(empty)],
    joints: (view.design?.partings ?? []).flatMap(jointsOf),
    postCures: [],
    demolds: [{ id: 'off', sectionIds: named.map((one) => one.id), atMin: view.demoldMin }],
  };
  const lifted = withSection(bare, id, view);
  return { ...lifted, postCures: lifted.postCures.map((oven) => ({ ...oven, sectionIds: [id] })) };
}
