import type { ResinCard } from '../materials/resin-card.js';
import type { CardLibrary } from './card-library.js';
import { layerBuild } from './layer-masses.js';
import type { Hand } from './parts/plug-intake.js';
import type { PlanDocument, PlanSection } from './plan-document.js';

/** What a list shows of a plan without reading it. */
export interface BuildHead {
  readonly startDate: string;
  readonly days: number;
  readonly sections: number;
  readonly sessions: number;
  readonly hand: Hand;
  readonly mirrorOf: string;
  /** Layers of the first section, bottom first: index of the session, family of the resin, thickness [m] */
  readonly stack: readonly { readonly session: number; readonly family: ResinCard['family']; readonly thicknessM: number }[];
}

/** The head of a plan; layers of cards that the shop does not have are left out of its stack. */
export function headOf(plan: PlanDocument, cards: CardLibrary): BuildHead {
  const [first] = plan.sections;
  return {
    startDate: plan.startDate,
    days: Math.ceil(Math.max(...plan.demolds.map(({ atMin }) => atMin)) / 1440),
    sections: plan.sections.length,
    sessions: plan.sections.reduce((sum, { sessions }) => sum + sessions.length, 0),
    hand: plan.mold.intake?.hand ?? 'none',
    mirrorOf: plan.mold.intake?.mirrorOf ?? '',
    stack: stackOf(first, cards),
  };
}

/** Layers of a section as they are drawn small. */
export function stackOf({ sessions }: Pick<PlanSection, 'sessions'>, cards: CardLibrary): BuildHead['stack'] {
  return sessions.flatMap(({ layers }, session) =>
    layers.flatMap((layer) => {
      const family = cards.resins.get(layer.cardId)?.family;
      return family === undefined ? [] : [{ session, family, thicknessM: layerBuild(layer, cards).thicknessM }];
    }),
  );
}
