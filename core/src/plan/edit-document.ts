import { jointsOf } from './lift-plan.js';
import type { PartingLine } from './parts/mold-design.js';
import { defaultRelease, type ReleasePlan, type ReleaseZone } from './parts/release-plan.js';
import type { Hand } from './parts/plug-intake.js';
import { DEFAULT_MOLD_DESIGN, type PlanDocument, type PlanFace, type PlanSection } from './plan-document.js';
import type { PlanSession } from './section-plan.js';
import { DAY_MIN, isWeekendAt } from '../shop-time/shop-clock.js';
import { newZone } from './zones.js';

/** Makes ids that nothing else has; core has no chance of its own. */
export type NewId = () => string;

/** Days from a section's last session to the next section's first: hard, board away, flange released (assumed). */
const BETWEEN_DAYS = 2;

/** A plan with a section changed. */
export function changeSection(plan: PlanDocument, id: string, change: (section: PlanSection) => PlanSection): PlanDocument {
  return { ...plan, sections: plan.sections.map((section) => (section.id === id ? change(section) : section)) };
}

/** The same sessions with ids of their own, some days later. */
function sessionsLater(
  sessions: readonly PlanSession[],
  days: number,
  newId: NewId,
): { sessions: PlanSession[]; layerIds: ReadonlyMap<string, string> } {
  const layerIds = new Map<string, string>();
  const later = sessions.map((session) => ({
    ...session,
    id: newId(),
    startMin: session.startMin + days * DAY_MIN,
    layers: session.layers.map((layer) => {
      const id = newId();
      layerIds.set(layer.id, id);
      return { ...layer, id };
    }),
  }));
  return { sessions: later, layerIds };
}

/** At least so many days later, and none of the sessions on a closed day where it can be helped. */
function openDays({ startDate, assumed: { hours } }: PlanDocument, sessions: readonly PlanSession[], least: number): number {
  const closed = (days: number): boolean => !hours.weekends && sessions.some(({ startMin }) => isWeekendAt(startDate, startMin + days * DAY_MIN));
  const found = Array.from({ length: 7 }, (_, i) => least + i).find((days) => !closed(days));
  return found ?? least;
}

/** A gate starts unsigned. */
const unsigned = (release: ReleasePlan, days: number): ReleasePlan => ({
  ...release,
  startMin: release.startMin + days * DAY_MIN,
  passed: [],
  override: null,
});

/** A planned bonding of the frame goes with the sessions. */
function movedFrame({ backing }: PlanSection, days: number): Pick<PlanSection, 'backing'> {
  return backing === undefined || backing.bondMin === null ? {} : { backing: { ...backing, bondMin: backing.bondMin + days * DAY_MIN } };
}

/** A bag that was not there yet has not been tested. */
const untested = ({ infusion }: PlanSection): Pick<PlanSection, 'infusion'> => (infusion ? { infusion: { ...infusion, dropMbar: null } } : {});

/** The plan of an earlier build on another first day, by the cards of today: nothing of it is ticked, signed, tested or marked yet. */
export function planLike(plan: PlanDocument, startDate: string): PlanDocument {
  const { intake, design } = plan.mold;
  const { cardVersions: _versions, ...rest } = plan;
  return {
    ...rest,
    startDate,
    mold: { ...(intake ? { intake: { ...intake, done: [] } } : {}), ...(design ? { design: { ...design, marked: false } } : {}) },
    sections: plan.sections.map((section) => ({
      ...section,
      ...untested(section),
      ...(section.release ? { release: unsigned(section.release, 0) } : {}),
    })),
  };
}

/** A plan with one section more after the last: laid like it, two days after it is, demolded as long after its last session. */
export function withNewSection(plan: PlanDocument, newId: NewId): PlanDocument {
  const like = plan.sections[plan.sections.length - 1];
  const first = like.sessions.at(0)?.startMin ?? 0;
  const last = like.sessions.at(-1)?.startMin ?? 0;
  const days =
    like.sessions.length === 0 ? 0 : openDays(plan, like.sessions, Math.floor(last / DAY_MIN) - Math.floor(first / DAY_MIN) + BETWEEN_DAYS);
  const { sessions, layerIds } = sessionsLater(like.sessions, days, newId);
  const { patches: _patches, pull: _pull, ...same } = like;
  const section: PlanSection = {
    ...same,
    id: newId(),
    name: `Section ${String(plan.sections.length + 1)}`,
    after: like.id,
    face: like.face.filter(({ kind }) => kind === 'plug').map((face) => ({ ...face, id: newId() })),
    zones: like.zones
      .filter(({ faceId }) => faceId === undefined)
      .map((zone) => ({ ...zone, layers: zone.layers.map((layer) => ({ ...layer, layerId: layerIds.get(layer.layerId) ?? layer.layerId })) })),
    ...movedFrame(like, days),
    ...untested(like),
    ...(like.release
      ? { release: unsigned({ ...like.release, zones: like.release.zones.filter(({ id }) => !id.startsWith('flange-')) }, days) }
      : {}),
    sessions,
  };
  return {
    ...plan,
    mold: { ...plan.mold, design: plan.mold.design ?? DEFAULT_MOLD_DESIGN },
    sections: [...plan.sections, section],
    postCures: plan.postCures.map((oven) =>
      oven.sectionIds.includes(like.id) ? { ...oven, sectionIds: [...oven.sectionIds, section.id], startMin: oven.startMin + days * DAY_MIN } : oven,
    ),
    demolds: plan.demolds.map((demold) =>
      demold.sectionIds.includes(like.id)
        ? { ...demold, sectionIds: [...demold.sectionIds, section.id], atMin: demold.atMin + days * DAY_MIN }
        : demold,
    ),
  };
}

/** A plan without a section; the lines that meet it go with it, and what is done there. The last one stays. */
export function withoutSection(plan: PlanDocument, id: string): PlanDocument {
  if (plan.sections.length < 2) return plan;
  const partings = (plan.mold.design?.partings ?? []).filter(
    ({ firstSectionId, secondSectionId }) => firstSectionId === id || secondSectionId === id,
  );
  const bare = partings.reduce((rest, parting) => withoutParting(rest, parting.id), plan);
  const without = <T extends { sectionIds: string[] }>(list: readonly T[]): T[] =>
    list.map((one) => ({ ...one, sectionIds: one.sectionIds.filter((other) => other !== id) })).filter(({ sectionIds }) => sectionIds.length > 0);
  return {
    ...bare,
    sections: bare.sections
      .filter((section) => section.id !== id)
      .map(({ after, ...section }) => ({ ...section, ...(after === undefined || after === id ? {} : { after }) })),
    postCures: without(bare.postCures),
    demolds: without(bare.demolds),
  };
}

/** A plan with a section laid a place earlier; at a parting line the one laid first is named first. Times stay: what they are against objects. */
export function withSectionEarlier(plan: PlanDocument, at: number): PlanDocument {
  return withSectionAt(plan, at, at - 1);
}

/** A plan with a section moved to another place in the order. */
export function withSectionAt(plan: PlanDocument, from: number, to: number): PlanDocument {
  const sections = [...plan.sections];
  const [moved] = sections.splice(from, 1);
  sections.splice(Math.max(0, Math.min(to, sections.length)), 0, moved);
  const order = sections.map(({ id }) => id);
  const { design } = plan.mold;
  if (!design) return { ...plan, sections };
  const turned = design.partings.filter(({ firstSectionId, secondSectionId }) => order.indexOf(firstSectionId) > order.indexOf(secondSectionId));
  const lines = turned.map((line): PartingLine => ({ ...line, firstSectionId: line.secondSectionId, secondSectionId: line.firstSectionId }));
  const bare = turned.reduce((rest, { id }) => withoutParting(rest, id), { ...plan, sections });
  return lines.reduce((rest, line) => withParting(rest, line), bare);
}

/** The release that a section begins with: the whole plug, and each neighbor’s flange that it is laid against, the day before its first session. */
export function firstRelease(plan: PlanDocument, sectionId: string): ReleasePlan {
  const section = plan.sections.find(({ id }) => id === sectionId);
  const { partings, flange } = plan.mold.design ?? DEFAULT_MOLD_DESIGN;
  const usual = defaultRelease(section?.areaM2 ?? 1);
  const day = Math.floor((section?.sessions.at(0)?.startMin ?? 0) / DAY_MIN);
  const flanges = partings
    .filter(({ secondSectionId }) => secondSectionId === sectionId)
    .map((parting) => flangeZone(parting, flange.widthMm, usual.zones[0].programId));
  return { ...usual, startMin: usual.startMin + day * DAY_MIN, zones: [...usual.zones, ...flanges] };
}

function flangeZone({ id, name, lengthMm }: PartingLine, widthMm: number, programId: string): ReleaseZone {
  return { id: `flange-${id}`, name: `Flange at ${name}`, areaM2: Math.max(0.001, (lengthMm * widthMm) / 1e6), programId, already: 'bare' };
}

const flangeFaceId = (partingId: string): string => `face-${partingId}`;

/** A plan with a parting line: its four joint steps, and the first one’s flange as plug and release zone of the second. */
export function withParting(plan: PlanDocument, parting: PartingLine): PlanDocument {
  const design = plan.mold.design ?? DEFAULT_MOLD_DESIGN;
  const first = plan.sections.find(({ id }) => id === parting.firstSectionId);
  const joined: PlanDocument = {
    ...plan,
    mold: { ...plan.mold, design: { ...design, partings: [...design.partings, parting] } },
    joints: [...plan.joints, ...jointsOf(parting)],
  };
  if (!first) return joined;
  return changeSection(joined, parting.secondSectionId, (second) => {
    const { materialId, thicknessMm, heatLimitC } = first.face[0];
    const face: PlanFace = {
      id: flangeFaceId(parting.id),
      name: `Flange of ${first.name}`,
      kind: 'neighbor flange',
      sectionId: first.id,
      materialId,
      thicknessMm,
      heatLimitC,
    };
    const areaM2 = Math.max(0.001, (parting.lengthMm * design.flange.widthMm) / 1e6);
    const zone = { ...newZone('flange', second.zones), name: `Flange at ${parting.name}`, areaM2, faceId: face.id };
    const programId = second.release?.zones.at(0)?.programId ?? 'wax-film';
    return {
      ...second,
      after: first.id,
      face: [...second.face, face],
      zones: [...second.zones, zone],
      ...(second.release
        ? { release: { ...second.release, zones: [...second.release.zones, flangeZone(parting, design.flange.widthMm, programId)] } }
        : {}),
    };
  });
}

/** A plan without a parting line, and without everything that is there because of it. */
export function withoutParting(plan: PlanDocument, partingId: string): PlanDocument {
  const { design } = plan.mold;
  if (!design) return plan;
  return {
    ...plan,
    mold: { ...plan.mold, design: { ...design, partings: design.partings.filter(({ id }) => id !== partingId) } },
    joints: plan.joints.filter((joint) => joint.partingId !== partingId),
    sections: plan.sections.map((section) => ({
      ...section,
      face: section.face.filter(({ id }) => id !== flangeFaceId(partingId)),
      zones: section.zones.filter(({ faceId }) => faceId !== flangeFaceId(partingId)),
      ...(section.release ? { release: { ...section.release, zones: section.release.zones.filter(({ id }) => id !== `flange-${partingId}`) } } : {}),
    })),
  };
}

const OTHER: Readonly<Record<Hand, Hand>> = { left: 'right', right: 'left', none: 'none' };

/** Left where a name says right, and the other way round; as whole words, with their capitals. */
export function mirroredText(text: string): string {
  return text.replace(/\b(left|right)\b/gi, (word) => {
    const other = word.toLowerCase() === 'left' ? 'right' : 'left';
    if (word === word.toUpperCase()) return other.toUpperCase();
    return word === word.toLowerCase() ? other : other.charAt(0).toUpperCase() + other.slice(1);
  });
}

/**
 * The mirrored twin of a mold: the same stack at the same times, every name on its other side, nothing ticked, signed or marked yet, and said to be the mirror.
 * @param ofName the build or mold that it mirrors
 * @param days how much later it is built
 */
export function mirroredTwin(plan: PlanDocument, ofName: string, days: number): PlanDocument {
  const later = days * DAY_MIN;
  const named = <T extends { name: string }>(one: T): T => ({ ...one, name: mirroredText(one.name) });
  const { intake, design } = plan.mold;
  return {
    ...plan,
    mold: {
      ...(intake ? { intake: { ...intake, hand: OTHER[intake.hand], mirrorOf: ofName, hardware: mirroredText(intake.hardware), done: [] } } : {}),
      ...(design ? { design: { ...design, marked: false, partings: design.partings.map(named) } } : {}),
    },
    sections: plan.sections.map((section): PlanSection => ({
      ...named(section),
      face: section.face.map(named),
      zones: section.zones.map(named),
      ...(section.patches ? { patches: section.patches.map(named) } : {}),
      ...(section.pull ? { pull: section.pull.map(named) } : {}),
      ...(section.release ? { release: { ...unsigned(section.release, days), zones: section.release.zones.map(named) } } : {}),
      ...movedFrame(section, days),
      ...untested(section),
      sessions: section.sessions.map((session) => ({ ...named(session), startMin: session.startMin + later, layers: session.layers.map(named) })),
    })),
    joints: plan.joints.map((joint) => ({ ...named(joint), startMin: joint.startMin === null ? null : joint.startMin + later })),
    postCures: plan.postCures.map((oven) => ({ ...oven, startMin: oven.startMin + later })),
    demolds: plan.demolds.map((demold) => ({ ...demold, atMin: demold.atMin + later })),
  };
}
