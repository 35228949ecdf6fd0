import type { CardLibrary } from '../plan/card-library.js';
import { pliesArrive } from '../plan/laying.js';
import type { PlanSession, SectionPlan } from '../plan/section-plan.js';
import type { JointWindow, WindowSpan } from './joint-window.js';

/**
 * From when until when a session may begin on a joint so that its first ply comes to the place laid first and to the place laid last while the window
 * is open there [s on the plan's clock]; opensS null: it never opens at one of them. It may open later than it closes: then no start serves both.
 */
export function startSpan(
  { opensS, closesS, places }: Pick<JointWindow, 'opensS' | 'closesS' | 'places'>,
  session: PlanSession,
  plan: SectionPlan,
  cards: CardLibrary,
): WindowSpan {
  const spans = places
    ? ([
        ['first', places.first],
        ['last', places.last],
      ] as const)
    : ([['first', { opensS, closesS }]] as const);
  const starts = spans.map(([place, span]): WindowSpan => {
    const afterS = pliesArrive(session, plan, cards, place).at(0)?.at(0) ?? 0;
    return { opensS: span.opensS === null ? null : span.opensS - afterS, closesS: span.closesS - afterS };
  });
  return {
    opensS: starts.reduce<number | null>((latest, one) => (latest === null || one.opensS === null ? null : Math.max(latest, one.opensS)), -Infinity),
    closesS: Math.min(...starts.map((one) => one.closesS)),
  };
}
