import { counted, isState, readingsOf, type StepEntry } from '../log/entry.js';
import type { CardLibrary } from '../plan/card-library.js';
import { rangeOf, within } from '../plan/fields/field.js';
import { mixFields, USUAL_PACE } from '../plan/parts/mix-plan.js';
import { intakeFields } from '../plan/parts/plug-intake.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { sectionOf } from '../plan/section-view.js';
import { laidMasses } from '../stack/tally.js';
import { stepParts, sectionOfStep } from '../steps/step-log.js';
import type { Step } from '../steps/step.js';

/** Work whose minutes are compared with the plan's. */
export const workKinds = ['laying', 'release', 'plug finish'] as const;
export type WorkKind = (typeof workKinds)[number];

/** A step that was begun and done by the clock. */
export interface WorkedStep {
  readonly kind: WorkKind;
  /** Who said that it was done */
  readonly who: string;
  /** By the labor table alone: without a pace that the plan had taken [min] */
  readonly tableMin: number;
  readonly tookMin: number;
  /** Laid in it; null: not of an area [m²] */
  readonly areaM2: number | null;
}

/** Resin of a session that was laid whole. */
export interface UsedResin {
  readonly cardId: string;
  readonly who: string;
  /** In the laminate or film, by the plan [g] */
  readonly laidG: number;
  readonly usedG: number;
  readonly thrownG: number;
  readonly areaM2: number;
}

/** What a build's log says of minutes and resin. */
export interface BuildFigures {
  readonly worked: readonly WorkedStep[];
  readonly used: readonly UsedResin[];
}

const KIND: Partial<Record<Step['kind'], WorkKind>> = { lay: 'laying', coat: 'release', film: 'release', finish: 'plug finish' };

/** A step so short was written down afterwards [min]; one so much longer than planned was left running. */
const LEAST_MIN = 1;
const MOST_TIMES = 6;

/** Minutes and resin of a build by its log, beside what the plan took for them. */
export function buildFigures(
  plan: PlanDocument,
  cards: CardLibrary,
  {
    steps,
    entries,
    minuteOf,
  }: { readonly steps: readonly Step[]; readonly entries: readonly StepEntry[]; readonly minuteOf: (iso: string) => number },
): BuildFigures {
  const byStep = workedMinutes(entries, minuteOf);
  const pace = plan.mix?.pace ?? USUAL_PACE;
  const worked = steps.flatMap((step): WorkedStep[] => {
    const kind = KIND[step.kind];
    const done = byStep.get(step.id);
    if (!kind || !done) return [];
    const plannedMin = step.endMin - step.startMin;
    const tableMin = kind === 'laying' ? plannedMin / pace : kind === 'plug finish' ? plannedMin / (plan.mold.intake?.shopFactor ?? 1) : plannedMin;
    if (done.minutes < LEAST_MIN || tableMin < LEAST_MIN || done.minutes > MOST_TIMES * tableMin) return [];
    const section = sectionOfStep(plan, step.id);
    // Where the plan says its own minutes, they are not the table's.
    if (section?.sessions.some(({ id, plyMin }) => id === step.sessionId && plyMin !== undefined)) return [];
    return [
      { kind, who: done.who, tableMin, tookMin: done.minutes, areaM2: kind === 'laying' && section ? sectionOf(plan, section.id).areaM2 : null },
    ];
  });
  return { worked, used: usedResin(plan, cards, { steps, entries }) };
}

/** Minutes somebody was at each step that is done, pauses left out, and who said that it was done. */
function workedMinutes(entries: readonly StepEntry[], minuteOf: (iso: string) => number): Map<string, { minutes: number; who: string }> {
  const at = new Map<string, { sinceMin: number | null; minutes: number }>();
  const found = new Map<string, { minutes: number; who: string }>();
  for (const { stepId, kind, at: iso, madeBy } of counted(entries).filter(isState)) {
    const one = at.get(stepId) ?? { sinceMin: null, minutes: 0 };
    const now = minuteOf(iso);
    const minutes = one.minutes + (one.sinceMin === null ? 0 : now - one.sinceMin);
    const goesOn = kind === 'started' || kind === 'handed over';
    at.set(stepId, { sinceMin: goesOn ? now : null, minutes });
    // Done without a beginning has no length.
    if (kind === 'done' && (one.sinceMin !== null || one.minutes > 0)) found.set(stepId, { minutes, who: madeBy });
    else found.delete(stepId);
  }
  return found;
}

/** Resin weighed for each session and card of which every layer was laid and a pot weighed. */
function usedResin(
  plan: PlanDocument,
  cards: CardLibrary,
  { steps, entries }: { readonly steps: readonly Step[]; readonly entries: readonly StepEntry[] },
): UsedResin[] {
  const done = new Set(counted(entries).flatMap(({ kind, stepId }) => (kind === 'done' ? [stepId] : [])));
  const pots = readingsOf(entries, 'pot');
  return plan.sections.flatMap(({ id }) => {
    const view = sectionOf(plan, id);
    return view.sessions.flatMap((session) => {
      const lays = steps.filter(({ kind, sessionId }) => kind === 'lay' && sessionId === session.id);
      if (lays.length === 0 || !lays.every((step) => done.has(step.id))) return [];
      return [...new Set(session.layers.map(({ cardId }) => cardId))].flatMap((cardId): UsedResin[] => {
        const own = pots.filter(({ stepId, data }) => data.cardId === cardId && stepParts(stepId)?.sessionId === session.id);
        const grams = (thrown: boolean): number =>
          own.filter(({ data }) => data.thrownAway === thrown).reduce((sum, { data }) => sum + data.resinG + data.hardenerG, 0);
        const usedG = grams(false);
        const laidG = session.layers
          .filter((layer) => layer.cardId === cardId)
          .reduce((sum, layer) => sum + laidMasses(layer, view, cards).mixedKg * 1000, 0);
        if (usedG <= 0 || laidG <= 0) return [];
        return [{ cardId, who: own[0].madeBy, laidG, usedG, thrownG: grams(true), areaM2: view.areaM2 }];
      });
    });
  });
}

/** A ratio over several observations: the middle, and between what the middle half lies. */
export interface Spread {
  readonly count: number;
  readonly middle: number;
  readonly low: number;
  readonly high: number;
}

export interface PaceFigure {
  readonly kind: WorkKind;
  /** null: everybody */
  readonly who: string | null;
  /** Minutes over the labor table's [×] */
  readonly pace: Spread;
  /** Of laying: a ply or coat [min/m²]; null: not of an area */
  readonly minPerM2: number | null;
}

export interface ResinFigure {
  /** null: every resin */
  readonly cardId: string | null;
  readonly who: string | null;
  /** Of what was mixed and not thrown away, what is not in the laminate [%] */
  readonly leftPct: Spread;
  readonly usedGPerM2: number;
  /** Of all that was weighed [%] */
  readonly thrownPct: number;
}

/** What a shop's own logs say, that a plan may take in place of the tables. */
export interface ShopFigures {
  readonly builds: number;
  readonly paces: readonly PaceFigure[];
  readonly resins: readonly ResinFigure[];
}

const quantile = (sorted: readonly number[], share: number): number => {
  const at = share * (sorted.length - 1);
  const i = Math.floor(at);
  return sorted[i] + (at - i) * (sorted[Math.min(i + 1, sorted.length - 1)] - sorted[i]);
};

function spreadOf(values: readonly number[]): Spread {
  const sorted = [...values].sort((a, b) => a - b);
  return { count: sorted.length, middle: quantile(sorted, 0.5), low: quantile(sorted, 0.25), high: quantile(sorted, 0.75) };
}

const sum = (values: readonly number[]): number => values.reduce((all, one) => all + one, 0);
const named = (all: readonly { readonly who: string }[]): (string | null)[] => [
  null,
  ...[...new Set(all.map(({ who }) => who))].filter((who) => who !== '').sort(),
];

/** Figures of several builds together, and by person. */
export function shopFigures(builds: readonly BuildFigures[]): ShopFigures {
  const worked = builds.flatMap((one) => one.worked);
  const used = builds.flatMap((one) => one.used);
  const paces = workKinds.flatMap((kind) => {
    const ofKind = worked.filter((one) => one.kind === kind);
    return named(ofKind).flatMap((who): PaceFigure[] => {
      const own = who === null ? ofKind : ofKind.filter((one) => one.who === who);
      if (own.length === 0) return [];
      const areas = own.flatMap(({ areaM2, tookMin }) => (areaM2 === null ? [] : [{ areaM2, tookMin }]));
      return [
        {
          kind,
          who,
          pace: spreadOf(own.map(({ tookMin, tableMin }) => tookMin / tableMin)),
          minPerM2: areas.length === 0 ? null : sum(areas.map(({ tookMin }) => tookMin)) / sum(areas.map(({ areaM2 }) => areaM2)),
        },
      ];
    });
  });
  const resinOf = (cardId: string | null, who: string | null, own: readonly UsedResin[]): ResinFigure[] =>
    own.length === 0
      ? []
      : [
          {
            cardId,
            who,
            leftPct: spreadOf(own.map(({ laidG, usedG }) => 100 * (1 - laidG / usedG))),
            usedGPerM2: sum(own.map(({ usedG }) => usedG)) / sum(own.map(({ areaM2 }) => areaM2)),
            thrownPct: (100 * sum(own.map(({ thrownG }) => thrownG))) / sum(own.map(({ thrownG, usedG }) => thrownG + usedG)),
          },
        ];
  const resins = [
    ...named(used).flatMap((who) => resinOf(null, who, who === null ? used : used.filter((one) => one.who === who))),
    ...[...new Set(used.map(({ cardId }) => cardId))].sort().flatMap((cardId) =>
      resinOf(
        cardId,
        null,
        used.filter((one) => one.cardId === cardId),
      ),
    ),
  ];
  return { builds: builds.filter((one) => one.worked.length + one.used.length > 0).length, paces, resins };
}

/** So many observations make a figure that a plan may take. */
export const ENOUGH_OBSERVED = 5;

/** What a plan may take of them, rounded as it is typed; null: not enough is known. */
export function figuresToTake({ paces, resins }: ShopFigures): {
  readonly pace: number | null;
  readonly leftPct: number | null;
  readonly shopFactor: number | null;
} {
  const paceOf = (kind: WorkKind, range: Parameters<typeof within>[1]): number | null => {
    const figure = paces.find((one) => one.kind === kind && one.who === null);
    return figure && figure.pace.count >= ENOUGH_OBSERVED ? within(Math.round(figure.pace.middle * 100) / 100, range) : null;
  };
  const left = resins.find(({ cardId, who }) => cardId === null && who === null);
  return {
    pace: paceOf('laying', rangeOf(mixFields.pace)),
    leftPct: left && left.leftPct.count >= ENOUGH_OBSERVED ? within(Math.round(left.leftPct.middle * 10) / 10, rangeOf(mixFields.leftPct)) : null,
    shopFactor: paceOf('plug finish', rangeOf(intakeFields.shopFactor)),
  };
}
