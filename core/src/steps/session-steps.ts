import type { JointWindow, WindowSpan } from '../windows/joint-window.js';
import { startSpan } from '../windows/start-span.js';
import { greenSpans } from '../judging/gel-times.js';
import { potUses, type MixRow } from '../mix/mix-sheet.js';
import { cardOf, type CardLibrary } from '../plan/card-library.js';
import { flashMinOf, isSprayed, layingSeconds, orderOf, peopleAt, pliesArrive } from '../plan/laying.js';
import { POT_MIN } from '../plan/pot-age.js';
import type { SectionPlan, PlanLayer, PlanSession } from '../plan/section-plan.js';
import { layerMasses } from '../plan/layer-masses.js';
import { isInfused } from '../plan/infusion-fill.js';
import { dryFromMin, dryStacks } from '../stack/dry-stack.js';
import { edgeCut } from '../stack/edge-cut.js';
import { preparationOf } from '../stack/preparation.js';
import { layerCautions } from '../cautions/cautions.js';
import { amount, words, type Words } from '../units/amounts.js';
import { momentText } from '../shop-time/clock-text.js';
import { nextOpenMin } from '../shop-time/shop-clock.js';
import { drySteps, letIn, vacuumSteps } from './infusion-steps.js';
import { sectionTag, stepOf, type Step, type StepLog, type StepSpan, type StepUse } from './step.js';

/** Trying tack in cup, flange and corners (assumed) [min]. */
const TACK_MIN = 5;
/** Cut kit, tools, cups and masks laid out; tools and people clean again (assumed) [min]. */
export const SET_UP_MIN = 15;
export const CLEAN_MIN = 15;
const TRIM_MIN_PER_M = 10;
/** A hard edge against a green one (assumed) [min] */
const SAW_MIN_PER_M = 25;

/** What a session's steps look up. */
export interface SessionContext {
  readonly plan: SectionPlan;
  readonly cards: CardLibrary;
  readonly windows: readonly JointWindow[];
  /** Of the last session */
  readonly trim: JointWindow['trim'];
  readonly mix: readonly MixRow[];
}

/** Preparing the joint, trying tack, pots, plies and coats, and the green trim of each session. */
export function sessionSteps(context: SessionContext): Step[] {
  return context.plan.sessions.flatMap((session, index) => stepsOfSession(context, session, index));
}

function stepsOfSession(context: SessionContext, session: PlanSession, index: number): Step[] {
  const { plan, windows } = context;
  const window = windows.find(({ belowSession }) => belowSession === index - 1);
  const stacks = dryStacks(session, plan, context.cards);
  const joint = jointSteps(context, session, { window, index, byMin: dryFromMin(stacks, session) });
  const laid = session.layers.flatMap((layer, at) => layerSteps(context, session, { layer, at }));
  const gate = index === 0 && plan.release ? [`release:gate${sectionTag(plan)}`] : [];
  const ready = [...gate, ...joint.map(({ id }) => id)];
  const dry = drySteps(context, session, stacks, ready);
  const first = dry.length > 0 ? null : laid.find(({ kind }) => kind === 'lay');
  const gated = laid.map((step) => (step === first ? { ...step, after: [...step.after, ...ready] } : step));
  const held = vacuumSteps(context, session, laid);
  return [setUp(context, session), ...joint, ...dry, ...gated, cleanUp(context, session, laid), ...held, ...trimSteps(context, session)];
}

function setUp(context: SessionContext, session: PlanSession): Step {
  const people = peopleAt(session, context.plan);
  return stepOf({
    id: `session:${session.id}:setup`,
    kind: 'set up',
    stage: 'stack',
    name: `Set up, ${session.name}`,
    order: 'Kit in its order, rollers and brushes, cups, scale, gauge; gloves, glasses, air moved.',
    sessionId: session.id,
    startMin: session.startMin - SET_UP_MIN - POT_MIN,
    endMin: session.startMin - POT_MIN,
    people,
    handsMin: SET_UP_MIN * people,
    logs: ['done', 'temperature'],
  });
}

function cleanUp(context: SessionContext, session: PlanSession, laid: readonly Step[]): Step {
  const people = peopleAt(session, context.plan);
  const endMin = Math.max(session.startMin, ...laid.map((step) => step.endMin));
  return stepOf({
    id: `session:${session.id}:clean`,
    kind: 'clean',
    stage: 'stack',
    name: `Clean up, ${session.name}`,
    order: 'Tools in cleaner before the resin gels; left-over pots spread out or outside, never covered.',
    sessionId: session.id,
    startMin: endMin,
    endMin: endMin + CLEAN_MIN,
    people,
    handsMin: CLEAN_MIN * people,
    after: laid
      .filter(({ kind }) => kind === 'lay')
      .map(({ id }) => id)
      .slice(-1),
    caution: 'Cleaner and resin rags burn: closed metal bin, no flame, gloves.',
  });
}

/** Less between the places laid first and last is no matter to anybody at the bench [min]. */
const APART_MIN = 3;

/** The windows of the places laid first and last, where they are apart. */
function placesOf({ places }: JointWindow): { readonly places?: readonly [StepSpan, StepSpan] } {
  if (!places) return {};
  const of = ({ opensS, closesS }: WindowSpan): StepSpan => ({ untilMin: opensS === null ? null : opensS / 60, closesMin: closesS / 60 });
  const [first, last] = [of(places.first), of(places.last)];
  const apart = (a: number | null, b: number | null): boolean => (a === null || b === null ? a !== b : Math.abs(a - b) >= APART_MIN);
  return apart(first.untilMin, last.untilMin) || apart(first.closesMin, last.closesMin) ? { places: [first, last] } : {};
}

interface JointBelow {
  readonly window: JointWindow | undefined;
  readonly index: number;
  /** When the next layer begins on it: as the session does, or with its first dry ply [min] */
  readonly byMin: number;
}

/** What is done to the surface below before a session, ending as the next layer begins. */
function jointSteps({ plan, cards }: SessionContext, session: PlanSession, { window, index, byMin }: JointBelow): Step[] {
  if (index === 0) return [];
  const preparation = preparationOf(session.layers.at(0));
  const starts = window ? startSpan(window, session, plan, cards) : null;
  const opens = starts?.opensS ?? null;
  // What keys the next coat in needs no tack: only too early is too early.
  const keyed = preparation !== null && preparation.start !== 'washed';
  const closing = window && starts && !keyed ? { closesMin: starts.closesS / 60, ...placesOf(window) } : { closesMin: null };
  const waitsFor = opens === null ? null : ({ what: 'window', untilMin: opens / 60, ...closing } as const);
  const common = { stage: 'stack', sessionId: session.id, endMin: byMin, waitsFor } as const;
  if (!preparation)
    return [
      stepOf({
        ...common,
        id: `session:${session.id}:tack`,
        kind: 'tack try',
        name: `Try tack, ${session.name}`,
        order: 'In the cup, on the flange, then in the deepest corner: prints but does not transfer.',
        startMin: byMin - TACK_MIN,
        people: 1,
        handsMin: TACK_MIN,
        logs: ['tack'],
      }),
    ];
  const handsMin = preparation.minutesPerM2 * plan.areaM2;
  const people = peopleAt(session, plan);
  return [
    stepOf({
      ...common,
      id: `session:${session.id}:prepare`,
      kind: 'prepare',
      name: `Prepare for ${session.name}`,
      order: preparation.order,
      startMin: byMin - handsMin / people,
      people,
      handsMin,
      caution: preparation.start === 'abraded' ? 'Sanding dust of glass and resin: respirator, extraction, or wet.' : null,
    }),
  ];
}

function layerSteps({ plan, cards, mix: rows }: SessionContext, session: PlanSession, { layer, at }: { layer: PlanLayer; at: number }): Step[] {
  const people = peopleAt(session, plan);
  const arriveS = pliesArrive(session, plan, cards, 'first');
  const lastS = pliesArrive(session, plan, cards, 'last');
  const row = rows.find((one) => one.layer.id === layer.id);
  const caution = layerCautions(layer, cards).at(0) ?? null;
  const id = `session:${session.id}`;
  const fromMin = session.startMin + arriveS[at][0] / 60;
  const endS = at + 1 < arriveS.length ? arriveS[at + 1][0] : layingSeconds(session, plan, cards);
  const infused = isInfused(layer, cards);
  const mix = row
    ? [
        stepOf({
          id: `${id}:mix:${layer.id}`,
          kind: 'mix',
          stage: 'mix',
          name: `Mix ${String(row.pots)} ${row.pots === 1 ? 'pot' : 'pots'}, ${row.name}`,
          order: mixOrder(row),
          sessionId: session.id,
          layerId: layer.id,
          // The first pot before its layer; the others while it is laid.
          startMin: fromMin - POT_MIN - row.degasMin,
          endMin: fromMin,
          people: 1,
          handsMin: row.pots * POT_MIN,
          after: infused ? [`${id}:leak:${layer.id}`] : [],
          uses: potUses(row).map(({ what, grams }) => ({ what, amount: grams, unit: 'g' })),
          logs: ['pot', 'lot'],
          caution,
        }),
      ]
    : [];
  if (infused)
    return [...mix, letIn(plan, session, layer, { fromMin, minutes: endS / 60 - arriveS[at][0] / 60, mixed: row !== undefined, cards, caution })];
  const { order, patchM2 } = orderOf(session, plan, cards);
  const patches = order === 'patch by patch' && patchM2 < plan.areaM2;
  const plies = arriveS[at].map((startS, ply): Step => {
    const untilS = ply + 1 < arriveS[at].length ? arriveS[at][ply + 1] : endS;
    const minutes = Math.max(0, untilS - startS) / 60;
    const lastMin = (lastS[at][ply] - startS) / 60;
    const count = arriveS[at].length;
    return stepOf({
      id: `${id}:lay:${layer.id}:p${String(ply + 1)}`,
      kind: 'lay',
      stage: 'stack',
      name: count > 1 ? `${layer.name}, ply ${String(ply + 1)} of ${String(count)}${patches ? byPatch(ply + 1 === count) : ''}` : layer.name,
      order: layOrder(layer, cards),
      sessionId: session.id,
      layerId: layer.id,
      startMin: session.startMin + startS / 60,
      endMin: session.startMin + startS / 60 + Math.max(minutes, lastMin),
      people,
      handsMin: minutes * people,
      after: row && ply === 0 ? [`${id}:mix:${layer.id}`] : [],
      uses: plyUses(plan, layer, cards, count),
      logs: laidLogs(layer, cards),
      caution,
    });
  });
  return [...mix, ...plies];
}

/** All plies wet on wet on one patch, then on the next: the first patch is told ply by ply, the others with its last one. */
const byPatch = (last: boolean): string => (last ? ', then patch by patch alike' : ', first patch');

/** How one resin's pots are mixed. */
function mixOrder({ added, dose, degasMin, useMin, pot }: MixRow): Words {
  const filler = added.reduce<Words>((said, { name, grams }) => words`${said} ${amount('potMass', grams)} of ${name} stirred in first.`, '');
  const life = pot.lifeMin === null ? 'hours' : `${pot.lifeMin.toFixed(0)} min`;
  const degas = degasMin > 0 ? ` ${String(degasMin)} min under vacuum until it stops rising; a pot twice as high as the resin.` : '';
  return words`Drum stirred first.${filler} ${amount('potMass', dose.resinG)} + ${amount('potMass', dose.hardenerG)} each; empty after ${useMin.toFixed(0)} min, gels after ${life}. Two minutes of stirring, sides and bottom scraped.${degas}`;
}

/** Chopped fiber in its resin, pressed on by hand: fast polyurethane without a fabric of its own. */
const isDough = ({ laminate, fabricId, cardId }: PlanLayer, cards: CardLibrary): boolean =>
  laminate !== null && fabricId === undefined && cardOf(cards, cardId).family === 'polyurethane';

/** A coat by its gauge, dough by its probe. */
function laidLogs(layer: PlanLayer, cards: CardLibrary): StepLog[] {
  if (isDough(layer, cards)) return ['done', 'thickness'];
  return layer.laminate === null && layer.role !== 'core' ? ['film', 'temperature'] : ['done'];
}

function layOrder(layer: PlanLayer, cards: CardLibrary): Words {
  const { laminate, wetFilmUm, role, application } = layer;
  if (isDough(layer, cards))
    return 'Batch by batch, fiber weighed in; pressed wet edge into wet edge, no air under it; thickness by the probe on a grid.';
  if (laminate) return 'Wet out, lay, roll free of air from the middle outward; look into the corners.';
  if (role === 'core') return 'Press on, no air under it, level.';
  if (application && application.passes > 1 && isSprayed(application))
    return words`${capital(application.method)}, ${String(application.passes)} passes of ${amount('film', (wetFilmUm ?? 0) / application.passes)}, each from another direction, ${String(flashMinOf(application))} min to flash between; gauge on a grid, thinnest place and corners too.`;
  return words`${capital(application?.method ?? 'brush')} to ${amount('film', wetFilmUm ?? 0)} wet; gauge on a grid, thinnest place and corners too.`;
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

function plyUses(plan: SectionPlan, layer: PlanLayer, cards: CardLibrary, count: number): StepUse[] {
  const fabric = layer.fabricId === undefined ? undefined : cards.sheets.get(layer.fabricId);
  const { resinKg } = layerMasses(layer, plan.areaM2, cards);
  return [
    ...(fabric ? [{ what: fabric.name, amount: plan.areaM2, unit: 'm²' } as const] : []),
    { what: cardOf(cards, layer.cardId).name, amount: (resinKg * 1000) / count, unit: 'g' },
  ];
}

function trimSteps({ plan, cards, windows, trim }: SessionContext, session: PlanSession): Step[] {
  const green = greenSpans(plan, { windows, trim }).get(session.id);
  if (!green) return [];
  const cut = edgeCut(green, session, plan, cards);
  if (cut.how === 'sawn') {
    const [from, until] = [green.fromS, green.untilS].map((timeS) => momentText(plan.startDate, timeS / 60));
    const why =
      cut.because === 'under its bag'
        ? 'Green only under its bag: sawn along the line once bag and mesh are off.'
        : `Green only from ${from} to ${until}, when nobody is there: sawn along the line once it is hard.`;
    return [sawn(plan, session, cut.fromMin, why)];
  }
  return [
    stepOf({
      id: `session:${session.id}:trim`,
      kind: 'trim',
      stage: 'sequence',
      name: `Green trim, ${session.name}`,
      order: 'While the edge cuts with a knife and does not drag.',
      sessionId: session.id,
      startMin: cut.startMin,
      endMin: cut.untilMin,
      people: 1,
      handsMin: TRIM_MIN_PER_M * Math.sqrt(plan.areaM2),
      caution: 'A fresh blade, cut away from the hand; green glass edges cut like the knife.',
    }),
  ];
}

/** What nobody could cut green. */
function sawn(plan: SectionPlan, session: PlanSession, fromMin: number, order: string): Step {
  const handsMin = SAW_MIN_PER_M * Math.sqrt(plan.areaM2);
  const startMin = nextOpenMin(plan, fromMin, handsMin);
  return stepOf({
    id: `session:${session.id}:trim`,
    kind: 'saw',
    stage: 'sequence',
    name: `Saw the edge, ${session.name}`,
    order,
    sessionId: session.id,
    startMin,
    endMin: startMin + handsMin,
    people: 1,
    handsMin,
    caution: 'Dust of glass and resin: respirator, goggles, extraction at the tool, skin covered.',
  });
}
