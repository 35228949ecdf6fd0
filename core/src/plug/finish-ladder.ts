import { DomainError } from '../errors/domain-error.js';
import { requireInRange } from '../errors/require.js';
import { DEFAULT_INTAKE } from '../plan/parts/plug-intake.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { wantedFinishes, type WantedFinish } from '../plan/parts/wanted-finish.js';

/** One rung: a grit or a compound, with its minutes by hand with block (compounds by machine). */
export interface FinishRung {
  readonly id: string;
  readonly name: string;
  readonly grit: number | null;
  readonly wet: boolean;
  readonly minutesPerM2: number;
}

const grit = (number: number, minutesPerM2: number): FinishRung => ({
  id: `p${String(number)}`,
  name: `Grit ${String(number)}`,
  grit: number,
  wet: number >= 320,
  minutesPerM2,
});
const compound = (id: string, name: string, minutesPerM2: number): FinishRung => ({ id, name, grit: null, wet: false, minutesPerM2 });

/** From coarse to show finish (typical minutes, docs/references.md#finish-times; under 80 carried on by their own slope, assumed). */
export const finishLadder: readonly FinishRung[] = [
  grit(40, 32),
  grit(60, 28),
  grit(80, 25),
  grit(120, 20),
  grit(180, 18),
  grit(240, 16),
  grit(320, 16),
  grit(400, 18),
  grit(600, 20),
  grit(800, 20),
  grit(1000, 20),
  grit(1500, 15),
  grit(2000, 12),
  compound('coarse', 'Compound, coarse', 12),
  compound('medium', 'Compound, medium', 10),
  compound('fine', 'Compound, fine', 8),
];

const LARGEST_JUMP = 2;

export interface FinishPlan {
  readonly rungs: readonly FinishRung[];
  readonly minutes: number;
}

/**
 * Rungs from the coarsest scratch present to the finish wanted, no jump beyond a factor two, and the labor.
 * @param fromGrit coarsest scratch present
 * @param areaM2 [m²]
 * @param shapeFactor 1 plain – 3 fiddly, times the shop's own factor
 * @throws DomainError when the surface is finer already than the ladder's end
 */
export function finishPlan(fromGrit: number, wanted: WantedFinish, areaM2: number, shapeFactor = 1): FinishPlan {
  requireInRange('coarsest scratch present', fromGrit, { min: 24, max: 3000, unit: 'grit' });
  requireInRange('area to finish', areaM2, { min: 0.001, max: 1000, unit: 'm²' });
  requireInRange('shape factor', shapeFactor, { min: 0.2, max: 6, unit: '×' });
  const end = wantedFinishes[wanted];
  const grits = finishLadder.filter((rung) => rung.grit !== null && rung.grit > fromGrit && rung.grit <= end.grit);
  const compounds = finishLadder.filter((rung) => rung.grit === null).slice(0, end.compounds);
  const rungs: FinishRung[] = [];
  let last = fromGrit;
  grits.forEach((rung, i) => {
    const next = grits.at(i + 1)?.grit ?? Infinity;
    const at = rung.grit ?? 0;
    // A rung may be left out only where the one after it is still within the jump; the last one is always done.
    if (next / last <= LARGEST_JUMP && i < grits.length - 1) return;
    rungs.push(rung);
    last = at;
  });
  if (rungs.length === 0 && compounds.length === 0) {
    throw new DomainError({
      code: 'value-out-of-range',
      quantity: 'coarsest scratch present',
      value: fromGrit,
      expected: `coarser than grit ${String(end.grit)} for ${wanted}`,
    });
  }
  const all = [...rungs, ...compounds];
  return { rungs: all, minutes: all.reduce((sum, rung) => sum + rung.minutesPerM2, 0) * areaM2 * shapeFactor };
}

/** Grit at which the texture of sheet wax is begun in the mold. */
const WAX_TEXTURE_GRIT = 600;

/** The ladder in the mold where it was made over sheet wax, which gives no gloss; null: the plug's finish is the mold's. */
export function finishInMold(plan: SectionPlan): FinishPlan | null {
  if (!plan.design?.offset) return null;
  const { finish, shapeFactor, shopFactor } = plan.intake ?? DEFAULT_INTAKE;
  return WAX_TEXTURE_GRIT < wantedFinishes[finish].grit ? finishPlan(WAX_TEXTURE_GRIT, finish, plan.areaM2, shapeFactor * shopFactor) : null;
}
