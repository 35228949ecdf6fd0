import type { GrowthCase } from '../growth/growth-case.js';
import { readingsOf, type StepEntry } from '../log/entry.js';
import type { CardLibrary } from '../plan/card-library.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { planToCase } from '../plan/plan-to-case.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { fieldOf } from '../plan/zone-view.js';
import { forecastTwin, type Band, type TwinForecast } from '../twin/forecast.js';
import type { TwinReading } from '../twin/twin-problem.js';
import { KELVIN } from '../units/kelvin.js';
import { amount, words, type Words } from '../units/amounts.js';

/** Fewer readings of layers say less than the plan (assumed). */
export const LEAST_READINGS = 3;
/** A surface reading is of the top cell of what lies on top. */
const TOP = 1;

/** Readings of one section, as the twin takes them: thermocouples in their layer, the surface on the topmost layer laid by then, and the air. */
export function twinReadings(
  section: { readonly sessions: PlanDocument['sections'][number]['sessions'] },
  entries: readonly StepEntry[],
  minuteOf: (iso: string) => number,
): TwinReading[] {
  const ids = section.sessions.flatMap(({ layers }) => layers.map(({ id }) => id));
  return readingsOf(entries, 'temperature')
    .flatMap(({ at, data, stepId }): TwinReading[] => {
      const timeS = minuteOf(at) * 60;
      const tempK = data.tempC + KELVIN;
      if (data.at === 'air') return [{ timeS, tempK, where: 'air' }];
      const layer = data.layerId ?? topLayer(section, timeS, stepId);
      if (layer === null || !ids.includes(layer)) return [];
      if (data.at === 'surface') return [{ timeS, tempK, where: { layer, frac: TOP } }];
      return data.at === 'thermocouple' ? [{ timeS, tempK, where: { layer, frac: data.frac ?? 0.5 } }] : [];
    })
    .sort((a, b) => a.timeS - b.timeS);
}

function topLayer({ sessions }: { readonly sessions: PlanDocument['sections'][number]['sessions'] }, timeS: number, stepId: string): string | null {
  const begun = sessions.filter(({ startMin }) => startMin * 60 <= timeS);
  const [, , , own] = stepId.split(':');
  const layers = begun.flatMap((session) => session.layers);
  return layers.find(({ id }) => id === own)?.id ?? layers.at(-1)?.id ?? null;
}

/** The field of a section as a case in which each layer bears its id: two may bear one name. */
export function caseByLayer(plan: PlanDocument, sectionId: string, cards: CardLibrary): GrowthCase {
  const view = fieldOf(plan, sectionId);
  return byId(planToCase(view, cards), view);
}

function byId(growth: GrowthCase, { sessions }: SectionPlan): GrowthCase {
  return {
    ...growth,
    sessions: growth.sessions.map((session, s) => ({
      ...session,
      layers: session.layers.map((layer, l) => ({ ...layer, name: sessions[s].layers[l].id })),
    })),
  };
}

/** What the readings say of a section that is being built. */
export interface BenchForecast {
  readonly layers: TwinForecast['layers'];
  /** What went otherwise, where the readings say so, in words */
  readonly moved: readonly Words[];
  /** Sensors that are not believed, with the reason */
  readonly leftOut: readonly { readonly sensor: string; readonly why: string }[];
  readonly readings: number;
}

/** A factor or an offset is said once it is surely to one side [share of the band]. */
const SURE = (band: Band, none: number): boolean => band.p5 > none || band.p95 < none;

/**
 * Forecast of a section by what was read until now, from the plan as it was really built.
 * @param plan as built
 * @returns null where too little was read
 */
export function forecastOnBench(
  plan: PlanDocument,
  sectionId: string,
  cards: CardLibrary,
  read: { readonly entries: readonly StepEntry[]; readonly minuteOf: (iso: string) => number; readonly nowMin: number },
): BenchForecast | null {
  const section = plan.sections.find(({ id }) => id === sectionId);
  if (!section || section.sessions.length === 0) return null;
  const readings = twinReadings(section, read.entries, read.minuteOf).filter(({ timeS }) => timeS >= 0 && timeS <= read.nowMin * 60);
  if (readings.filter(({ where }) => where !== 'air').length < LEAST_READINGS) return null;
  const { layers, parameters, estimate } = forecastTwin({
    name: section.name,
    planned: caseByLayer(plan, sectionId, cards),
    nowS: read.nowMin * 60,
    readings,
  });
  const names = new Map(section.sessions.flatMap((session) => session.layers.map(({ id, name }) => [id, name] as const)));
  const moved = parameters.flatMap(({ key, name, band }): Words[] => {
    if (key === 'air_K') {
      if (!SURE(band, 0)) return [];
      return [words`the shop is ${amount('temperatureDifference', Math.abs(band.p50), 1)} ${band.p50 < 0 ? 'colder' : 'warmer'} than it was read`];
    }
    if (!SURE(band, 1)) return [];
    const pct = Math.round(Math.abs(band.p50 - 1) * 100);
    return pct === 0 ? [] : [`${name} ${String(pct)} % ${band.p50 < 1 ? 'less' : 'more'} than its card`];
  });
  return {
    layers: layers.map((layer) => ({ ...layer, name: names.get(layer.name) ?? layer.name })),
    moved,
    leftOut: estimate.leftOut,
    readings: readings.length,
  };
}
