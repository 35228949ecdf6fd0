import { dateAt, DAY_MIN } from '@pentimento/core/shop-time';
import type { Traveler } from '@pentimento/core/traveler';
import { createEvents, type DateArray, type EventAttributes } from 'ics';

/** Wall-clock time of a plan minute, without a zone: the shop's own. */
function localTime(startDate: string, minute: number): DateArray {
  const [year, month, day] = dateAt(startDate, minute).split('-').map(Number);
  const inDay = Math.round(minute) - Math.floor(Math.round(minute) / DAY_MIN) * DAY_MIN;
  return [year, month, day, Math.floor(inDay / 60), inDay % 60];
}

/** An exotherm and its watch after the last pot. */
const LEAST_SESSION_MIN = 30;

/** Release, sessions, post-cure and demolding as calendar entries. */
export function calendarOf(name: string, buildId: string, traveler: Traveler, url: string): string {
  const { plan, timers, mix, steps } = traveler;
  const entry = (key: string, title: string, fromMin: number, lengthMin: number, description: string): EventAttributes => ({
    uid: `${buildId}-${key}@pentimento`,
    title: `${name}: ${title}`,
    start: localTime(plan.startDate, fromMin),
    startInputType: 'local',
    startOutputType: 'local',
    duration: { minutes: Math.max(LEAST_SESSION_MIN, Math.round(lengthMin)) },
    description,
    url,
    productId: 'pentimento',
    calName: name,
  });
  const first = timers.at(0);
  const last = timers.at(-1);
  const events = [
    ...(first && last
      ? [entry('release', 'release on the plug', first.startMin, last.freeMin - first.startMin, `${String(timers.length)} coats; the gate follows.`)]
      : []),
    ...plan.sessions.map((session) => {
      const rows = mix.filter((row) => row.session.id === session.id);
      const pots = rows.map(
        (row) => `${row.layer.name}: ${String(row.pots)} ${row.pots === 1 ? 'pot' : 'pots'} of ${row.potG.toFixed(0)} g ${row.card.name}`,
      );
      return entry(
        session.id,
        session.name,
        session.startMin,
        Math.max(
          ...steps.filter(({ sessionId, kind }) => sessionId === session.id && (kind === 'lay' || kind === 'mix')).map(({ endMin }) => endMin),
        ) - session.startMin,
        pots.join('\n'),
      );
    }),
    ...(plan.postCure
      ? [
          entry(
            'post-cure',
            'post-cure',
            plan.postCure.startMin,
            plan.postCure.holdMin,
            `Hold ${String(plan.postCure.holdC)} °C, ramp ${String(plan.postCure.rampKPerH)} K/h.`,
          ),
        ]
      : []),
    entry('demold', 'demold', plan.demoldMin, 60, 'Cool first. Evenly all round.'),
  ];
  const { error, value } = createEvents(events);
  if (error || !value) throw error ?? new Error('the calendar could not be written');
  return value;
}
