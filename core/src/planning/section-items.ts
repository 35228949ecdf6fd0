import type { CardLibrary } from '../plan/card-library.js';
import type { PlanZone } from '../plan/parts/zone.js';
import type { PlanSection } from '../plan/plan-document.js';
import type { LayerStart, PlanLayer, PlanSession } from '../plan/section-plan.js';
import type { Choice } from '../planner/best-first.js';

/** What is laid at once and never apart: one ply, one coat, or a whole session that stays as it is. */
export interface SectionItem {
  /** As they are laid; of a ply: its layer with one ply */
  readonly layers: readonly PlanLayer[];
  /** The session that the plan has it in */
  readonly session: PlanSession;
  /** Number of the ply in its layer, from 0; null: not a ply by itself */
  readonly ply: number | null;
  /** Whether the plan begins a session with it */
  readonly first: boolean;
  /** Only items of one group are laid in one session */
  readonly group: string;
}

/** One of the ways in which a session may be laid. */
export interface Way {
  /** Added to every catalyzed layer [%] */
  readonly catalystPct: number;
  /** As the plan says, or abraded first */
  readonly abraded: boolean;
  /** As the plan says: null */
  readonly people: number | null;
}

export const AS_PLANNED: Way = { catalystPct: 0, abraded: false, people: null };

/** More plies than these are not laid wet in one go by anybody. */
const MOST_PLIES = 12;

/** Items of a section in their order; plies by themselves where they may be laid in other sessions than planned. */
export function sectionItems({ sessions }: PlanSection, pliesMayMove: boolean): SectionItem[] {
  return sessions.flatMap((session): SectionItem[] => {
    const whole = (group: string): SectionItem[] => [{ layers: session.layers, session, ply: null, first: true, group }];
    const cards = new Set(session.layers.map(({ cardId }) => cardId));
    if (!pliesMayMove || cards.size > 1 || session.layers.some(({ laminate }) => laminate === null)) return whole(`session ${session.id}`);
    return session.layers.flatMap((layer, l) =>
      Array.from({ length: layer.laminate?.plies ?? 1 }, (_, ply): SectionItem => ({
        layers: [layer.laminate ? { ...layer, laminate: { ...layer.laminate, plies: 1 } } : layer],
        session,
        ply,
        first: l === 0 && ply === 0,
        group: `${layer.role} of ${layer.cardId}`,
      })),
    );
  });
}

/** Sizes that the next session may have after so many items. */
export function sizesAfter(items: readonly SectionItem[], laid: number): number[] {
  const { group } = items[laid];
  let left = 0;
  while (laid + left < items.length && items[laid + left].group === group && left < MOST_PLIES) left++;
  return Array.from({ length: left }, (_, i) => i + 1);
}

/** A layer in the session that it is laid in: which of its plies. */
interface Portion {
  readonly layer: PlanLayer;
  readonly fromPly: number;
  readonly plies: number;
}

function portionsOf(items: readonly SectionItem[]): Portion[] {
  const found: Portion[] = [];
  for (const { layers, ply } of items) {
    const last = found.at(-1);
    if (ply !== null && last?.layer.id === layers[0].id) found[found.length - 1] = { ...last, plies: last.plies + 1 };
    else found.push(...layers.map((layer) => ({ layer, fromPly: ply ?? 0, plies: layer.laminate?.plies ?? 1 })));
  }
  return found;
}

/** A key that nobody has yet. */
function fresh(id: string, taken: Set<string>): string {
  let [key, n] = [id, 2];
  while (taken.has(key)) key = `${id}-${String(n++)}`;
  taken.add(key);
  return key;
}

/** Catalyst moved by a way, inside the card's range; null: it cannot be moved so. */
export function movedCatalyst(layer: PlanLayer, byPct: number, cards: CardLibrary): number | null {
  const range = cards.resins.get(layer.cardId)?.limits.catalyst;
  if (layer.catalystPct === null || !range) return null;
  const pct = Number((layer.catalystPct + byPct).toFixed(2));
  return pct >= range.minPct && pct <= range.maxPct ? pct : null;
}

function laidIn(portion: Portion, way: Way, cards: CardLibrary, at: { readonly first: boolean; readonly whole: number }): PlanLayer {
  const { layer, fromPly, plies } = portion;
  const { surface, start: _start, ...rest } = layer;
  const start: LayerStart | undefined = way.abraded && at.first ? 'abraded' : fromPly === 0 ? layer.start : undefined;
  const last = layer.laminate === null || fromPly + plies === at.whole;
  return {
    ...rest,
    ...(layer.laminate ? { laminate: { ...layer.laminate, plies } } : {}),
    ...(plies === at.whole || layer.laminate === null ? {} : { name: pliesNamed(layer.name, fromPly, plies) }),
    ...(layer.catalystPct === null ? {} : { catalystPct: movedCatalyst(layer, way.catalystPct, cards) ?? layer.catalystPct }),
    ...(start === undefined ? {} : { start }),
    ...(surface !== undefined && last ? { surface } : {}),
  };
}

const pliesNamed = (name: string, from: number, plies: number): string =>
  `${name.slice(0, 60)}, ${plies === 1 ? `ply ${String(from + 1)}` : `plies ${String(from + 1)}–${String(from + plies)}`}`;

/** Sessions of a section as they were chosen, with zones that say of each part of a layer what they said of the whole. */
export function chosenSessions(
  section: PlanSection,
  items: readonly SectionItem[],
  choices: readonly Choice[],
  ways: readonly Way[],
  cards: CardLibrary,
): Pick<PlanSection, 'sessions' | 'zones'> {
  const whole = new Map(section.sessions.flatMap(({ layers }) => layers.map(({ id, laminate }) => [id, laminate?.plies ?? 1] as const)));
  const taken = { sessions: new Set<string>(), layers: new Set<string>() };
  const parts = new Map<string, string[]>();
  let laid = 0;
  const sessions = choices.map(({ startS, count, way: w = 0 }): PlanSession => {
    const own = items.slice(laid, laid + count);
    const [{ session }] = own;
    laid += count;
    const way = ways[w];
    const again = taken.sessions.has(session.id);
    const layers = portionsOf(own).map((portion, i): PlanLayer => {
      const made = laidIn(portion, way, cards, { first: i === 0, whole: whole.get(portion.layer.id) ?? 1 });
      const id = portion.fromPly === 0 ? fresh(made.id, taken.layers) : fresh(`${made.id}-p${String(portion.fromPly + 1)}`, taken.layers);
      parts.set(portion.layer.id, [...(parts.get(portion.layer.id) ?? []), id]);
      return { ...made, id };
    });
    return {
      ...session,
      id: fresh(session.id, taken.sessions),
      name: again ? `${session.name.slice(0, 70)}, rest` : session.name,
      startMin: Math.round(startS / 60),
      ...(way.people === null ? {} : { people: way.people }),
      layers,
    };
  });
  return { sessions, zones: section.zones.map((zone) => zoneOfParts(zone, parts)) };
}

/** Plies more lie with the first part of a layer; films, ratios and what is left out with each. */
function zoneOfParts(zone: PlanZone, parts: ReadonlyMap<string, readonly string[]>): PlanZone {
  return {
    ...zone,
    layers: zone.layers.flatMap((layer) =>
      (parts.get(layer.layerId) ?? []).map((layerId, i) => ({ ...layer, layerId, plies: i === 0 ? layer.plies : 0 })),
    ),
  };
}
