import { DEFAULT_INFUSION } from './parts/infusion.js';
import type { LayerRole, PlanDocument, PlanLayer, PlanPlug, PlanSession } from './plan-document.js';

/** What a new plan starts from. */
export interface PlanStart {
  readonly startDate: string;
  readonly areaM2: number;
  readonly plug: PlanPlug;
}

/** A school of building the stack, as a starting point. */
export interface StackTemplate {
  readonly id: string;
  readonly name: string;
  readonly summary: string;
  readonly sessions: readonly PlanSession[];
  readonly demoldMin: number;
  /** Filled under vacuum */
  readonly infusion?: boolean;
}

const at = (day: number, hour: number): number => ((day - 1) * 24 + hour) * 60;

function film(id: string, name: string, cardId: string, wetFilmUm: number, catalystPct: number | null): PlanLayer {
  return { id, name, role: 'gelcoat', cardId, catalystPct, wetFilmUm, laminate: null };
}

function plies(
  id: string,
  name: string,
  role: LayerRole,
  cardId: string,
  count: number,
  glassGsm: number,
  resinToGlass: number,
  catalystPct: number | null,
): PlanLayer {
  return { id, name, role, cardId, catalystPct, wetFilmUm: null, laminate: { plies: count, glassGsm, resinToGlass } };
}

function paste(id: string, name: string, cardId: string, wetFilmUm: number, catalystPct: number | null): PlanLayer {
  return { ...film(id, name, cardId, wetFilmUm, catalystPct), role: 'core' };
}

function session(id: string, name: string, startMin: number, ...layers: PlanLayer[]): PlanSession {
  return { id, name, startMin, layers };
}

export const stackTemplates: readonly StackTemplate[] = [
  {
    id: 'staged',
    name: 'Staged, general resin',
    summary: 'Gel coat in two coats, a light skin on its own, then bulk a few mats at a time.',
    sessions: [
      session('s1', 'Gel coat 1', at(1, 8), film('l1', 'Gel coat 1', 'gelcoat_iso', 400, 2)),
      session('s2', 'Gel coat 2', at(1, 10.5), film('l2', 'Gel coat 2', 'gelcoat_iso', 400, 2)),
      session('s3', 'Skin', at(1, 13.5), plies('l3', 'Skin mat', 'skin', 've_skin', 1, 450, 2.5, 1.5)),
      session('s4', 'Bulk 1', at(2, 8), plies('l4', 'Bulk mat 1', 'bulk', 'iso_lam', 3, 450, 2.3, 1.5)),
      session('s5', 'Bulk 2', at(3, 8), plies('l5', 'Bulk mat 2', 'bulk', 'iso_lam', 3, 450, 2.3, 1.5)),
    ],
    demoldMin: at(5, 9),
  },
  {
    id: 'low-profile',
    name: 'Low profile, one go',
    summary: 'Skin cured and abraded, then the filled tooling resin thick enough in one go to reach its heat.',
    sessions: [
      session('s1', 'Gel coat', at(1, 8), film('l1', 'Gel coat', 'gelcoat_iso', 700, 2)),
      session('s2', 'Skin', at(1, 11), plies('l2', 'Skin mat', 'skin', 've_skin', 1, 450, 2.5, 1.5)),
      session('s3', 'Tooling laminate', at(2, 8.5), plies('l3', 'Tooling mat', 'bulk', 'tooling_lp', 6, 450, 2.8, 1.5)),
    ],
    demoldMin: at(4, 9),
  },
  {
    id: 'epoxy',
    name: 'Epoxy and cloth',
    summary: 'Epoxy surface coats, then many thin plies of cloth per session, with a pause to cool between.',
    sessions: [
      session('s1', 'Surface 1', at(1, 8), film('l1', 'Surface coat 1', 'epoxy_surface', 500, null)),
      session('s2', 'Surface 2', at(1, 10.5), film('l2', 'Surface coat 2', 'epoxy_surface', 500, null)),
      session('s3', 'Cloth 1', at(1, 13.5), plies('l3', 'Cloth 1', 'skin', 'epoxy_slow', 4, 290, 1, null)),
      session('s4', 'Cloth 2', at(2, 8), plies('l4', 'Cloth 2', 'bulk', 'epoxy_slow', 8, 290, 1, null)),
    ],
    demoldMin: at(5, 9),
  },
  {
    id: 'paste-core',
    name: 'Paste core between cloth',
    summary: 'Epoxy surface and cloth, a thick paste core troweled on, cloth over it: stiff without many plies.',
    sessions: [
      session('s1', 'Surface 1', at(1, 8), film('l1', 'Surface coat 1', 'epoxy_surface', 500, null)),
      session('s2', 'Surface 2', at(1, 10.5), film('l2', 'Surface coat 2', 'epoxy_surface', 500, null)),
      session('s3', 'Inner cloth', at(1, 13.5), plies('l3', 'Inner cloth', 'skin', 'epoxy_slow', 4, 290, 1, null)),
      session('s4', 'Paste core', at(2, 8), paste('l4', 'Paste core', 'epoxy_paste', 6000, null)),
      session('s5', 'Outer cloth', at(3, 8), plies('l5', 'Outer cloth', 'bulk', 'epoxy_slow', 4, 290, 1, null)),
    ],
    demoldMin: at(6, 9),
  },
  {
    id: 'pu-dough',
    name: 'Fast polyurethane with fiber dough',
    summary: 'A polyurethane face, then dough of the same resin and chopped fiber pressed on in batches: out the same day, for few pulls.',
    sessions: [
      session('s1', 'Face', at(1, 8), film('l1', 'Face coat', 'pu_fast', 800, null)),
      session('s2', 'Dough 1', at(1, 8.5), plies('l2', 'Fiber dough 1', 'bulk', 'pu_fast', 3, 450, 3, null)),
      session('s3', 'Dough 2', at(1, 9.5), plies('l3', 'Fiber dough 2', 'bulk', 'pu_fast', 3, 450, 3, null)),
    ],
    demoldMin: at(1, 16),
  },
  {
    id: 'small-putty',
    name: 'Putty, small molds',
    summary: 'Gel coat and a light skin, then filled putty packed round a small plug, one mat over it.',
    sessions: [
      session('s1', 'Gel coat', at(1, 8), film('l1', 'Gel coat', 'gelcoat_iso', 650, 2)),
      session('s2', 'Skin', at(1, 11), plies('l2', 'Skin mat', 'skin', 've_skin', 1, 300, 2.5, 1.5)),
      session('s3', 'Putty', at(2, 8), paste('l3', 'Putty', 'putty_iso', 4000, 1)),
      session('s4', 'Back', at(3, 8), plies('l4', 'Back mat', 'bulk', 'iso_lam', 1, 450, 2.3, 1.5)),
    ],
    demoldMin: at(4, 9),
  },
  {
    id: 'infused',
    name: 'Infused stack',
    summary: 'Gel coat and a cured skin, then a dry stack filled under vacuum with its own slow, non-gassing hardener.',
    sessions: [
      session('s1', 'Gel coat', at(1, 8), film('l1', 'Gel coat', 'gelcoat_iso', 700, 2)),
      session('s2', 'Skin', at(1, 11), plies('l2', 'Skin mat', 'skin', 've_skin', 1, 450, 2.5, 1.5)),
      session('s3', 'Infusion', at(2, 9), {
        ...plies('l3', 'Infused stack', 'bulk', 've_infusion', 8, 600, 0.8, 1),
        fabricId: 'biax_600',
        start: 'abraded',
      }),
    ],
    demoldMin: at(5, 9),
    infusion: true,
  },
];

/** An empty plan in a quiet shop at 20 °C. */
export function emptyPlan(start: PlanStart): PlanDocument {
  return {
    formatVersion: 1,
    ...start,
    climate: { meanC: 20, swingC: 1.5, warmestHour: 15, fan: false },
    hours: { opensHour: 7, closesHour: 18, weekends: false },
    sessions: [],
    demoldMin: at(2, 9),
  };
}

/** A plan from a template; an unknown template id gives an empty plan. */
export function planFromTemplate(templateId: string | null, start: PlanStart): PlanDocument {
  return withSchool(emptyPlan(start), templateId);
}

/** Names of the reinforcement a template's plies are of, by areal weight and resin. */
function fabricOf({ cardId, laminate, fabricId }: PlanLayer): string | undefined {
  if (fabricId !== undefined || laminate === null) return fabricId;
  const known: Readonly<Record<number, string>> = { 225: 'mat_225', 300: 'mat_300', 450: 'mat_450', 290: 'cloth_290', 600: 'biax_600' };
  return cardId === 'pu_fast' ? undefined : known[laminate.glassGsm];
}

/** A plan with the stack of a school in place of its own; plug, shop and start stay. */
export function withSchool(plan: PlanDocument, templateId: string | null): PlanDocument {
  const template = stackTemplates.find((candidate) => candidate.id === templateId);
  if (!template) return plan;
  const sessions = template.sessions.map((one) => ({
    ...one,
    layers: one.layers.map((layer): PlanLayer => {
      const fabricId = fabricOf(layer);
      return fabricId === undefined ? layer : { ...layer, fabricId };
    }),
  }));
  return {
    ...plan,
    sessions,
    demoldMin: template.demoldMin,
    infusion: template.infusion ? (plan.infusion ?? DEFAULT_INFUSION) : null,
    postCure: null,
  };
}
