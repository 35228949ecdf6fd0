import { DAY_MIN, dayNumber } from '@pentimento/core/shop-time';
import { inSpells } from '@pentimento/core/stack';
import type { Step } from '@pentimento/core/steps';
import type { MoldTraveler, Traveler } from '@pentimento/core/traveler';
import { fillAmounts } from '@pentimento/core/units';
import { calendarText, dateArrayOf } from '../wire/calendar-text.js';

/** An exotherm and its watch after the last pot. */
const LEAST_SESSION_MIN = 30;

/** Work on what is infused, before its resin. */
const DRY: readonly Step['kind'][] = ['lay dry', 'bag', 'leak test'];

interface Entry {
  readonly key: string;
  readonly title: string;
  readonly fromMin: number;
  readonly lengthMin: number;
  readonly description: string;
}

/** Release, sessions, post-cure and what is done between sections, as calendar entries; in a mold of several each says its section. */
export function calendarOf(name: string, buildId: string, mold: MoldTraveler, url: string): string {
  const several = mold.sections.length > 1;
  const entries = [
    ...mold.sections.flatMap(({ name: section, traveler }) =>
      sectionEntries(traveler, mold.steps).map((one) => ({ ...one, title: several ? `${section}, ${one.title}` : one.title })),
    ),
    ...mold.steps.filter(({ kind }) => kind === 'parting' || kind === 'flange' || (several && kind === 'drill')).map(stepEntry),
    ...mold.steps.filter(({ kind }) => kind === 'demold').map(stepEntry),
  ];
  const zero = dayNumber(mold.plan.startDate) * DAY_MIN;
  return calendarText(
    name,
    entries.map(({ key, title, fromMin, lengthMin, description }) => ({
      key: `${buildId}-${key}`,
      title: `${name}: ${title}`,
      start: dateArrayOf(zero + fromMin),
      minutes: Math.max(LEAST_SESSION_MIN, Math.round(lengthMin)),
      description,
      url,
    })),
  );
}

function stepEntry({ id, name, order, startMin, endMin }: Step): Entry {
  return { key: id, title: fillAmounts(name, 'metric'), fromMin: startMin, lengthMin: endMin - startMin, description: fillAmounts(order, 'metric') };
}

function sectionEntries({ plan, timers, mix }: Traveler, steps: readonly Step[]): Entry[] {
  const first = timers.at(0);
  const last = timers.at(-1);
  const tag = plan.section ? `-${plan.section.id}` : '';
  const { postCure } = plan;
  return [
    ...(first && last
      ? [
          {
            key: `release${tag}`,
            title: 'release on the plug',
            fromMin: first.startMin,
            lengthMin: last.freeMin - first.startMin,
            description: `${String(timers.length)} coats; the gate follows.`,
          },
        ]
      : []),
    ...plan.sessions.flatMap((session) =>
      inSpells(
        steps
          .filter(({ sessionId, kind }) => sessionId === session.id && DRY.includes(kind))
          .map(({ startMin, endMin }) => ({ fromMin: startMin, toMin: endMin })),
      ).map(({ fromMin, toMin }) => ({
        key: `dry-${session.id}-${String(Math.round(fromMin))}`,
        title: `${session.name}, dry stack`,
        fromMin,
        lengthMin: toMin - fromMin,
        description: 'Dry plies, mesh and bag, drop test.',
      })),
    ),
    ...plan.sessions.map((session) => {
      const rows = mix.filter((row) => row.session.id === session.id);
      const pots = rows.map(
        (row) => `${row.name}: ${String(row.pots)} ${row.pots === 1 ? 'pot' : 'pots'} of ${row.potG.toFixed(0)} g ${row.card.name}`,
      );
      const work = steps.filter(({ sessionId, kind }) => sessionId === session.id && (kind === 'lay' || kind === 'mix'));
      return {
        key: session.id,
        title: session.name,
        fromMin: session.startMin,
        lengthMin: Math.max(...work.map(({ endMin }) => endMin)) - session.startMin,
        description: pots.join('\n'),
      };
    }),
    ...(postCure
      ? [
          {
            key: `post-cure${tag}`,
            title: 'post-cure',
            fromMin: postCure.startMin,
            lengthMin: postCure.holdMin,
            description: `Hold ${String(postCure.holdC)} °C, ramp ${String(postCure.rampKPerH)} K/h.`,
          },
        ]
      : []),
  ];
}
