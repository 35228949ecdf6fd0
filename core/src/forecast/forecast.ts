import { Matrix } from 'ml-matrix';
import { afterEvent, effectsOf, OWN, ownOf, statesNow } from './features.js';
import { fitMold, worstChance, type MoldEffects, type ReleaseModel } from './fit.js';
import { latelyOf, NOTHING_NEW, type Lately } from './lately.js';
import type { MoldRecord, PullState } from './shop-record.js';

/** How sure a mold lets go. */
export interface ReleaseForecast {
  readonly id: string;
  /** Chance that the next pull fights: worst zone 4 or 5 [-] */
  readonly pFight: number;
  /** Pulls until the chance passes the accepted risk, with band; at most `MOST_PULLS` */
  readonly pullsLeft: { readonly p10: number; readonly p50: number; readonly p90: number };
}

/** Chance of a fight that a shop takes (assumed). */
export const ACCEPTED_RISK = 0.3;
export const MOST_PULLS = 200;
const LOGISTIC = Math.PI / 8;
/** Of a normal: a tenth below and above. */
const TENTH = 1.2816;

/** A zone's level in some state, and how sure that is. */
function levelOf(
  mold: MoldRecord,
  zone: number,
  state: PullState,
  model: ReleaseModel,
  { mean, covariance }: MoldEffects,
): { mean: number; variance: number } {
  const effects = effectsOf(mold, zone, state, model.words);
  const own = new Float64Array(mean.length);
  own.set(ownOf(state));
  own[OWN + zone] = 1;
  const of = (vector: Float64Array, values: ArrayLike<number>): number => vector.reduce((sum, x, i) => sum + x * values[i], 0);
  const spread = (vector: Float64Array, matrix: Matrix): number => {
    let sum = 0;
    for (let i = 0; i < vector.length; i++)
      if (vector[i] !== 0) for (let j = 0; j < vector.length; j++) sum += vector[i] * matrix.get(i, j) * vector[j];
    return sum;
  };
  return { mean: of(effects, model.shared) + of(own, mean), variance: spread(own, covariance) + spread(effects, model.sharedCovariance) };
}

/** Chance that a mold's next pull fights, its zones in some states, averaged over what is not known of it; `deviations`: at so many above what is likely instead. */
export function fightChance(
  mold: MoldRecord,
  states: readonly PullState[],
  model: ReleaseModel,
  own: MoldEffects,
  { deviations = null, lately = NOTHING_NEW }: { readonly deviations?: number | null; readonly lately?: Lately } = {},
): number {
  const chances = mold.zones.map((_, zone) => {
    const { mean, variance } = levelOf(mold, zone, states[zone], model, own);
    const margin = mean - model.thresholds[2];
    const x = deviations === null ? margin / Math.sqrt(1 + LOGISTIC * variance) : margin + deviations * Math.sqrt(variance);
    return 1 / (1 + Math.exp(-x));
  });
  const { changed, fights } = lately;
  const now = deviations === null ? fights.p50 : deviations > 0 ? fights.p90 : fights.p10;
  return (1 - changed) * worstChance(chances, model.together) + changed * now;
}

/** Chance that each of the next pulls fights, if nothing is done: likely, and with its band. */
export interface FanPoint {
  readonly p10: number;
  readonly p50: number;
  readonly p90: number;
}

/** All that is told of one mold. */
export interface MoldOutlook extends ReleaseForecast {
  /** Chance of each of the next pulls, if nothing is done; the first is the pull that comes next */
  readonly fan: readonly FanPoint[];
  /** Chance of the next pull if it is coated, or stripped and treated, before; what changed of late a strip makes good */
  readonly afterCoat: number;
  readonly afterFull: number;
}

/** Pulls that a fan looks ahead. */
export const FAN_PULLS = 20;

/** A mold with what is known of it before anything is foretold. */
interface Known {
  readonly mold: MoldRecord;
  readonly model: ReleaseModel;
  readonly own: MoldEffects;
  readonly lately: Lately;
}

function knownOf(mold: MoldRecord, model: ReleaseModel, refit = false): Known {
  const own = (refit ? undefined : model.molds.get(mold.id)) ?? fitMold(mold, model);
  return { mold, model, own, lately: latelyOf(mold, model, own) };
}

/** A new mold settles over its first pulls; after them nothing gets better by itself. */
const SETTLED_AFTER = 12;
/** After so many nothing of being new is left. */
const LONG_SETTLED = 60;

/**
 * Chance of each of the next pulls, if nothing is done. Beyond the most worn state that was ever graded nobody knows: it is taken to stay as there.
 */
function course({ mold, model, own, lately }: Known, deviations: number | null, count: number): number[] {
  const seen = model.seen.get(mold.program) ?? { coat: Infinity, full: Infinity };
  const chances: number[] = [];
  let states = statesNow(mold);
  let worst = 0;
  while (chances.length < count) {
    const within = states.map((state) => ({
      ...state,
      sinceCoat: Math.min(state.sinceCoat, seen.coat),
      sinceFull: Math.min(state.sinceFull, seen.full),
    }));
    const chance = fightChance(mold, within, model, own, { deviations, lately });
    worst = states[0].sinceNew < SETTLED_AFTER ? chance : Math.max(worst, chance);
    chances.push(worst);
    if (states.every(({ sinceCoat, sinceFull, sinceNew }) => sinceCoat >= seen.coat && sinceFull >= seen.full && sinceNew > LONG_SETTLED)) break;
    states = states.map((state) => afterEvent(state, { kind: 'pull', ease: null }));
  }
  return [...chances, ...new Array<number>(count - chances.length).fill(worst)];
}

/** What may be expected of one mold; its own effects from the model, or fitted to its record as it is now. */
export function forecastMold(mold: MoldRecord, model: ReleaseModel, refit = false): ReleaseForecast {
  return forecastOf(mold.id, coursesOf(knownOf(mold, model, refit)));
}

type Courses = Readonly<Record<keyof FanPoint, readonly number[]>>;

const coursesOf = (known: Known): Courses => ({
  p10: course(known, -TENTH, MOST_PULLS),
  p50: course(known, null, MOST_PULLS),
  p90: course(known, TENTH, MOST_PULLS),
});

function forecastOf(id: string, { p10, p50, p90 }: Courses): ReleaseForecast {
  const left = (chances: readonly number[]): number => {
    const at = chances.findIndex((chance) => chance > ACCEPTED_RISK);
    return at < 0 ? MOST_PULLS : at;
  };
  const three = [left(p90), left(p50), left(p10)].sort((a, b) => a - b);
  return { id, pFight: p50[0], pullsLeft: { p10: three[0], p50: three[1], p90: three[2] } };
}

/**
 * The same with its next pulls one by one, and what a treatment would change.
 * @param refit its own effects fitted to its record as it is now, by a model that knew an older one
 */
export function outlookOf(mold: MoldRecord, model: ReleaseModel, refit = false): MoldOutlook {
  const known = knownOf(mold, model, refit);
  const courses = coursesOf(known);
  const after = (kind: 'touch-up' | 'full', lately: Lately): number =>
    fightChance(
      mold,
      statesNow(mold).map((state) => afterEvent(state, { kind })),
      model,
      known.own,
      { lately },
    );
  return {
    ...forecastOf(mold.id, courses),
    fan: courses.p50.slice(0, FAN_PULLS).map((p50, i) => ({ p10: Math.min(courses.p10[i], p50), p50, p90: Math.max(courses.p90[i], p50) })),
    afterCoat: after('touch-up', known.lately),
    afterFull: after('full', NOTHING_NEW),
  };
}
