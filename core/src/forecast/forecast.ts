import { Matrix } from 'ml-matrix';
import { afterEvent, effectsOf, OWN, ownOf, stateNow, type PullState } from './features.js';
import { fitMold, worstChance, type MoldEffects, type ReleaseModel } from './fit.js';
import { latelyOf, NOTHING_NEW, type Lately } from './lately.js';
import type { MoldRecord } from './shop-record.js';

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

/** Chance that a mold's next pull in some state fights, averaged over what is not known of it; `deviations`: at so many above what is likely instead. */
export function fightChance(
  mold: MoldRecord,
  state: PullState,
  model: ReleaseModel,
  own: MoldEffects,
  { deviations = null, lately = NOTHING_NEW }: { readonly deviations?: number | null; readonly lately?: Lately } = {},
): number {
  const chances = mold.zones.map((_, zone) => {
    const { mean, variance } = levelOf(mold, zone, state, model, own);
    const margin = mean - model.thresholds[2];
    const x = deviations === null ? margin / Math.sqrt(1 + LOGISTIC * variance) : margin + deviations * Math.sqrt(variance);
    return 1 / (1 + Math.exp(-x));
  });
  const { changed, fights } = lately;
  const now = deviations === null ? fights.p50 : deviations > 0 ? fights.p90 : fights.p10;
  return (1 - changed) * worstChance(chances, model.together) + changed * now;
}

/** As far as the shop's records go: beyond the most worn state that was graded nobody knows, and it is taken to stay as there. */
function within(state: PullState, { coat, full }: { readonly coat: number; readonly full: number }): PullState {
  return { ...state, sinceCoat: Math.min(state.sinceCoat, coat), sinceFull: Math.min(state.sinceFull, full) };
}

/** A new mold settles over its first pulls; after them nothing gets better by itself. */
const SETTLED_AFTER = 12;

/** Chance of each of the next pulls, if nothing is done. */
function* course(mold: MoldRecord, model: ReleaseModel, own: MoldEffects, deviations: number | null): Generator<number, never> {
  const lately = latelyOf(mold, model, own);
  const seen = model.seen.get(mold.program) ?? { coat: Infinity, full: Infinity };
  let state = stateNow(mold);
  let worst = 0;
  for (;;) {
    const chance = fightChance(mold, within(state, seen), model, own, { deviations, lately });
    worst = state.sinceNew < SETTLED_AFTER ? chance : Math.max(worst, chance);
    yield worst;
    state = afterEvent(state, { kind: 'pull', ease: null });
  }
}

/** The first so many of a course without end. */
function first(course: Generator<number, never>, count: number): number[] {
  return Array.from({ length: count }, () => course.next().value);
}

/** Chance that each of the next pulls fights, if nothing is done: likely, and with its band. */
export interface FanPoint {
  readonly p10: number;
  readonly p50: number;
  readonly p90: number;
}

/** How a mold's chance of a fight grows over its next pulls; the first is the pull that comes next. */
export function forecastFan(mold: MoldRecord, model: ReleaseModel, pulls: number): FanPoint[] {
  const own = model.molds.get(mold.id) ?? fitMold(mold, model);
  const [low, likely, high] = [-TENTH, null, TENTH].map((deviations) => first(course(mold, model, own, deviations), pulls));
  return likely.map((p50, i) => ({ p10: Math.min(low[i], p50), p50, p90: Math.max(high[i], p50) }));
}

/** Chance that the next pull fights if a coat, or a full treatment, is put on before it; what changed of late a strip makes good. */
export function chanceAfter(mold: MoldRecord, model: ReleaseModel, kind: 'full' | 'touch-up'): number {
  const own = model.molds.get(mold.id) ?? fitMold(mold, model);
  const lately = kind === 'full' ? NOTHING_NEW : latelyOf(mold, model, own);
  return fightChance(mold, afterEvent(stateNow(mold), { kind }), model, own, { lately });
}

/** What may be expected of one mold; its own effects from the model, or fitted to its record as it is now. */
export function forecastMold(mold: MoldRecord, model: ReleaseModel, refit = false): ReleaseForecast {
  const own = (refit ? undefined : model.molds.get(mold.id)) ?? fitMold(mold, model);
  const left = (deviations: number | null): number => {
    const chances = course(mold, model, own, deviations);
    for (let pulls = 0; pulls < MOST_PULLS; pulls++) if (chances.next().value > ACCEPTED_RISK) return pulls;
    return MOST_PULLS;
  };
  const three = [left(TENTH), left(null), left(-TENTH)].sort((a, b) => a - b);
  return { id: mold.id, pFight: course(mold, model, own, null).next().value, pullsLeft: { p10: three[0], p50: three[1], p90: three[2] } };
}
