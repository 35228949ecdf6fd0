import { DEFAULT_INFUSION } from './parts/infusion.js';
import type { SectionPlan, PlanLayer, PlanPlug, PlanSession } from './section-plan.js';

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

interface PliesParts extends Pick<PlanLayer, 'id' | 'name' | 'role' | 'cardId' | 'catalystPct'> {
  readonly count: number;
  readonly glassGsm: number;
  readonly resinToGlass: number;
}

function plies({ count, glassGsm, resinToGlass, ...layer }: PliesParts): PlanLayer {
  return { ...layer, wetFilmUm: null, laminate: { plies: count, glassGsm, resinToGlass } };
}

function paste(id: string, name: string, cardId: string, wetFilmUm: number, catalystPct: number | null): PlanLayer {
  return { ...film(id, name, cardId, wetFilmUm, catalystPct), role: 'core' };
}

function session(id: string, name: string, startMin: number, ...layers: PlanLayer[]): PlanSession {
  return { id, name, startMin, layers };
}

/** Many mats in one go: three people, place by place, so that none has gelled under the next. */
const quickly = (one: PlanSession): PlanSession => ({ ...one, people: 3, order: 'patch by patch', patchM2: 0.5 });

/** Its bond has closed by then: the surface beneath is washed, abraded and wiped first. */
const abraded = (layer: PlanLayer): PlanLayer => ({ ...layer, start: 'abraded' });

/** The last ply of an air-inhibited resin: surface additive, so that its back cures dry. */
const closed = (layer: PlanLayer): PlanLayer => ({ ...layer, surface: 'additive' });

export const stackTemplates: readonly StackTemplate[] = [
  {
    id: 'staged',
    name: 'Staged, general resin',
    summary: 'Gel coat in two coats, a light skin on its own, then bulk a few mats at a time.',
    sessions: [
      session('s1', 'Gel coat 1', at(1, 8), film('l1', 'Gel coat 1', 'gelcoat_iso', 400, 2)),
      session('s2', 'Gel coat 2', at(1, 10.5), film('l2', 'Gel coat 2', 'gelcoat_iso', 400, 2)),
      session(
        's3',
        'Skin',
        at(1, 13.5),
        plies({ id: 'l3', name: 'Skin mat', role: 'skin', cardId: 've_skin', count: 1, glassGsm: 450, resinToGlass: 2.5, catalystPct: 1.5 }),
      ),
      session(
        's4',
        'Bulk 1',
        at(2, 8),
        plies({ id: 'l4', name: 'Bulk mat 1', role: 'bulk', cardId: 'iso_lam', count: 3, glassGsm: 450, resinToGlass: 2.3, catalystPct: 1.5 }),
      ),
      session(
        's5',
        'Bulk 2',
        at(3, 8),
        closed(
          plies({ id: 'l5', name: 'Bulk mat 2', role: 'bulk', cardId: 'iso_lam', count: 3, glassGsm: 450, resinToGlass: 2.3, catalystPct: 1.5 }),
        ),
      ),
    ],
    demoldMin: at(5, 9),
  },
  {
    id: 'low-profile',
    name: 'Low profile, one go',
    summary: 'Skin cured and abraded, then the filled tooling resin thick enough in one go to reach its heat.',
    sessions: [
      session('s1', 'Gel coat', at(1, 8), film('l1', 'Gel coat', 'gelcoat_iso', 700, 2)),
      session(
        's2',
        'Skin',
        at(1, 11),
        plies({ id: 'l2', name: 'Skin mat', role: 'skin', cardId: 've_skin', count: 1, glassGsm: 450, resinToGlass: 2.5, catalystPct: 1.5 }),
      ),
      quickly(
        session(
          's3',
          'Tooling laminate',
          at(2, 8.5),
          abraded(
            closed(
              plies({
                id: 'l3',
                name: 'Tooling mat',
                role: 'bulk',
                cardId: 'tooling_lp_1go',
                count: 4,
                glassGsm: 450,
                resinToGlass: 2.5,
                catalystPct: 1,
              }),
            ),
          ),
        ),
      ),
    ],
    demoldMin: at(4, 9),
  },
  {
    id: 'barrier',
    name: 'Veil and vinyl ester on a barrier',
    summary: 'Gel coat, a barrier coat of vinyl ester, veil and a light mat over it, then bulk: for molds that work warm and long.',
    sessions: [
      session('s1', 'Gel coat', at(1, 8), film('l1', 'Gel coat', 'gelcoat_iso', 600, 2)),
      session('s2', 'Barrier', at(1, 10.5), { ...film('l2', 'Barrier coat', 'barrier_ve', 500, 1.5), role: 'barrier' }),
      session(
        's3',
        'Skin',
        at(1, 13.5),
        {
          ...plies({ id: 'l3', name: 'Veil', role: 'skin', cardId: 've_skin', count: 1, glassGsm: 30, resinToGlass: 8, catalystPct: 1.25 }),
          fabricId: 'veil_30',
        },
        plies({ id: 'l4', name: 'Skin mat', role: 'skin', cardId: 've_skin', count: 1, glassGsm: 450, resinToGlass: 2.5, catalystPct: 1.25 }),
      ),
      session(
        's4',
        'Bulk 1',
        at(2, 8),
        plies({ id: 'l5', name: 'Bulk mat 1', role: 'bulk', cardId: 'iso_lam', count: 3, glassGsm: 450, resinToGlass: 2.3, catalystPct: 1.5 }),
      ),
      session(
        's5',
        'Bulk 2',
        at(3, 8),
        closed(
          plies({ id: 'l6', name: 'Bulk mat 2', role: 'bulk', cardId: 'iso_lam', count: 3, glassGsm: 450, resinToGlass: 2.3, catalystPct: 1.5 }),
        ),
      ),
    ],
    demoldMin: at(5, 9),
  },
  {
    id: 'epoxy',
    name: 'Epoxy and cloth',
    summary: 'Epoxy surface coats, then many thin plies of cloth per session, with a pause to cool between.',
    sessions: [
      session('s1', 'Surface 1', at(1, 8), film('l1', 'Surface coat 1', 'epoxy_surface', 500, null)),
      session('s2', 'Surface 2', at(1, 10.5), film('l2', 'Surface coat 2', 'epoxy_surface', 500, null)),
      session(
        's3',
        'Cloth 1',
        at(1, 13.5),
        plies({ id: 'l3', name: 'Cloth 1', role: 'skin', cardId: 'epoxy_slow', count: 4, glassGsm: 290, resinToGlass: 1, catalystPct: null }),
      ),
      session(
        's4',
        'Cloth 2',
        at(2, 8),
        abraded(
          plies({ id: 'l4', name: 'Cloth 2', role: 'bulk', cardId: 'epoxy_slow', count: 8, glassGsm: 290, resinToGlass: 1, catalystPct: null }),
        ),
      ),
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
      session(
        's3',
        'Inner cloth',
        at(1, 13.5),
        plies({ id: 'l3', name: 'Inner cloth', role: 'skin', cardId: 'epoxy_slow', count: 4, glassGsm: 290, resinToGlass: 1, catalystPct: null }),
      ),
      session('s4', 'Paste core', at(2, 8), abraded(paste('l4', 'Paste core', 'epoxy_paste', 6000, null))),
      session(
        's5',
        'Outer cloth',
        at(3, 8),
        abraded(
          plies({ id: 'l5', name: 'Outer cloth', role: 'bulk', cardId: 'epoxy_slow', count: 4, glassGsm: 290, resinToGlass: 1, catalystPct: null }),
        ),
      ),
    ],
    demoldMin: at(6, 9),
  },
  {
    id: 'wet-spell',
    name: 'Cloth, paste, cloth in one wet spell',
    summary: 'Epoxy surface twice, then cloth, a troweled paste and cloth over it wet on wet: a section in a long day, the next one the day after.',
    sessions: [
      session('s1', 'Surface 1', at(1, 8), film('l1', 'Surface coat 1', 'epoxy_surface', 500, null)),
      session('s2', 'Surface 2', at(1, 10.5), film('l2', 'Surface coat 2', 'epoxy_surface', 500, null)),
      session(
        's3',
        'Cloth, paste, cloth',
        at(1, 13.5),
        plies({ id: 'l3', name: 'Inner cloth', role: 'skin', cardId: 'epoxy_slow', count: 3, glassGsm: 290, resinToGlass: 1, catalystPct: null }),
        paste('l4', 'Paste', 'epoxy_paste', 3000, null),
        plies({ id: 'l5', name: 'Outer cloth', role: 'bulk', cardId: 'epoxy_slow', count: 3, glassGsm: 290, resinToGlass: 1, catalystPct: null }),
      ),
    ],
    demoldMin: at(4, 9),
  },
  {
    id: 'cover',
    name: 'Cover mold over sheet wax',
    summary: 'Epoxy gel twice on released sheet wax, cloth, putty and cloth: cool all the way, since the wax softens. Plan the offset under Split.',
    sessions: [
      session('s1', 'Epoxy gel 1', at(1, 8), film('l1', 'Epoxy gel 1', 'epoxy_surface', 500, null)),
      session('s2', 'Epoxy gel 2', at(1, 10.5), film('l2', 'Epoxy gel 2', 'epoxy_surface', 500, null)),
      session(
        's3',
        'Cloth',
        at(1, 13.5),
        plies({ id: 'l3', name: 'Cloth', role: 'skin', cardId: 'epoxy_slow', count: 4, glassGsm: 290, resinToGlass: 1, catalystPct: null }),
      ),
      session('s4', 'Putty', at(2, 8), abraded(paste('l4', 'Putty', 'epoxy_paste', 4000, null))),
      session(
        's5',
        'Back',
        at(3, 8),
        abraded(
          plies({ id: 'l5', name: 'Back cloth', role: 'bulk', cardId: 'epoxy_slow', count: 3, glassGsm: 290, resinToGlass: 1, catalystPct: null }),
        ),
      ),
    ],
    demoldMin: at(6, 9),
  },
  {
    id: 'pu-dough',
    name: 'Fast polyurethane with fiber dough',
    summary: 'A polyurethane face, then dough of the same resin and chopped fiber pressed on in batches: out the same day, for few pulls.',
    sessions: [
      session('s1', 'Face', at(1, 8), film('l1', 'Face coat', 'pu_fast', 800, null)),
      session(
        's2',
        'Dough 1',
        at(1, 8.5),
        plies({ id: 'l2', name: 'Fiber dough 1', role: 'bulk', cardId: 'pu_fast', count: 3, glassGsm: 450, resinToGlass: 3, catalystPct: null }),
      ),
      session(
        's3',
        'Dough 2',
        at(1, 9.5),
        plies({ id: 'l3', name: 'Fiber dough 2', role: 'bulk', cardId: 'pu_fast', count: 3, glassGsm: 450, resinToGlass: 3, catalystPct: null }),
      ),
    ],
    demoldMin: at(1, 16),
  },
  {
    id: 'small-putty',
    name: 'Putty, small molds',
    summary: 'Gel coat and a light skin, then filled putty packed round a small plug, one mat over it.',
    sessions: [
      session('s1', 'Gel coat', at(1, 8), film('l1', 'Gel coat', 'gelcoat_iso', 650, 2)),
      session(
        's2',
        'Skin',
        at(1, 11),
        plies({ id: 'l2', name: 'Skin mat', role: 'skin', cardId: 've_skin', count: 1, glassGsm: 300, resinToGlass: 2.5, catalystPct: 1.5 }),
      ),
      session('s3', 'Putty', at(2, 8), paste('l3', 'Putty', 'putty_iso', 4000, 1)),
      session(
        's4',
        'Back',
        at(3, 8),
        closed(plies({ id: 'l4', name: 'Back mat', role: 'bulk', cardId: 'iso_lam', count: 1, glassGsm: 450, resinToGlass: 2.3, catalystPct: 1.5 })),
      ),
    ],
    demoldMin: at(4, 9),
  },
  {
    id: 'infused',
    name: 'Infused stack',
    summary: 'Gel coat and a cured skin, then a dry stack filled under vacuum with its own slow, non-gassing hardener.',
    sessions: [
      session('s1', 'Gel coat', at(1, 8), film('l1', 'Gel coat', 'gelcoat_iso', 700, 2)),
      session(
        's2',
        'Skin',
        at(1, 11),
        plies({ id: 'l2', name: 'Skin mat', role: 'skin', cardId: 've_skin', count: 1, glassGsm: 450, resinToGlass: 2.5, catalystPct: 1.5 }),
      ),
      session('s3', 'Infusion', at(2, 9), {
        ...plies({
          id: 'l3',
          name: 'Infused stack',
          role: 'bulk',
          cardId: 've_infusion',
          count: 8,
          glassGsm: 600,
          resinToGlass: 0.8,
          catalystPct: 1,
        }),
        fabricId: 'biax_600',
        start: 'abraded',
      }),
    ],
    demoldMin: at(5, 9),
    infusion: true,
  },
];

/** An empty plan in a quiet shop at 20 °C. */
export function emptyPlan(start: PlanStart): SectionPlan {
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
export function planFromTemplate(templateId: string | null, start: PlanStart): SectionPlan {
  return withSchool(emptyPlan(start), templateId);
}

/** Names of the reinforcement a template's plies are of, by areal weight and resin. */
function fabricOf({ cardId, laminate, fabricId }: PlanLayer): string | undefined {
  if (fabricId !== undefined || laminate === null) return fabricId;
  const known: Readonly<Record<number, string>> = { 225: 'mat_225', 300: 'mat_300', 450: 'mat_450', 290: 'cloth_290', 600: 'biax_600' };
  return cardId === 'pu_fast' ? undefined : known[laminate.glassGsm];
}

/** A plan with the stack of a school in place of its own; plug, shop and start stay. */
export function withSchool(plan: SectionPlan, templateId: string | null): SectionPlan {
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
