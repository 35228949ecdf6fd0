import type { Urgent } from '@pentimento/core/bench';
import type { Step } from '@pentimento/core/steps';
import { words, type Words } from '@pentimento/core/units';

/** A span in the words of a wall clock: "3 h 20", "2 days". */
export function spanText(minutes: number): string {
  const size = Math.abs(Math.round(minutes));
  if (size < 60) return `${String(size)} min`;
  if (size < 48 * 60) return `${String(Math.floor(size / 60))} h ${String(size % 60).padStart(2, '0')}`;
  return `${String(Math.round(size / 1440))} days`;
}

const WAITS: Record<NonNullable<Step['waitsFor']>['what'], readonly [before: string, after: string]> = {
  gate: ['gate in', 'gate due since'],
  window: ['window opens in', 'window open since'],
  cure: ['cured enough in', 'cured enough since'],
  temperature: ['cool enough in', 'cool enough since'],
  hours: ['hours over in', 'hours over since'],
};

/** What a step waits for against now. */
export function waitText({ waitsFor }: Step, nowMin: number): string | null {
  if (!waitsFor) return null;
  const { what, untilMin, closesMin } = waitsFor;
  if (closesMin !== null && nowMin >= untilMin) {
    const left = closesMin - nowMin;
    return left >= 0 ? `window closes in ${spanText(left)}` : `window closed ${spanText(left)} ago: prepare the surface`;
  }
  return `${WAITS[what][untilMin > nowMin ? 0 : 1]} ${spanText(untilMin - nowMin)}`;
}

/** The windows of the places laid first and last against now, where they are apart. */
export function placeTexts({ waitsFor }: Step, nowMin: number): string[] {
  return (waitsFor?.places ?? []).map(({ untilMin, closesMin }, i) => {
    const place = i === 0 ? 'laid first' : 'laid last';
    if (untilMin === null) return `${place}: never opens`;
    if (nowMin < untilMin) return `${place}: opens in ${spanText(untilMin - nowMin)}`;
    return closesMin >= nowMin ? `${place}: closes in ${spanText(closesMin - nowMin)}` : `${place}: closed ${spanText(nowMin - closesMin)} ago`;
  });
}

/** The planned start against now. */
export function plannedText({ startMin }: Pick<Step, 'startMin'>, nowMin: number): string {
  const left = startMin - nowMin;
  if (Math.abs(left) < 1) return 'planned now';
  return left > 0 ? `planned in ${spanText(left)}` : `planned ${spanText(left)} ago`;
}

/** What presses at a build, and when, seen from now. */
export function urgentText({ kind, what }: Urgent, inMin: number): Words {
  const span = spanText(inMin);
  const late = inMin <= -1;
  switch (kind) {
    case 'pot':
      return late ? words`${what}: empty it, due ${span} ago` : words`${what}: empty it in ${span}`;
    case 'closes':
      return late ? words`${what}: window closed ${span} ago` : words`${what}: window closes in ${span}`;
    case 'at it':
      return late ? words`${what}: ${span} over` : words`${what}: ${span} left`;
    case 'next':
      return Math.abs(inMin) < 1 ? words`${what} now` : late ? words`${what} ${span} ago` : words`${what} in ${span}`;
  }
}
