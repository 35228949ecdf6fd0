import type { CardLibrary } from '../plan/card-library.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { DAY_MIN } from '../shop-time/shop-clock.js';
import { assumedSpells, openSpells, presence, spellsWith, without, type Spell } from '../shop/shop-hours.js';
import type { ShopCalendar } from '../shop/shop-calendar.js';
import type { LimitClass, PlanTask } from './task.js';

/** What the planner is asked. */
export interface PlanQuestion {
  readonly plan: PlanDocument;
  readonly cards: CardLibrary;
  /** Left out: by the hours that the plan assumes, with nobody named */
  readonly shop?: ShopCalendar;
  /** When people of the shop are at other work [min on the plan's clock] */
  readonly busy?: readonly { readonly people: number; readonly spell: Spell }[];
  readonly task: PlanTask;
  readonly lifted?: ReadonlySet<LimitClass>;
}

/** Days that a task looks at. */
export const daysLookedAt = ({ days }: Pick<PlanTask, 'days'>, { demolds }: Pick<PlanDocument, 'demolds'>): number =>
  days ?? Math.min(60, Math.ceil(Math.max(...demolds.map(({ atMin }) => atMin)) / DAY_MIN) + 2);

/** Spells by how many people are needed. */
export function spellsOf({ plan, shop, task, busy = [], lifted }: PlanQuestion): (people: number, who?: readonly string[]) => Spell[] {
  const span: Spell = [0, daysLookedAt(task, plan) * DAY_MIN];
  if (lifted?.has('hours')) return () => [span];
  const taken = busy.map(({ spell }) => spell);
  if (!shop) {
    const spells = assumedSpells({ startDate: plan.startDate, hours: plan.assumed.hours }, span);
    return () => without(spells, taken);
  }
  const open = openSpells(shop, plan.startDate, span);
  if (shop.people.length === 0) return () => without(open, taken);
  const there = shop.people.map((person) => presence(shop, person, plan.startDate, span));
  const byName = new Map(shop.people.map((person, i) => [person.name, there[i]]));
  return (people, who = []) => {
    // Who is named must be there; the others are anybody.
    const named = who.flatMap((name) => {
      const own = byName.get(name);
      return own ? [own] : [];
    });
    // So many more must be there where others need some at the same time.
    const enough = spellsWith(there, people);
    const free = named.length === 0 ? enough : both(enough, spellsWith(named, named.length));
    return busy.reduce<Spell[]>((left, { people: away, spell }) => {
      const stillEnough = spellsWith(there, people + away);
      const [from, to] = spell;
      const inside = stillEnough.flatMap(([a, b]): Spell[] => (Math.max(a, from) < Math.min(b, to) ? [[Math.max(a, from), Math.min(b, to)]] : []));
      return without(left, without([spell], inside));
    }, free);
  };
}

const both = (a: readonly Spell[], b: readonly Spell[]): Spell[] =>
  a.flatMap(([from, to]) => b.flatMap(([x, y]): Spell[] => (Math.max(from, x) < Math.min(to, y) ? [[Math.max(from, x), Math.min(to, y)]] : [])));
