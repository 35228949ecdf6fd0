import { warmerShop } from '../plan/shop-air.js';
import type { PlanDocument, PlanSection } from '../plan/plan-document.js';
import type { PlanLayer, PlanSession } from '../plan/section-plan.js';
import { amount, words, type Words } from '../units/amounts.js';
import type { Clash } from './clashes.js';
import { planBuild, type FoundPlan, type PlanOptions } from './plan-build.js';
import { daysLookedAt, type PlanQuestion } from './plan-question.js';
import { movedCatalyst } from './section-items.js';
import type { LimitClass, PlanTask } from './task.js';

/** Something that would make a plan possible, by steps: the smallest that helps is what counts. */
interface Series {
  readonly id: string;
  readonly helps: readonly LimitClass[];
  readonly steps: readonly { readonly words: Words; readonly question: PlanQuestion }[];
}

/** A relaxation that was tried, and the plan that it makes possible. */
export interface Relaxation {
  readonly id: string;
  readonly words: Words;
  readonly found: FoundPlan;
}

/** Seconds for one try. */
const EACH_S = 3;

const withPlan = (question: PlanQuestion, plan: PlanDocument): PlanQuestion => ({ ...question, plan });
const withVary = (question: PlanQuestion, vary: Partial<PlanTask['vary']>): PlanQuestion => ({
  ...question,
  task: { ...question.task, vary: { ...question.task.vary, ...vary } },
});

function changeSessions(plan: PlanDocument, change: (session: PlanSession, section: PlanSection) => PlanSession): PlanDocument {
  return {
    ...plan,
    sections: plan.sections.map((section) => ({ ...section, sessions: section.sessions.map((session) => change(session, section)) })),
  };
}

const changeLayers = (session: PlanSession, change: (layer: PlanLayer) => PlanLayer): PlanSession => ({
  ...session,
  layers: session.layers.map(change),
});

const isBulk = ({ layers }: PlanSession): boolean => layers.some(({ role }) => role === 'bulk' || role === 'core');

/** Catalyst of one session up or down. */
function catalystSeries(question: PlanQuestion, session: PlanSession, sign: 1 | -1): Series {
  const { plan, cards } = question;
  const steps = [0.1, 0.2, 0.3, 0.5].flatMap((byPct) => {
    if (!session.layers.some((layer) => movedCatalyst(layer, sign * byPct, cards) !== null)) return [];
    const changed = changeSessions(plan, (one) =>
      one.id === session.id
        ? changeLayers(one, (layer) => ({ ...layer, catalystPct: movedCatalyst(layer, sign * byPct, cards) ?? layer.catalystPct }))
        : one,
    );
    return [{ words: `${byPct.toFixed(1)} % ${sign < 0 ? 'less' : 'more'} catalyst in ${session.name}`, question: withPlan(question, changed) }];
  });
  return { id: `catalyst-${session.id}-${sign < 0 ? 'less' : 'more'}`, helps: sign < 0 ? ['heat'] : ['activation', 'demold', 'cold'], steps };
}

/** A ply more or fewer of a session's thickest layer. */
function plySeries(question: PlanQuestion, session: PlanSession, sign: 1 | -1): Series {
  const thick = [...session.layers].sort((a, b) => (b.laminate?.plies ?? 0) - (a.laminate?.plies ?? 0)).at(0);
  const plies = thick?.laminate?.plies ?? 0;
  const steps = [1, 2].flatMap((by) => {
    if (!thick?.laminate || plies + sign * by < 1) return [];
    const changed = changeSessions(question.plan, (one) =>
      one.id === session.id
        ? changeLayers(one, (layer) =>
            layer.id === thick.id && layer.laminate ? { ...layer, laminate: { ...layer.laminate, plies: plies + sign * by } } : layer,
          )
        : one,
    );
    const count = by === 1 ? 'One mat' : `${String(by)} mats`;
    return [{ words: `${count} ${sign > 0 ? 'more' : 'fewer'} in ${thick.name}`, question: withPlan(question, changed) }];
  });
  return { id: `plies-${session.id}-${sign > 0 ? 'more' : 'fewer'}`, helps: sign > 0 ? ['activation'] : ['heat'], steps };
}

/** The shop warmer or cooler, and not colder than so at night. */
function airSeries(question: PlanQuestion): Series[] {
  const { plan } = question;
  const { climate } = plan.assumed;
  const inAir = (change: Partial<typeof climate>): PlanQuestion =>
    withPlan(question, { ...plan, assumed: { ...plan.assumed, climate: { ...climate, ...change } } });
  const { heating } = climate;
  const night = heating ? heating.nightC : climate.meanC - climate.swingC;
  return [
    {
      id: 'night',
      helps: ['cold', 'activation', 'demold', 'window'],
      steps: [18, 20, 22]
        .filter((floorC) => floorC > night + 0.25)
        .map((floorC) => {
          const top = Math.max(climate.meanC + climate.swingC, floorC);
          const warmNight = heating
            ? { heating: { ...heating, nightC: floorC, dayC: Math.max(heating.dayC, floorC) } }
            : { meanC: (top + floorC) / 2, swingC: (top - floorC) / 2 };
          return {
            words: words`${amount('temperature', floorC)} overnight`,
            question: inAir(warmNight),
          };
        }),
    },
    {
      id: 'warmer',
      helps: ['cold', 'activation', 'demold'],
      steps: [2, 4, 6].map((byK) => ({
        words: words`The shop ${amount('temperatureDifference', byK)} warmer`,
        question: inAir(warmerShop(climate, byK)),
      })),
    },
    {
      id: 'cooler',
      helps: ['heat'],
      steps: [2, 4].map((byK) => ({
        words: words`The shop ${amount('temperatureDifference', byK)} cooler`,
        question: inAir(warmerShop(climate, -byK)),
      })),
    },
    { id: 'fan', helps: ['heat'], steps: climate.fan ? [] : [{ words: 'A fan over the work', question: inAir({ fan: true }) }] },
  ];
}

/** Hours, days and hands. */
function shopSeries(question: PlanQuestion): Series[] {
  const { plan, task, shop } = question;
  const { hours } = plan.assumed;
  const open = (earlierH: number, laterH: number, weekends: boolean): PlanQuestion => {
    const fromHour = (from: number): number => Math.max(0, from - earlierH);
    const toHour = (to: number): number => Math.min(24, to + laterH);
    const wider = { opensHour: fromHour(hours.opensHour), closesHour: toHour(hours.closesHour), weekends: hours.weekends || weekends };
    const asked = withPlan(question, { ...plan, assumed: { ...plan.assumed, hours: wider } });
    if (!shop) return asked;
    const days = weekends ? (['Saturday', 'Sunday'] as const).filter((day) => !shop.openings.some((one) => one.day === day)) : [];
    const openings = [
      ...shop.openings.map((one) => ({ ...one, fromHour: fromHour(one.fromHour), toHour: toHour(one.toHour) })),
      ...days.map((day) => ({ day, fromHour: hours.opensHour, toHour: hours.closesHour })),
    ];
    return { ...asked, shop: { ...shop, openings } };
  };
  const people = plan.mix?.people ?? 2;
  const more = changeSessions(plan, (session) => ({ ...session, people: Math.min(8, (session.people ?? session.who?.length ?? people) + 1) }));
  return [
    {
      id: 'earlier',
      helps: ['hours'],
      steps: [1, 2].map((h) => ({ words: `Start ${h === 1 ? 'an hour' : `${String(h)} hours`} before opening`, question: open(h, 0, false) })),
    },
    {
      id: 'later',
      helps: ['hours'],
      steps: [1, 2, 4].map((h) => ({ words: `Stay ${h === 1 ? 'an hour' : `${String(h)} hours`} after closing`, question: open(0, h, false) })),
    },
    { id: 'weekend', helps: ['hours', 'demold', 'window'], steps: [{ words: 'Work on the weekend', question: open(0, 0, true) }] },
    { id: 'person', helps: ['hours', 'window'], steps: [{ words: 'One person more at every session', question: withPlan(question, more) }] },
    {
      id: 'days',
      helps: ['demold', 'hours'],
      steps: [3, 7, 14].map((d) => ({
        words: `${String(d)} days more`,
        question: { ...question, task: { ...task, days: Math.min(60, daysLookedAt(task, plan) + d) } },
      })),
    },
  ];
}

/** What the planner was not allowed to do. */
function freedoms(question: PlanQuestion): Series[] {
  const { vary, chance } = question.task;
  const named = question.plan.sections.flatMap(({ sessions }) => sessions).filter(({ id }) => vary.locked.includes(id) || !vary.starts);
  const unlock = named.map((session) => ({
    words: `${session.name} may move`,
    question: withVary(question, {
      starts: true,
      locked: vary.starts ? vary.locked.filter((id) => id !== session.id) : named.flatMap(({ id }) => (id === session.id ? [] : [id])),
    }),
  }));
  return [
    ...unlock.map((step, i): Series => ({
      id: `unlock-${named[i].id}`,
      helps: ['locks', 'window', 'heat', 'hours', 'demold', 'activation', 'cold'],
      steps: [step],
    })),
    {
      id: 'joints',
      helps: ['window', 'heat', 'hours'],
      steps: vary.joints ? [] : [{ words: 'A joint cured and abraded instead of laid at tack', question: withVary(question, { joints: true }) }],
    },
    {
      id: 'split',
      helps: ['heat', 'activation', 'hours', 'rules'],
      steps: vary.plies ? [] : [{ words: 'Mats divided otherwise between sessions', question: withVary(question, { plies: true }) }],
    },
    {
      id: 'chance',
      helps: ['chance'],
      steps: [0.8, 0.7, 0.5]
        .filter((one) => chance !== undefined && one < chance)
        .map((one) => ({
          words: `Be content with ${(one * 100).toFixed(0)} % probability`,
          question: { ...question, task: { ...question.task, chance: one } },
        })),
    },
  ];
}

function seriesOf(question: PlanQuestion): Series[] {
  const bulk = question.plan.sections.flatMap(({ sessions }) => sessions.filter(isBulk));
  const ofSessions = bulk.flatMap((session) => [
    catalystSeries(question, session, -1),
    catalystSeries(question, session, 1),
    plySeries(question, session, 1),
    plySeries(question, session, -1),
  ]);
  return [...freedoms(question), ...ofSessions, ...airSeries(question), ...shopSeries(question)].filter(({ steps }) => steps.length > 0);
}

/**
 * What would make an impossible problem possible, each tried: of every kind the smallest step that helps.
 * @param clash only what bears on one of its limits is tried
 * @param most relaxations wanted
 */
export function relaxationsOf(
  question: PlanQuestion,
  clash: Clash,
  options: PlanOptions,
  { untilS, most = 5 }: { readonly untilS: number; readonly most?: number },
): Relaxation[] {
  const found: Relaxation[] = [];
  for (const { id, helps, steps } of seriesOf(question)) {
    if (!helps.some((limit) => clash.limits.includes(limit))) continue;
    for (const step of steps) {
      if (found.length >= most || options.elapsedS() >= untilS) return found;
      const plan = firstPlan(step.question, options, Math.min(untilS, options.elapsedS() + EACH_S));
      if (!plan) continue;
      found.push({ id, words: step.words, found: plan });
      break;
    }
  }
  return found;
}

/** Any plan at all; null: none was found in time. */
function firstPlan(question: PlanQuestion, options: PlanOptions, untilS: number): FoundPlan | null {
  let any = false;
  const { found } = planBuild(
    { ...question, task: { ...question.task, timeLimitS: 3600 } },
    {
      elapsedS: options.elapsedS,
      shouldStop: () => any || options.elapsedS() > untilS || (options.shouldStop?.() ?? false),
      onBetter: () => (any = true),
    },
  );
  return found;
}
