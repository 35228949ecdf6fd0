import { potRatio } from '../bench/pot-ratio.js';
import { layerOfLine } from '../bench/judge-reading.js';
import type { AsBuilt } from '../bench/as-built.js';
import type { SectionEvaluation } from '../judging/evaluate-mold.js';
import { counted, readingsOf, type EntryOf, type StepEntry } from '../log/entry.js';
import { lotStanding, type Lot } from '../materials/lot.js';
import { cardText } from '../materials/material-card.js';
import { cardOf, type CardLibrary } from '../plan/card-library.js';
import { layerBuild } from '../plan/layer-masses.js';
import { placeLayers } from '../plan/placed-layer.js';
import type { PlanDocument, PlanSection } from '../plan/plan-document.js';
import { CARE_DROP_MBAR } from '../plan/parts/infusion.js';
import type { PlanLayer } from '../plan/section-plan.js';
import { stepParts } from '../steps/step-log.js';
import { amount, words } from '../units/amounts.js';
import { KELVIN } from '../units/kelvin.js';
import type { JointWindow } from '../windows/joint-window.js';
import { unknown, type Evidence, type EvidenceId } from './evidence.js';

/** A lot with what its card says of its shelf life. */
export interface LotOfPot extends Lot {
  readonly id: string;
  readonly number: string;
  readonly shelfLifeDays: number | null;
}

/** A build as it went, and the place in it that is asked about. */
export interface BuiltContext {
  /** As planned */
  readonly plan: PlanDocument;
  readonly cards: CardLibrary;
  readonly entries: readonly StepEntry[];
  readonly built: AsBuilt;
  /** Of the plan as built */
  readonly sections: readonly SectionEvaluation[];
  readonly minuteOf: (iso: string) => number;
  readonly lots: readonly LotOfPot[];
  /** Section of the finding; null: nobody said, the first one is looked at */
  readonly sectionId: string | null;
  /** Zone of the plan; null: the field of that section, or nobody said */
  readonly zoneId: string | null;
}

/** Where a card says nothing: thinner wrinkles, thicker cracks, as a practitioner has it [µm]. */
const USUAL_FILM_UM = { least: 400, most: 1000 };
/** Where laminate over a young gel coat begins to be heavy (assumed) [mm]. */
const HEAVY_MM = 4;
const DAMP_PCT = 70;
/** Off the plug before this share of the planned hours since the last session. */
const EARLY_SHARE = 0.9;
const DRY_SHARE = 0.85;
/** Families that cure in air without anything over them. */
const AIR_CURING = ['epoxy', 'polyurethane'];
/** A build's first coats: what comes before the bulk. */
const FACE_ROLES: readonly PlanLayer['role'][] = ['gelcoat', 'barrier', 'skin'];

type Found = Omit<Evidence, 'id'>;
const from = (so: boolean, line: Evidence['line'], at: string | null = null, where: Evidence['from'] = 'build'): Found => ({
  so,
  line,
  at,
  from: where,
});

/** Everything that a build's plan and log hold for or against a cause, in the section and zone of a finding. */
export function builtEvidence(context: BuiltContext): Evidence[] {
  const section = context.plan.sections.find(({ id }) => id === context.sectionId) ?? context.plan.sections[0];
  const zone = section.zones.find(({ id }) => id === context.zoneId) ?? null;
  // A section without a zone is said to be its field.
  const kind = zone?.kind ?? (context.sectionId === null ? undefined : 'field');
  const own = new Set(section.sessions.flatMap(({ layers }) => layers.map(({ id }) => id)));
  const scope: Scope = { ...context, section, own };
  const all: readonly (readonly [EvidenceId, Found | string])[] = [
    ['thin film', filmOf(scope, 'thin')],
    ['thick film', filmOf(scope, 'thick')],
    ['laid early', windowOf(scope, 'early')],
    ['laid late', windowOf(scope, 'late')],
    ['hot peak', peakOf(scope)],
    ['cold shop', coldOf(scope)],
    ['damp air', dampOf(scope)],
    ['old lot', oldLot(scope)],
    ['ratio off', ratioOf(scope)],
    ['release test failed', releaseOf(scope, 'failed')],
    ['release not tested', releaseOf(scope, 'missing')],
    ['pocket or corner', placeOf(kind, ['deep pocket', 'inside corner'])],
    ['outside corner', placeOf(kind, ['outside corner'])],
    ['steep wall', placeOf(kind, ['steep wall'])],
    ['wrong binder', binderOf(scope)],
    ['thick first session', firstSession(scope)],
    ['skin not hard', skinOf(scope)],
    ['no tack try', tackOf(scope)],
    ['demolded early', demoldOf(scope)],
    ['little resin', resinOf(scope)],
    ['open back', backOf(scope)],
    ['vacuum leaked', leakOf(scope)],
  ];
  return all.map(([id, found]) => (typeof found === 'string' ? unknown(id, found) : { id, ...found }));
}

interface Scope extends BuiltContext {
  readonly section: PlanSection;
  /** Ids of its layers */
  readonly own: ReadonlySet<string>;
}

/** Readings in the section; those that are about no session are of the whole build. */
function own<T extends { readonly stepId: string }>({ section }: Scope, read: readonly T[]): T[] {
  const sessions = new Set(section.sessions.map(({ id }) => id));
  return read.filter(({ stepId }) => {
    const session = stepParts(stepId)?.sessionId;
    return session === undefined || sessions.has(session);
  });
}

/** A zone of a reading against the one that is asked about: readings without a zone are of the whole section. */
const inZone = (read: string | undefined, wanted: string | null): boolean => read === undefined || read === '' || wanted === null || read === wanted;

function filmOf(scope: Scope, which: 'thin' | 'thick'): Found | string {
  const { plan, cards, zoneId } = scope;
  const gel = own(scope, readingsOf(scope.entries, 'film')).flatMap((entry) => {
    const layer = layerOfLine(plan, entry.stepId, entry.data.layerId)?.layer;
    return layer?.role === 'gelcoat' && scope.own.has(layer.id) ? [{ entry, layer }] : [];
  });
  const there = gel.filter(({ entry }) => entry.data.zone !== undefined && entry.data.zone !== '' && entry.data.zone === zoneId);
  const read = there.length > 0 ? there : gel.filter(({ entry }) => inZone(entry.data.zone, zoneId));
  if (read.length === 0) return 'No gauge reading of the gel coat there.';
  const [{ layer }] = read;
  const coat = cards.resins.has(layer.cardId) ? cardOf(cards, layer.cardId).limits.sheet.coatUm : { least: null, most: null };
  const um = read.flatMap(({ entry }) => entry.data.um);
  const where = there.length > 0 ? 'there' : 'in the section, not by zone';
  const { at } = read[0].entry;
  if (which === 'thin') {
    const least = coat.least ?? USUAL_FILM_UM.least;
    return from(
      Math.min(...um) < least,
      words`Thinnest gel coat ${amount('film', Math.min(...um))} ${where}, at least ${amount('film', least)} wanted.`,
      at,
    );
  }
  const most = coat.most ?? USUAL_FILM_UM.most;
  return from(
    Math.max(...um) > most,
    words`Thickest gel coat ${amount('film', Math.max(...um))} ${where}, at most ${amount('film', most)} wanted.`,
    at,
  );
}

/** Joints on gel coat, barrier and skin, as they really were. */
function faceJoints({ sections, section, zoneId, built }: Scope): { window: JointWindow; name: string; role: PlanLayer['role'] }[] {
  const evaluated = sections.find(({ id }) => id === section.id);
  const zone = evaluated?.zones.find(({ id }) => id === zoneId) ?? evaluated?.zones[0];
  if (!zone) return [];
  return zone.evaluation.windows.flatMap((window) => {
    const below = zone.plan.sessions.at(window.belowSession);
    const above = zone.plan.sessions.at(window.belowSession + 1);
    const top = below?.layers.at(-1);
    if (!above || !top || !FACE_ROLES.includes(top.role) || !built.begun.has(above.id)) return [];
    return [{ window, name: top.name, role: top.role }];
  });
}

function windowOf(scope: Scope, state: 'early' | 'late'): Found | string {
  const joints = faceJoints(scope);
  if (joints.length === 0) return 'The log does not say when the next layer went on.';
  const hit = joints.find(({ window }) => window.state === state);
  if (hit) return from(true, `${hit.name}: the next layer went on ${state === 'early' ? 'before its window opened' : 'after its window closed'}.`);
  return from(false, `No layer over the face went on too ${state}.`);
}

function peakOf(scope: Scope): Found | string {
  const { cards, sections, section, built } = scope;
  const read = own(scope, readingsOf(scope.entries, 'temperature')).filter(({ data }) => data.at === 'thermocouple');
  const over = read.flatMap((entry) => {
    const layer = layerOfLine(scope.plan, entry.stepId, entry.data.layerId)?.layer;
    const most = layer && cards.resins.has(layer.cardId) ? cardOf(cards, layer.cardId).limits.maxLaminateC : null;
    return most !== null && entry.data.tempC > most ? [{ entry, most }] : [];
  });
  if (over.length > 0) {
    const [{ entry, most }] = over;
    return from(true, words`Thermocouple ${amount('temperature', entry.data.tempC)}, at most ${amount('temperature', most)}.`, entry.at);
  }
  const evaluated = sections.find(({ id }) => id === section.id)?.zones[0];
  if (!evaluated || built.begun.size === 0) return 'Nothing was logged that the heat could be worked out from.';
  const placed = placeLayers(evaluated.plan, evaluated.evaluation.result, cards);
  const hot = placed.find(({ outcome, card }) => outcome.peakK - KELVIN > card.limits.maxLaminateC);
  if (hot)
    return from(
      true,
      words`${hot.planLayer.name} peaked at ${amount('temperature', hot.outcome.peakK - KELVIN)} as built, simulated; at most ${amount('temperature', hot.card.limits.maxLaminateC)}.`,
    );
  return from(false, 'As built, no layer got hotter than its card allows (simulated).');
}

function coldOf(scope: Scope): Found | string {
  const { plan, cards, section } = scope;
  const read = own(scope, readingsOf(scope.entries, 'temperature')).filter(({ data }) => data.at === 'air' || data.at === 'drum');
  if (read.length === 0) return 'No temperature of the shop was written down.';
  const coldest = read.reduce((low, one) => (one.data.tempC < low.data.tempC ? one : low));
  const layer = layerOfLine(plan, coldest.stepId)?.layer ?? section.sessions.at(0)?.layers.at(0);
  const least = layer && cards.resins.has(layer.cardId) ? cardOf(cards, layer.cardId).limits.shopMinC : 16;
  return from(
    coldest.data.tempC < least,
    words`Coldest reading ${amount('temperature', coldest.data.tempC, 1)}, at least ${amount('temperature', least)} wanted.`,
    coldest.at,
  );
}

function dampOf(scope: Scope): Found | string {
  const read = own(scope, readingsOf(scope.entries, 'humidity'));
  if (read.length === 0) return 'No humidity was written down.';
  const most = read.reduce((high, one) => (one.data.pct > high.data.pct ? one : high));
  return from(most.data.pct >= DAMP_PCT, `Dampest reading ${most.data.pct.toFixed(0)} %, under ${String(DAMP_PCT)} % wanted.`, most.at);
}

const poured = (scope: Scope): EntryOf<'pot'>[] => own(scope, readingsOf(scope.entries, 'pot')).filter(({ data }) => !data.thrownAway);

function oldLot(scope: Scope): Found | string {
  const used = poured(scope).flatMap((entry) =>
    entry.data.lots.flatMap((id) => {
      const lot = scope.lots.find((one) => one.id === id);
      return lot ? [{ entry, lot, standing: lotStanding({ ...lot, usedUp: false }, lot.shelfLifeDays, entry.at.slice(0, 10)) }] : [];
    }),
  );
  if (used.length === 0) return 'No pot names its lots.';
  const old = used.find(({ standing }) => standing.state !== 'good');
  return old
    ? from(true, `Lot ${old.lot.number} was good until ${old.standing.goodUntil ?? ''}.`, old.entry.at)
    : from(false, 'All lots were well within their shelf life.');
}

function ratioOf(scope: Scope): Found | string {
  const pots = poured(scope);
  if (pots.length === 0) return 'No pot was written down.';
  const judged = pots.flatMap((entry) => {
    if (!scope.cards.resins.has(entry.data.cardId)) return [];
    const layer = layerOfLine(scope.plan, entry.stepId, entry.data.layerId)?.layer;
    const wanted = layer?.cardId === entry.data.cardId ? layer.catalystPct : null;
    return [{ entry, found: potRatio(entry.data, cardOf(scope.cards, entry.data.cardId), wanted) }];
  });
  const off = judged.find(({ found }) => found.level !== 'ok' && found.level !== 'note');
  return off ? from(true, off.found.line, off.entry.at) : from(false, `${String(pots.length)} pots, all at their ratio.`);
}

function releaseOf(scope: Scope, which: 'failed' | 'missing'): Found | string {
  const tests = readingsOf(scope.entries, 'release test');
  const there = tests.filter(({ data }) => inZone(data.zone, scope.zoneId));
  if (which === 'failed') {
    if (there.length === 0) return 'No release test was written down there.';
    const failed = there.find(({ data }) => !data.passed);
    return failed ? from(true, `${failed.data.test}: not passed.`, failed.at) : from(false, 'The release test passed there.', there[0].at);
  }
  if (tests.length === 0 && counted(scope.entries).length === 0) return 'Nothing was logged of the release.';
  const passed = there.find(({ data }) => data.passed);
  return passed ? from(false, 'The release was tested there.', passed.at) : from(true, 'No passed release test of that place is on record.');
}

const placeOf = (kind: string | undefined, kinds: readonly string[]): Found | string =>
  kind === undefined ? 'Nobody said in which kind of place it is.' : from(kinds.includes(kind), `It is in a zone of kind “${kind}”.`, null, 'plan');

function binderOf({ section, cards }: Scope): Found | string {
  const layers = section.sessions.flatMap((session) => session.layers);
  const named = layers.flatMap((layer) => {
    const sheet = layer.fabricId === undefined ? undefined : cards.sheets.get(layer.fabricId);
    return sheet && cards.resins.has(layer.cardId) ? [{ layer, sheet, resin: cardOf(cards, layer.cardId) }] : [];
  });
  if (named.length === 0) return 'The plan names no reinforcement.';
  const wrong = named.find(({ sheet, resin }) => (cardText(sheet, 'binder') ?? '').startsWith('styrene-soluble') && resin.family.startsWith('epoxy'));
  return wrong
    ? from(true, `${wrong.layer.name}: ${wrong.sheet.name} in epoxy, its binder does not dissolve.`, null, 'plan')
    : from(false, 'Binders fit their resins.', null, 'plan');
}

/** The section as it was really built. */
const builtSection = ({ built, section }: Scope): PlanSection => built.plan.sections.find(({ id }) => id === section.id) ?? section;

function firstSession(scope: Scope): Found | string {
  const built = builtSection(scope);
  const first = built.sessions.find(({ layers }) => layers.some(({ role }) => role === 'bulk' || role === 'core'));
  if (!first) return 'The plan has no bulk laminate.';
  const mm = first.layers
    .filter(({ role }) => !FACE_ROLES.includes(role))
    .reduce((sum, layer) => sum + layerBuild(layer, scope.cards).thicknessM * 1000, 0);
  return from(mm > HEAVY_MM, words`First bulk session ${amount('thickness', mm)} at once.`, null, 'plan');
}

function skinOf(scope: Scope): Found | string {
  const joints = faceJoints(scope).filter(({ role }) => role === 'skin');
  if (joints.length === 0) return 'The log does not say when bulk went onto the skin.';
  const [{ window, name }] = joints;
  const zone = window.flat;
  const hard = zone.dryS !== null && zone.dryS <= window.plannedS;
  return from(!hard, hard ? `${name} was hard before bulk went on.` : `Bulk went onto ${name.toLowerCase()} before it was dry to touch.`);
}

function tackOf(scope: Scope): Found | string {
  if (scope.built.begun.size < 2) return 'Less than two sessions are logged.';
  const tries = own(scope, readingsOf(scope.entries, 'tack'));
  return tries.length > 0 ? from(false, `${String(tries.length)} tack tries are on record.`, tries[0].at) : from(true, 'No tack try is on record.');
}

function demoldOf({ plan, entries, section, minuteOf, built }: Scope): Found | string {
  const came = counted(entries).find(({ kind, stepId }) => kind === 'let go' || (kind === 'done' && stepId.startsWith('demold')));
  const demold = plan.demolds.find(({ sectionIds }) => sectionIds.includes(section.id));
  const last = built.plan.sections.find(({ id }) => id === section.id)?.sessions.at(-1);
  const lastPlanned = section.sessions.at(-1);
  if (!came || !demold || !last || !lastPlanned) return 'The log does not say when it came off the plug.';
  const [tookH, wantedH] = [(minuteOf(came.at) - last.startMin) / 60, (demold.atMin - lastPlanned.startMin) / 60];
  return from(tookH < EARLY_SHARE * wantedH, `${tookH.toFixed(0)} h on the plug after the last session, ${wantedH.toFixed(0)} h planned.`, came.at);
}

function resinOf(scope: Scope): Found | string {
  const { plan, section } = scope;
  const laminates = section.sessions.flatMap(({ layers }) => layers.filter(({ laminate }) => laminate !== null));
  const pots = poured(scope).filter((entry) => laminates.some(({ id }) => id === layerOfLine(plan, entry.stepId, entry.data.layerId)?.layer.id));
  if (pots.length === 0) return 'No pot of the laminate was written down.';
  const byLayer = laminates.flatMap((layer) => {
    const grams = pots
      .filter((entry) => layerOfLine(plan, entry.stepId, entry.data.layerId)?.layer.id === layer.id)
      .reduce((sum, { data }) => sum + data.resinG + data.hardenerG, 0);
    if (grams === 0 || !layer.laminate) return [];
    const wantedG = layer.laminate.plies * layer.laminate.glassGsm * layer.laminate.resinToGlass * section.areaM2;
    return [{ layer, share: grams / wantedG }];
  });
  const driest = byLayer.reduce<(typeof byLayer)[number] | null>((low, one) => (low === null || one.share < low.share ? one : low), null);
  if (!driest) return 'No pot of the laminate was written down.';
  return from(driest.share < DRY_SHARE, `${driest.layer.name}: ${(100 * driest.share).toFixed(0)} % of the planned resin was mixed.`);
}

function backOf(scope: Scope): Found | string {
  const last = builtSection(scope).sessions.at(-1)?.layers.at(-1);
  if (!last) return 'The plan has no last ply.';
  const closed = last.surface !== undefined && last.surface !== 'none';
  const family = scope.cards.resins.has(last.cardId) ? cardOf(scope.cards, last.cardId).family : '';
  if (AIR_CURING.some((one) => family.startsWith(one))) return from(false, 'Its last resin cures in air.', null, 'plan');
  return from(!closed, closed ? `The last ply closes with ${last.surface ?? ''}.` : 'The last ply closes with nothing.', null, 'plan');
}

function leakOf(scope: Scope): Found | string {
  const tests = own(scope, readingsOf(scope.entries, 'leak'));
  if (tests.length === 0) return 'No leak test was written down.';
  const drop = ({ data }: EntryOf<'leak'>): number => ((data.endMbar - data.startMbar) / data.minutes) * 10;
  const last = tests[tests.length - 1];
  return from(drop(last) > CARE_DROP_MBAR, words`Last leak test: ${amount('vacuum', Math.max(0, drop(last)))} in ten minutes.`, last.at);
}
