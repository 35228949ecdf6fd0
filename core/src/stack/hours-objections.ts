import type { CardLibrary } from '../plan/card-library.js';
import { layingSeconds } from '../plan/laying.js';
import type { Objection } from '../plan/objection.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { clockText } from '../shop-time/clock-text.js';
import { DAY_MIN, isWeekendAt } from '../shop-time/shop-clock.js';

/** So much over closing nobody minds [min]. */
const OVER_MIN = 15;

const say = (parts: Omit<Objection, 'stage' | 'level'>): Objection => ({ stage: 'sequence', level: 'care', ...parts });

/** Work outside the shop's hours and on closed days, and sessions that begin while the one before is still being laid. */
export function hoursObjections(plan: SectionPlan, cards: CardLibrary): Objection[] {
  const laid = plan.sessions.map((session) => session.startMin + layingSeconds(session, plan, cards) / 60);
  const sessions = plan.sessions.flatMap((session, i): Objection[] => [
    ...outside(plan, { id: session.id, what: session.name, fromMin: session.startMin, toMin: laid[i] }),
    ...(i > 0 && session.startMin < laid[i - 1]
      ? [
          say({
            id: `overlap-${session.id}`,
            title: `${session.name} begins too soon`,
            why: `${plan.sessions[i - 1].name} is still being laid until ${clockText(laid[i - 1] * 60)}.`,
            remedy: 'Start it later, or put more hands on the one before.',
          }),
        ]
      : []),
  ]);
  const demolding = outside(plan, { id: 'demold', what: 'Demolding', fromMin: plan.demoldMin, toMin: plan.demoldMin });
  return [...sessions, ...(plan.sessions.length > 0 ? demolding : [])];
}

interface Work {
  readonly id: string;
  readonly what: string;
  readonly fromMin: number;
  readonly toMin: number;
}

function outside({ startDate, hours }: SectionPlan, { id, what, fromMin, toMin }: Work): Objection[] {
  if (!hours.weekends && isWeekendAt(startDate, fromMin))
    return [
      say({
        id: `closed-${id}`,
        title: `${what} on a closed day`,
        why: 'The shop does not work on weekends.',
        remedy: 'Move it to a working day, or say that weekends are worked.',
      }),
    ];
  const dayMin = Math.floor(fromMin / DAY_MIN) * DAY_MIN;
  const [opens, closes] = [dayMin + hours.opensHour * 60, dayMin + hours.closesHour * 60];
  if (fromMin < opens || fromMin > closes)
    return [
      say({
        id: `hours-${id}`,
        title: `${what} at ${clockText(fromMin * 60)}`,
        why: 'Nobody is there at that hour.',
        remedy: 'Move it into the shop’s hours, or change them.',
      }),
    ];
  if (toMin <= closes + OVER_MIN) return [];
  return [
    say({
      id: `late-${id}`,
      title: `${what} until ${clockText(toMin * 60)}`,
      why: `The shop closes at ${clockText(closes * 60)}.`,
      remedy: 'Start earlier, put more hands on it, or split it.',
    }),
  ];
}
