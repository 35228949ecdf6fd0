import { airTempK } from '../heat/air.js';
import type { EntryOf, StepEntry } from '../log/entry.js';
import type { ReadingKind, TackState } from '../log/reading-fields.js';
import type { ResinCard } from '../materials/resin-card.js';
import { cardOf, type CardLibrary } from '../plan/card-library.js';
import { CARE_DROP_MBAR, MOST_DROP_MBAR } from '../plan/parts/infusion.js';
import type { PlanDocument, PlanSection } from '../plan/plan-document.js';
import type { PlanLayer } from '../plan/section-plan.js';
import { planAir } from '../plan/shop-air.js';
import { KELVIN } from '../units/kelvin.js';
import { amount, words, type Words } from '../units/amounts.js';
import type { Level } from '../units/levels.js';
import { stepParts } from '../steps/step-log.js';
import { filmGrid } from './film-grid.js';
import { potRatio } from './pot-ratio.js';

/** What a reading means, held against the plan. */
export interface ReadingFinding {
  readonly level: Level;
  readonly line: Words;
}

/** What a reading is held against. */
export interface ReadingContext {
  readonly plan: PlanDocument;
  readonly cards: CardLibrary;
  /** Minutes of the plan's clock at a moment */
  readonly minuteOf: (iso: string) => number;
}

/** A line with a reading in it; who and when do not matter for what it means. */
export type Read = Pick<Extract<StepEntry, { kind: ReadingKind }>, 'kind' | 'data' | 'stepId' | 'at'> & StepEntry;

/** The shop's air off the planned by this asks for a look at the forecast (assumed) [K]. */
const AIR_OFF_K = 2;

const TACK: Readonly<Record<TackState, ReadingFinding>> = {
  wet: { level: 'note', line: 'Wait: the next session would wash into it.' },
  transfers: { level: 'note', line: 'Wait: not yet. Try again in ten minutes, in the cup first.' },
  prints: { level: 'ok', line: 'Go: lay on now. Look into the corners, which lag.' },
  dry: { level: 'care', line: 'The window is closing: lay on at once, or wipe by the sheet.' },
  closed: { level: 'stop', line: 'Closed: abrade and wipe before anything goes on, or there is no bond.' },
};

/** The layer that a line is about: its own, or that of its step; with its section. */
export function layerOfLine({ sections }: PlanDocument, stepId: string, layerId?: string): { layer: PlanLayer; section: PlanSection } | null {
  const wanted = layerId ?? stepParts(stepId)?.layerId;
  for (const section of sections)
    for (const { layers } of section.sessions) {
      const layer = layers.find(({ id }) => id === wanted);
      if (layer) return { layer, section };
    }
  return null;
}

/**
 * What a reading means where it was taken, in the words of the bench.
 * @returns null where there is nothing to say of it
 */
export function judgeReading(entry: StepEntry, context: ReadingContext): ReadingFinding | null {
  switch (entry.kind) {
    case 'pot':
      return judgePot(entry, context);
    case 'film': {
      const found = layerOfLine(context.plan, entry.stepId, entry.data.layerId);
      const passes = found?.layer.application?.passes ?? 1;
      const planned = found?.layer.wetFilmUm ?? null;
      const card = found ? cardIn(found.layer, context.cards) : null;
      // Readings are of the film as it lies; a sprayed coat has all passes in it.
      const { level, line } = filmGrid(entry.data.um, planned, card?.limits.sheet.coatUm ?? { least: null, most: null });
      return { level, line: passes > 1 ? words`${line} After all ${String(passes)} passes.` : line };
    }
    case 'tack':
      return TACK[entry.data.state];
    case 'temperature':
      return judgeTemperature(entry, context);
    case 'humidity':
      return judgeHumidity(entry, context);
    case 'release test':
      return entry.data.passed
        ? { level: 'ok', line: 'Passed.' }
        : { level: 'stop', line: 'Not passed: no gel coat on it. Release it again, with its waits, and test again.' };
    case 'leak':
      return judgeLeak(entry);
    case 'let go':
      return entry.data.ease >= 5
        ? { level: 'stop', line: 'It fought: look for what held before the first part is laid in it.' }
        : {
            level: entry.data.ease === 4 ? 'care' : 'ok',
            line: entry.data.ease === 4 ? 'It held: strip and release it afresh before its first pull.' : 'It let go.',
          };
    case 'finding':
      return { level: 'care', line: 'Kept with the mold: where it is, what was done before it.' };
    default:
      return null;
  }
}

const cardIn = ({ cardId }: PlanLayer, cards: CardLibrary): ResinCard | null => (cards.resins.has(cardId) ? cardOf(cards, cardId) : null);

function judgePot({ stepId, data }: EntryOf<'pot'>, { plan, cards }: ReadingContext): ReadingFinding | null {
  if (data.thrownAway) return { level: 'note', line: 'Thrown away: outside, spread out, never into the bin while it is warm.' };
  if (!cards.resins.has(data.cardId)) return null;
  const found = layerOfLine(plan, stepId, data.layerId);
  const { level, line } = potRatio(data, cardOf(cards, data.cardId), found?.layer.cardId === data.cardId ? found.layer.catalystPct : null);
  return { level, line };
}

function judgeTemperature({ stepId, at, data }: EntryOf<'temperature'>, { plan, cards, minuteOf }: ReadingContext): ReadingFinding | null {
  const layer = layerOfLine(plan, stepId, data.layerId)?.layer;
  const card = layer ? cardIn(layer, cards) : null;
  if ((data.at === 'air' || data.at === 'drum') && card && data.tempC < card.limits.shopMinC)
    return {
      level: 'stop',
      line: words`Colder than ${card.name} is worked at (${amount('temperature', card.limits.shopMinC)}): it would be late and never cure fully. Warm first.`,
    };
  if (data.at === 'thermocouple' && card && data.tempC > card.limits.maxLaminateC)
    return {
      level: 'stop',
      line: words`Hotter than ${card.name} may get (${amount('temperature', card.limits.maxLaminateC)}): air over it, nothing on it, and keep away from what smokes.`,
    };
  if (data.at !== 'air') return null;
  const plannedC = airTempK(planAir(plan.assumed.climate), minuteOf(at) * 60) - KELVIN;
  const off = data.tempC - plannedC;
  if (Math.abs(off) < AIR_OFF_K) return { level: 'ok', line: words`${amount('temperature', plannedC)} was planned for now.` };
  return {
    level: 'care',
    line: words`${amount('temperatureDifference', Math.abs(off), 1)} ${off < 0 ? 'colder' : 'warmer'} than planned: everything comes ${off < 0 ? 'later' : 'sooner, and gets hotter'}.`,
  };
}

function judgeHumidity({ data }: EntryOf<'humidity'>, { plan }: ReadingContext): ReadingFinding | null {
  const planned = plan.sections.at(0)?.release?.humidityPct;
  if (planned === undefined) return null;
  const damp = data.pct - planned;
  return Math.abs(damp) < 15
    ? { level: 'ok', line: `${planned.toFixed(0)} % was planned.` }
    : { level: 'care', line: `${planned.toFixed(0)} % was planned: hold it against the release agent’s sheet before the next coat.` };
}

/** A drop in the time it was watched, as in ten minutes. */
function judgeLeak({ data: { startMbar, endMbar, minutes } }: EntryOf<'leak'>): ReadingFinding {
  const drop = ((endMbar - startMbar) / minutes) * 10;
  const said = words`${amount('vacuum', Math.max(0, drop))} in ten minutes`;
  if (drop > MOST_DROP_MBAR)
    return { level: 'stop', line: words`${said}, at most ${amount('vacuum', MOST_DROP_MBAR)}: find the leak before any resin is mixed.` };
  if (drop > CARE_DROP_MBAR) return { level: 'care', line: words`${said}: it holds, barely. Go round the bag once more.` };
  return { level: 'ok', line: words`${said}: tight.` };
}
