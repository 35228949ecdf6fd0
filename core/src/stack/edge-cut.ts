import type { CardLibrary } from '../plan/card-library.js';
import { isInfused } from '../plan/infusion-fill.js';
import { layingSeconds } from '../plan/laying.js';
import type { Objection } from '../plan/objection.js';
import type { PlanSession, SectionPlan } from '../plan/section-plan.js';
import { momentText } from '../shop-time/clock-text.js';
import { DAY_MIN, nextOpenMin } from '../shop-time/shop-clock.js';

/** While an edge cuts with a knife [s on the plan's clock]. */
export interface GreenSpan {
  readonly fromS: number;
  readonly untilS: number;
}

/** How the edge of a session is cut: green by knife, or sawn once it is hard, and from when on [min]. */
export type EdgeCut =
  | { readonly how: 'green'; readonly startMin: number; readonly untilMin: number }
  | { readonly how: 'sawn'; readonly fromMin: number; readonly because: 'under its bag' | 'nobody there' };

/** When bag and mesh over an infused session come off: as the shop opens after a night under vacuum; null: it is under none [min]. */
export function bagOffMin(session: PlanSession, plan: SectionPlan, cards: CardLibrary): number | null {
  if (!session.layers.some((layer) => isInfused(layer, cards))) return null;
  const filledMin = session.startMin + layingSeconds(session, plan, cards) / 60;
  return nextOpenMin(plan, (Math.floor(filledMin / DAY_MIN) + 1) * DAY_MIN, 0);
}

/** Cut green where somebody is there while it is, and no bag lies over it. */
export function edgeCut(green: GreenSpan, session: PlanSession, plan: SectionPlan, cards: CardLibrary): EdgeCut {
  const untilMin = green.untilS / 60;
  const bagMin = bagOffMin(session, plan, cards);
  if (bagMin !== null && bagMin >= untilMin) return { how: 'sawn', fromMin: bagMin, because: 'under its bag' };
  const startMin = nextOpenMin(plan, green.fromS / 60, 0);
  return startMin >= untilMin ? { how: 'sawn', fromMin: untilMin, because: 'nobody there' } : { how: 'green', startMin, untilMin };
}

/** Edges that will have to be sawn because they are green while the shop is closed. */
export function edgeObjections(plan: SectionPlan, cards: CardLibrary, green: ReadonlyMap<string, GreenSpan>): Objection[] {
  const missed = plan.sessions.flatMap((session): string[] => {
    const span = green.get(session.id);
    const cut = span && edgeCut(span, session, plan, cards);
    if (!span || cut?.how !== 'sawn' || cut.because !== 'nobody there') return [];
    const [from, until] = [span.fromS, span.untilS].map((timeS) => momentText(plan.startDate, timeS / 60));
    return [`${session.name} from ${from} to ${until}`];
  });
  if (missed.length === 0) return [];
  return [
    {
      stage: 'sequence',
      level: 'note',
      id: 'edge-sawn',
      title: 'Edge green while nobody is there',
      why: `The knife goes through ${missed.join(', ')}; after that it is sawn, with dust.`,
      remedy: 'Start so that it falls into the shop’s hours, or leave it to the saw.',
    },
  ];
}
