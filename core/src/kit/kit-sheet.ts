import { amount, words } from '../units/amounts.js';
import { cardNumber } from '../materials/material-card.js';
import type { CardLibrary } from '../plan/card-library.js';
import type { Objection } from '../plan/objection.js';
import type { SectionPlan, PlanLayer } from '../plan/section-plan.js';
import { DEFAULT_KIT, type KitPlan } from '../plan/parts/kit-plan.js';
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
  readonly where: 'field' | 'flange' | 'corners';
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

/** Shapes a ply covers: the measured patches, or one square of the area while there are none. */
function shapesOf({ patches, areaM2 }: SectionPlan, where: PlyKit['where']): FlatShape[] {
  if (!patches || patches.length === 0) {
    const side = Math.sqrt(areaM2) * 1000;
    return where === 'field' ? [{ name: 'area', count: 1, lengthMm: side, bottomMm: side, topMm: side }] : [];
  }
  const wanted = patches.filter(({ form, place }) => {
    if (where === 'flange') return form.shape === 'flange strip';
    return where === 'corners' ? place === 'inside corner' || place === 'outside corner' : true;
  });
  return wanted.flatMap(unrolled);
}

/** Kits of all laminate layers, by reinforcement. */
export function kitSheet(plan: SectionPlan, cards: CardLibrary): FabricKit[] {
  const kit = plan.kit ?? DEFAULT_KIT;
  const byFabric = new Map<string, { layer: PlanLayer; session: number; at: number }[]>();
  plan.sessions.forEach(({ layers }, session) => {
    layers.forEach((layer, at) => {
      if (!layer.laminate) return;
      const id = layer.fabricId ?? `${String(layer.laminate.glassGsm)} g/m²`;
      byFabric.set(id, [...(byFabric.get(id) ?? []), { layer, session, at }]);
    });
  });
  return [...byFabric].map(([fabricId, uses]) => fabricKit(plan, cards, kit, fabricId, uses));
}

function fabricKit(
  plan: SectionPlan,
  cards: CardLibrary,
  kit: KitPlan,
  fabricId: string,
  uses: readonly { layer: PlanLayer; session: number; at: number }[],
): FabricKit {
  const sheet = cards.sheets.get(fabricId);
  const stated = kit.rollWidthMm ?? (sheet ? cardNumber(sheet, 'rollWidthMm') : null);
  const rollWidthMm = stated ?? ASSUMED_ROLL_MM;
  const rules = { rollWidthMm, overlapMm: kit.overlapMm, staggerMm: kit.staggerMm, longestPieceMm: kit.longestPieceMm, edge: kit.edge };
  const field = shapesOf(plan, 'field');
  const flange = shapesOf(plan, 'flange');
  const corners = shapesOf(plan, 'corners');
  const plies = uses.flatMap(({ layer, session, at }) => {
    const made: PlyKit[] = [];
    const add = (where: PlyKit['where'], shapes: readonly FlatShape[], count: number, letter: string): void => {
      if (shapes.length === 0) return;
      for (let ply = 0; ply < count; ply++) {
        const label = `S${String(session + 1)}-L${String(at + 1)}-${letter}${String(ply + 1)}`;
        made.push({ label, layer, ply: ply + 1, where, pieces: plyPieces(shapes, rules, ply, label) });
      }
    };
    add('field', field, layer.laminate?.plies ?? 0, 'P');
    add('flange', flange, layer.extras?.flangePlies ?? 0, 'F');
    add('corners', corners, layer.extras?.cornerPlies ?? 0, 'C');
    return made;
  });
  const roll = packRoll(
    plies.flatMap(({ pieces }) => pieces),
    rollWidthMm,
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

/** What is only assumed about a kit. */
export function kitObjections(plan: SectionPlan, kits: readonly FabricKit[]): Objection[] {
  const found: Objection[] = [];
  if (kits.length > 0 && (plan.patches ?? []).length === 0)
    found.push({
      stage: 'kit',
      level: 'note',
      id: 'no-patches',
      title: 'No measured patches',
      why: 'Pieces are cut from one square of the area (assumed).',
      remedy: 'Measure the patches under Plug.',
    });
  for (const { fabricId, name, rollWidthAssumed } of kits)
    if (rollWidthAssumed)
      found.push({
        stage: 'kit',
        level: 'note',
        id: `roll-${fabricId}`,
        title: name,
        why: words`No roll width is stated; ${amount('thickness', ASSUMED_ROLL_MM)} is taken (assumed).`,
        remedy: 'Choose the reinforcement in the stack, or type the roll’s width.',
      });
  return found;
}
