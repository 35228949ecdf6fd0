import { amount, words } from '../units/amounts.js';
import { cardNumber, cardText } from '../materials/material-card.js';
import type { CardLibrary } from '../plan/card-library.js';
import type { Objection } from '../plan/objection.js';
import type { SectionPlan, PlanLayer } from '../plan/section-plan.js';
import { extraAreas } from '../plan/laying.js';
import { DEFAULT_KIT, type KitPlan } from '../plan/parts/kit-plan.js';
import type { Patch } from '../plan/parts/patch-area.js';
import type { ZoneKind } from '../plan/parts/zone.js';
import { plyPieces, type Piece } from './pieces.js';
import { packRoll, type RollLayout } from './roll-packing.js';
import { unrolled, type FlatShape } from './unrolled.js';

/** Width that is taken where neither plan nor card states one [mm] (assumed). */
const ASSUMED_ROLL_MM = 1250;

/** All pieces of one ply. */
export interface PlyKit {
  readonly label: string;
  readonly layer: PlanLayer;
  /** 1-based */
  readonly ply: number;
  /** Field, or the zone that has it more */
  readonly where: string;
  readonly pieces: readonly Piece[];
}

/** All plies of one reinforcement, on its roll. */
export interface FabricKit {
  readonly fabricId: string;
  readonly name: string;
  readonly plies: readonly PlyKit[];
  readonly roll: RollLayout;
  readonly rollWidthAssumed: boolean;
  /** Roll to take, with the shop's waste [m] */
  readonly takeM: number;
  readonly arealGsm: number;
}

/** Where plies of a layer are cut for: shapes, how many more plies, and the letter in their labels. */
interface Place {
  readonly name: string;
  readonly letter: string;
  readonly shapes: readonly FlatShape[];
  readonly pliesOf: (layer: PlanLayer) => number;
}

/** One square of an area that nobody measured. */
function square(name: string, areaM2: number): FlatShape[] {
  const side = Math.sqrt(areaM2) * 1000;
  return [{ name, count: 1, lengthMm: side, bottomMm: side, topMm: side }];
}

/** Places that plies are cut for: the measured patches, or a square of the area where there are none. */
function placesOf(plan: SectionPlan): Place[] {
  const { patches = [], areaM2, moreZones = [] } = plan;
  const { flangeM2, cornerM2 } = extraAreas(plan);
  const cut = (name: string, areaOfAll: number, wanted: (patch: Patch) => boolean): FlatShape[] => {
    const own = patches.filter(wanted).flatMap(unrolled);
    return own.length > 0 ? own : square(name, areaOfAll);
  };
  return [
    { name: 'field', letter: 'P', shapes: cut('area', areaM2, () => true), pliesOf: ({ laminate }) => laminate?.plies ?? 0 },
    {
      name: 'flange',
      letter: 'F',
      shapes: cut('flange', flangeM2, ({ form }) => form.shape === 'flange strip'),
      pliesOf: ({ extras }) => extras?.flangePlies ?? 0,
    },
    {
      name: 'corners',
      letter: 'C',
      shapes: cut('corners', cornerM2, ({ place }) => place === 'inside corner' || place === 'outside corner'),
      pliesOf: ({ extras }) => extras?.cornerPlies ?? 0,
    },
    ...moreZones.map(({ name, kind, areaM2: own, plies }, i): Place => {
      const place = PLACE_OF_ZONE[kind];
      return {
        name,
        letter: `Z${String(i + 1)}-`,
        shapes: cut(name, own, (patch) => place !== undefined && patch.place === place),
        pliesOf: ({ id }) => plies.get(id) ?? 0,
      };
    }),
  ];
}

const PLACE_OF_ZONE: Partial<Readonly<Record<ZoneKind, Patch['place']>>> = { 'deep pocket': 'deep pocket', 'steep wall': 'vertical' };

/** Kits of all laminate layers, by reinforcement; none where there would be more than `MOST_PIECES`. */
export function kitSheet(plan: SectionPlan, cards: CardLibrary): FabricKit[] {
  if (kitPieces(plan, cards) > MOST_PIECES) return [];
  const kit = plan.kit ?? DEFAULT_KIT;
  return [...usesOf(plan)].map(([fabricId, uses]) => fabricKit(plan, cards, kit, fabricId, uses));
}

interface FabricUse {
  readonly layer: PlanLayer;
  readonly session: number;
  readonly at: number;
}

/** Laminate layers by their reinforcement, in the order they are laid. */
function usesOf({ sessions }: Pick<SectionPlan, 'sessions'>): Map<string, FabricUse[]> {
  const byFabric = new Map<string, FabricUse[]>();
  sessions.forEach(({ layers }, session) => {
    layers.forEach((layer, at) => {
      if (!layer.laminate) return;
      const id = layer.fabricId ?? `${String(layer.laminate.glassGsm)} g/m²`;
      byFabric.set(id, [...(byFabric.get(id) ?? []), { layer, session, at }]);
    });
  });
  return byFabric;
}

/** Width of a reinforcement's roll that somebody stated [mm]; null: nobody did. */
function statedRollMm({ rollWidthMm }: KitPlan, fabricId: string, { sheets }: CardLibrary): number | null {
  const sheet = sheets.get(fabricId);
  return rollWidthMm ?? (sheet ? cardNumber(sheet, 'rollWidthMm') : null);
}

/** More pieces than this are neither cut by hand nor drawn. */
export const MOST_PIECES = 20_000;

/** About how many pieces a section's kit has, without cutting it. */
export function kitPieces(plan: SectionPlan, cards: CardLibrary): number {
  const { longestPieceMm, rollWidthMm, widestPieceMm } = plan.kit ?? DEFAULT_KIT;
  return plan.sessions
    .flatMap(({ layers }) => layers)
    .reduce((sum, layer) => {
      const sheet = layer.fabricId === undefined ? undefined : cards.sheets.get(layer.fabricId);
      const roll = rollWidthMm ?? (sheet ? cardNumber(sheet, 'rollWidthMm') : null) ?? ASSUMED_ROLL_MM;
      const pieceM2 = (Math.min(roll, widestPieceMm ?? Infinity) * longestPieceMm) / 1e6;
      return sum + (layer.laminate?.plies ?? 0) * Math.max(1, plan.patches?.length ?? 1, Math.ceil(plan.areaM2 / pieceM2));
    }, 0);
}

function fabricKit(plan: SectionPlan, cards: CardLibrary, kit: KitPlan, fabricId: string, uses: readonly FabricUse[]): FabricKit {
  const sheet = cards.sheets.get(fabricId);
  const stated = statedRollMm(kit, fabricId, cards);
  const rollWidthMm = stated ?? ASSUMED_ROLL_MM;
  const { overlapMm, staggerMm, longestPieceMm, edge } = kit;
  const rules = { rollWidthMm, overlapMm, staggerMm, longestPieceMm, edge, ...(kit.widestPieceMm ? { widestPieceMm: kit.widestPieceMm } : {}) };
  const plies = uses.flatMap(({ layer, session, at }) =>
    placesOf(plan).flatMap(({ name, letter, shapes, pliesOf }) =>
      Array.from({ length: pliesOf(layer) }, (_, ply): PlyKit => {
        const label = `S${String(session + 1)}-L${String(at + 1)}-${letter}${String(ply + 1)}`;
        return { label, layer, ply: ply + 1, where: name, pieces: plyPieces(shapes, rules, ply, label) };
      }),
    ),
  );
  // Cloth has a direction; mat and veil have none.
  const form = sheet ? cardText(sheet, 'form') : null;
  const mayTurn = kit.turnMat && (form === 'chopped mat' || form === 'veil');
  const roll = packRoll(
    plies.flatMap(({ pieces }) => pieces),
    rollWidthMm,
    mayTurn,
  );
  return {
    fabricId,
    name: sheet?.name ?? fabricId,
    plies,
    roll,
    rollWidthAssumed: stated === null,
    takeM: (roll.lengthMm / 1000) * (1 + kit.wastePct / 100),
    arealGsm: uses[0].layer.laminate?.glassGsm ?? 0,
  };
}

/** What is only assumed about a kit, without cutting it. */
export function kitObjections(plan: SectionPlan, cards: CardLibrary): Objection[] {
  const found: Objection[] = [];
  const tooMany = kitPieces(plan, cards) > MOST_PIECES;
  const fabrics = tooMany ? [] : [...usesOf(plan).keys()];
  if (tooMany)
    found.push({
      stage: 'kit',
      level: 'care',
      id: 'too-many-pieces',
      title: 'Too many pieces',
      why: `More than ${String(MOST_PIECES)}: they are not cut, drawn or printed.`,
      remedy: 'Larger pieces, or fewer plies.',
    });
  if (fabrics.length > 0 && (plan.patches ?? []).length === 0)
    found.push({
      stage: 'kit',
      level: 'note',
      id: 'no-patches',
      title: 'No measured patches',
      why: 'Pieces are cut from one square of the area (assumed).',
      remedy: 'Measure the patches under Plug.',
    });
  for (const fabricId of fabrics)
    if (statedRollMm(plan.kit ?? DEFAULT_KIT, fabricId, cards) === null)
      found.push({
        stage: 'kit',
        level: 'note',
        id: `roll-${fabricId}`,
        title: cards.sheets.get(fabricId)?.name ?? fabricId,
        why: words`No roll width is stated; ${amount('thickness', ASSUMED_ROLL_MM)} is taken (assumed).`,
        remedy: 'Choose the reinforcement in the stack, or type the roll’s width.',
      });
  return found;
}
