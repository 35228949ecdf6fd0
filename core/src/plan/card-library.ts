import { DomainError } from '../errors/domain-error.js';
import type { ThermalMaterial } from '../heat/mixture.js';
import { cardNumber, type MaterialCard, type VersionedCard } from '../materials/material-card.js';
import { resinCardOf, type ResinCard } from '../materials/resin-card.js';
import { plugReleaseProgram } from '../materials/release-steps.js';
import type { PlanDocument } from './plan-document.js';
import type { SectionPlan } from './section-plan.js';
import { sectionOf } from './section-view.js';

/** Cards by id, as a plan looks them up. */
export interface CardLibrary {
  readonly resins: ReadonlyMap<string, ResinCard>;
  readonly plugs: ReadonlyMap<string, ThermalMaterial>;
  /** All cards, of every kind */
  readonly sheets: ReadonlyMap<string, MaterialCard>;
}

/** These cards and no others; of two with the same id the later one counts. */
export function libraryOf(all: readonly (MaterialCard | VersionedCard)[]): CardLibrary {
  const cards = new Map<string, MaterialCard>(all.map((card) => [card.id, card]));
  const resins = new Map<string, ResinCard>();
  const plugs = new Map<string, ThermalMaterial>();
  for (const card of cards.values()) {
    if (card.kind === 'resin') resins.set(card.id, resinCardOf(card));
    if (card.kind === 'plug material') {
      plugs.set(card.id, { rho: cardNumber(card, 'rho') ?? NaN, cp: cardNumber(card, 'cp') ?? NaN, k: cardNumber(card, 'k') ?? NaN });
    }
  }
  return { resins, plugs, sheets: cards };
}

/** @throws DomainError when the shop has no such resin card */
export function cardOf({ resins }: CardLibrary, id: string): ResinCard {
  const card = resins.get(id);
  if (card) return card;
  throw new DomainError({ code: 'unknown-card', quantity: 'resin card', value: id, expected: `one of ${[...resins.keys()].join(', ')}` });
}

/** Cards that a plan uses: plug, resins, reinforcements, release agents, and what an infusion takes. */
export function usedCardIds(plan: PlanDocument | SectionPlan): string[] {
  const sections = 'sections' in plan ? plan.sections.map(({ id }) => sectionOf(plan, id)) : [plan];
  const faces = 'sections' in plan ? plan.sections.flatMap(({ face }) => face.map(({ materialId }) => materialId)) : [];
  return [...new Set([...sections.flatMap(usedInSection), ...faces])];
}

function usedInSection({ plug, sessions, release, infusion }: SectionPlan): string[] {
  const layers = sessions.flatMap((session) => session.layers);
  const agents = (release?.zones ?? []).flatMap(({ programId }) =>
    (plugReleaseProgram(programId)?.steps ?? []).flatMap(({ cardId }) => cardId ?? []),
  );
  const infused = infusion ? [infusion.meshId ?? [], infusion.hardenerId].flat() : [];
  return [
    plug.materialId,
    ...layers.flatMap(({ cardId, fabricId, additions }) => [cardId, fabricId ?? [], (additions ?? []).map((one) => one.cardId)].flat()),
    ...agents,
    ...infused,
  ];
}

/** A plan that keeps the versions of the cards it uses: those it kept already, else the newest. */
export function keepCardVersions<P extends PlanDocument | SectionPlan>(plan: P, newest: readonly VersionedCard[]): P {
  const kept = plan.cardVersions ?? {};
  const versions = usedCardIds(plan).flatMap((id) => {
    const version = Object.hasOwn(kept, id) ? kept[id] : newest.find((card) => card.id === id)?.version;
    return version === undefined ? [] : [[id, version] as const];
  });
  return { ...plan, cardVersions: Object.fromEntries(versions) };
}

/** A card of which the plan keeps an older version than the newest. */
export interface OutdatedCard {
  readonly id: string;
  readonly name: string;
  readonly keptVersion: number;
  readonly newestVersion: number;
}

export function outdatedCards(plan: PlanDocument | SectionPlan, newest: readonly VersionedCard[]): OutdatedCard[] {
  const kept = plan.cardVersions ?? {};
  return usedCardIds(plan).flatMap((id) => {
    const card = newest.find((candidate) => candidate.id === id);
    if (!card || !Object.hasOwn(kept, id) || kept[id] === card.version) return [];
    return [{ id, name: card.name, keptVersion: kept[id], newestVersion: card.version }];
  });
}

/** A plan on the newest version of one card. */
export function withNewestCard<P extends PlanDocument | SectionPlan>(plan: P, { id, newestVersion }: OutdatedCard): P {
  return { ...plan, cardVersions: { ...plan.cardVersions, [id]: newestVersion } };
}
