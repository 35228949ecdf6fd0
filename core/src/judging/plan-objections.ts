import { backingObjections, type BackingTime } from '../design/backing.js';
import { designObjections } from '../design/design-objections.js';
import { handFinding, type Sibling } from '../design/hand-guard.js';
import { kitObjections } from '../kit/kit-sheet.js';
import { planCompatibility } from '../plug/plan-compatibility.js';
import { DEFAULT_INTAKE } from '../plan/parts/plug-intake.js';
import { releaseObjections } from '../release/release-objections.js';
import { edgeObjections, type GreenSpan } from '../stack/edge-cut.js';
import { infusionObjections } from '../stack/plan-infusion.js';
import { hoursObjections } from '../stack/hours-objections.js';
import { stackObjections } from '../stack/stack-objections.js';
import { shellOf } from '../stack/tally.js';
import type { CardLibrary } from '../plan/card-library.js';
import { worstFirst, type Objection } from '../plan/objection.js';
import type { SectionPlan } from '../plan/section-plan.js';

/** What is known around a plan: other builds and molds of its part, and gel times from the simulation by layer [s after laying]. */
export interface AroundPlan {
  readonly siblings: readonly Sibling[];
  readonly gelS: ReadonlyMap<string, number>;
  /** While the edge of each session is green */
  readonly green: ReadonlyMap<string, GreenSpan>;
  /** Earliest bonding of a frame, from the simulation; null: not simulated */
  readonly backing: BackingTime | null;
}

export const ALONE: AroundPlan = { siblings: [], gelS: new Map(), green: new Map(), backing: null };

function plugObjections(plan: SectionPlan, cards: CardLibrary, { siblings }: AroundPlan): Objection[] {
  const found = planCompatibility(plan, cards).map(({ rule, acting, on }): Objection => ({
    stage: 'plug',
    level: rule.level === 'warn' ? 'care' : rule.level,
    id: `plug-${rule.id}-${on.id}`,
    title: `${acting.name} on ${on.name}`,
    why: rule.mechanism,
    remedy: rule.remedy,
  }));
  const hand = handFinding(plan.intake ?? DEFAULT_INTAKE, siblings);
  return hand ? [...found, { stage: 'plug', level: hand.level, id: 'hand', title: 'Left and right', why: hand.why, remedy: hand.remedy }] : found;
}

/** Every rule that objects to a plan besides its simulated limits, worst first. */
export function planObjections(plan: SectionPlan, cards: CardLibrary, around: AroundPlan = ALONE): Objection[] {
  return worstFirst([
    ...plugObjections(plan, cards, around),
    ...(plan.design
      ? [...designObjections(plan.design, plan.intake ?? DEFAULT_INTAKE, shellOf(plan, cards)), ...backingObjections(plan.design, around.backing)]
      : []),
    ...releaseObjections(plan, cards),
    ...stackObjections(plan, cards),
    ...hoursObjections(plan, cards),
    ...edgeObjections(plan, cards, around.green),
    ...infusionObjections(plan, cards, around.gelS),
    ...kitObjections(plan, cards),
  ]);
}
