import { laggedC } from '../calibration/observations.js';
import type { GrowthCase } from '../growth/growth-case.js';
import { simulateGrowth } from '../growth/simulate-growth.js';
import { airTempK, type AirCourse } from '../heat/air.js';
import { SeededRandom } from '../numerics/seeded-random.js';
import { deviated, DEVIATIONS } from '../twin/deviate.js';
import { probeOf } from '../twin/estimate.js';
import { KELVIN } from '../units/kelvin.js';
import type { InstrumentLine } from './lines.js';

/**
 * Instruments that are not there, to try the bench without hardware. Each has a truth of its own, seeded, which is neither plan nor card, and reads it
 * as such a thing does: late, with noise, in steps, and now and then not at all. What one says at a moment depends on seed and moment alone.
 */
export interface StandIn {
  /** Between two readings [s] */
  readonly everyS: number;
  /** What it says at a moment, in seconds since its start; nothing: it does not answer just now */
  readonly read: (atS: number) => readonly InstrumentLine[];
}

const ROOM = { everyS: 30, offsetK: 1.3, noiseK: 0.08, stepK: 0.1, missing: 0.03, humidityPct: 48, perK: 2.2 };
/** A door that is left open in the cold: how often a day, by how much it falls, and how fast it comes back. */
const DOOR = { aDay: 3, leastK: 2.5, mostK: 6, backS: 900, humidity: 6 };
const LOGGER = { everyS: 30, sampleS: 15, lagS: 25, noiseK: 0.25, stepK: 0.1, missing: 0.03, holeS: 900 };
const SCALE = { everyS: 0.5, gPerS: 90, settleS: 0.7, noiseG: 0.15, stepG: 0.5, missing: 0.02, offShare: 0.006 };
const DAY_S = 86_400;

const stepped = (value: number, step: number): number => Number((Math.round(value / step) * step).toFixed(3));
const clipped = (normal: number, most = 1.8): number => Math.max(-most, Math.min(most, normal));

/** Randomness of one reading: the same for the same seed and moment. */
function atMoment(seed: number, atS: number, everyS: number): SeededRandom {
  const random = new SeededRandom((seed * 7919 + Math.round(atS / everyS) * 104_729) >>> 0);
  random.uniform();
  return random;
}

/** The air that is really there: warmer or colder than planned all along, and a door left open now and then. */
export interface StandInAir {
  readonly tempC: (atS: number) => number;
  readonly humidityPct: (atS: number) => number;
  /** How much warmer than planned, doors apart [K] */
  readonly offsetK: number;
}

export function standInAir(planned: AirCourse, seed: number): StandInAir {
  const random = new SeededRandom(seed * 31 + 7);
  random.uniform();
  const offsetK = ROOM.offsetK * clipped(random.normal());
  /** What is left of the cold of the doors of this day and the one before [K] */
  const coldOf = (atS: number): number => {
    const today = Math.floor(atS / DAY_S);
    let cold = 0;
    for (const day of [today - 1, today]) {
      const ofDay = new SeededRandom((seed * 131 + day * 17 + 3) >>> 0);
      ofDay.uniform();
      for (let door = 0; door < DOOR.aDay; door++) {
        const openedS = (day + ofDay.uniform()) * DAY_S;
        const byK = DOOR.leastK + (DOOR.mostK - DOOR.leastK) * ofDay.uniform();
        if (atS >= openedS) cold += byK * Math.exp(-(atS - openedS) / DOOR.backS);
      }
    }
    return cold;
  };
  const steadyC = (atS: number): number => airTempK(planned, atS) - KELVIN + offsetK;
  return {
    offsetK,
    tempC: (atS) => steadyC(atS) - coldOf(atS),
    humidityPct: (atS) =>
      Math.min(98, Math.max(15, ROOM.humidityPct - ROOM.perK * (steadyC(atS) - 21) + DOOR.humidity * Math.min(1, coldOf(atS) / DOOR.leastK))),
  };
}

/** A sensor of air and humidity. */
export function standInRoom(planned: AirCourse, seed: number): StandIn {
  const air = standInAir(planned, seed);
  return {
    everyS: ROOM.everyS,
    read: (atS) => {
      const random = atMoment(seed, atS, ROOM.everyS);
      if (random.uniform() < ROOM.missing) return [];
      const tempC = stepped(air.tempC(atS) + ROOM.noiseK * random.normal(), ROOM.stepK);
      return [{ kind: 'air', tempC, humidityPct: Math.round(air.humidityPct(atS) + random.normal()), at: null }];
    },
  };
}

/** A place of a thermocouple: a layer by its name in the case, and how deep: 0 its bottom, 1 its top. */
export interface StandInProbe {
  readonly layer: string;
  readonly frac: number;
}

/**
 * A logger whose channels lie in a laminate that does not go as planned: another batch, another hand, another air.
 * @param planned the case as it is planned
 */
export function standInLogger(planned: GrowthCase, probes: readonly StandInProbe[], seed: number): StandIn & { readonly peaksC: readonly number[] } {
  const random = new SeededRandom(seed * 13 + 5);
  random.uniform();
  const real = deviated(
    planned,
    DEVIATIONS.map(() => clipped(random.normal())),
  );
  const truth = simulateGrowth(real);
  const timeS = Array.from({ length: Math.floor(planned.endS / LOGGER.sampleS) + 1 }, (_, i) => i * LOGGER.sampleS);
  const shown = probes.map((probe) =>
    laggedC(
      timeS,
      // Before its layer is laid it hangs in the air.
      timeS.map((at) => (laidS(real, probe.layer) <= at ? probeOf(truth, probe, at) : airTempK(real.air, at)) - KELVIN),
      LOGGER.lagS,
    ),
  );
  const holeS = (0.3 + 0.4 * random.uniform()) * planned.endS;
  return {
    everyS: LOGGER.everyS,
    peaksC: probes.map(({ layer }) => (truth.layers.find(({ name, plug }) => !plug && name === layer)?.peakK ?? NaN) - KELVIN),
    read: (atS) =>
      probes.flatMap((_, i): InstrumentLine[] => {
        const one = atMoment(seed * 37 + i, atS, LOGGER.everyS);
        if (one.uniform() < LOGGER.missing) return [];
        const channel = i + 1;
        if (i === 0 && atS >= holeS && atS < holeS + LOGGER.holeS) return [{ kind: 'lost', channel, at: null }];
        const at = Math.max(0, Math.min(shown[i].length - 1, Math.round(atS / LOGGER.sampleS)));
        return [{ kind: 'temp', channel, tempC: stepped(shown[i][at] + LOGGER.noiseK * one.normal(), LOGGER.stepK), at: null }];
      }),
  };
}

function laidS({ sessions }: GrowthCase, name: string): number {
  for (const { startS, layers } of sessions) for (const layer of layers) if (layer.name === name) return startS + (layer.plies?.at(0)?.afterS ?? 0);
  return Infinity;
}

/** A bench scale onto which somebody pours. */
export interface StandInScale extends StandIn {
  /** Somebody begins to pour so much more onto it; a hand is never exact */
  readonly pour: (atS: number, g: number) => void;
  /** Sets it to zero, or takes all off it and sets it to zero */
  readonly tare: (atS: number) => void;
}

export function standInScale(seed: number): StandInScale {
  const hand = new SeededRandom(seed * 101 + 9);
  hand.uniform();
  const pours: { readonly atS: number; readonly g: number }[] = [];
  let zeroG = 0;
  const lying = (atS: number): { g: number; steady: boolean } => {
    let g = 0;
    let steady = true;
    for (const pour of pours) {
      const spanS = pour.g / SCALE.gPerS;
      const since = atS - pour.atS;
      if (since <= 0) continue;
      const flowing = Math.min(1, since / spanS);
      // What has just fallen is shown a moment later.
      const late = since < spanS ? 0 : Math.exp(-(since - spanS) / SCALE.settleS);
      g += pour.g * flowing - Math.min(pour.g * flowing, SCALE.gPerS * SCALE.settleS) * (since < spanS ? 1 : late);
      if (since < spanS + 4 * SCALE.settleS) steady = false;
    }
    return { g, steady };
  };
  return {
    everyS: SCALE.everyS,
    pour: (atS, g) => {
      pours.push({ atS, g: g * (1 + SCALE.offShare * clipped(hand.normal())) });
    },
    tare: (atS) => {
      zeroG = lying(atS).g;
    },
    read: (atS) => {
      const random = atMoment(seed, atS, SCALE.everyS);
      if (random.uniform() < SCALE.missing) return [];
      const { g, steady } = lying(atS);
      const shown = stepped(g - zeroG + SCALE.noiseG * random.normal(), SCALE.stepG);
      return [{ kind: 'mass', g: shown === 0 ? 0 : shown, steady, at: null }];
    },
  };
}
