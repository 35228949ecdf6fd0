import { readingsOf, type StepEntry } from '../log/entry.js';
import { layerBuild } from '../plan/layer-masses.js';
import type { CardLibrary } from '../plan/card-library.js';
import type { PlanDocument } from '../plan/plan-document.js';

/** What a thermocouple in a laminate read, as a test of its resin's card. */
export interface KeptReadings {
  readonly cardId: string;
  readonly layerName: string;
  /** Among the sessions of all sections */
  readonly sessionIndex: number;
  /** Above the plug's face [m] */
  readonly heightM: number;
  /** From when its session really began */
  readonly log: { readonly timeS: readonly number[]; readonly tempC: readonly number[] };
}

/** Fewer readings are no record of a laminate (assumed). */
export const LEAST_KEPT = 12;

/**
 * Thermocouples of a build that are a record of how its laminate warmed: each with enough readings after its session began.
 * @param plan as built: when its sessions really began, and how thick what lies below became
 */
export function keptReadings(
  plan: PlanDocument,
  cards: CardLibrary,
  entries: readonly StepEntry[],
  minuteOf: (iso: string) => number,
): KeptReadings[] {
  const wires = readingsOf(entries, 'temperature').filter(({ data }) => data.at === 'thermocouple' && data.layerId !== undefined);
  let sessionIndex = -1;
  return plan.sections.flatMap(({ sessions }) => {
    let belowM = 0;
    return sessions.flatMap((session) => {
      sessionIndex += 1;
      return session.layers.flatMap((layer): KeptReadings[] => {
        const { thicknessM } = layerBuild(layer, cards);
        const bottomM = belowM;
        belowM += thicknessM;
        const depths = new Set(wires.filter(({ data }) => data.layerId === layer.id).map(({ data }) => data.frac ?? 0.5));
        return [...depths].flatMap((frac): KeptReadings[] => {
          const read = wires
            .filter(({ data }) => data.layerId === layer.id && (data.frac ?? 0.5) === frac)
            .map(({ at, data }) => ({ timeS: (minuteOf(at) - session.startMin) * 60, tempC: data.tempC }))
            .filter(({ timeS }, i, all) => timeS >= 0 && (i === 0 || timeS > all[i - 1].timeS));
          if (read.length < LEAST_KEPT) return [];
          return [
            {
              cardId: layer.cardId,
              layerName: layer.name,
              sessionIndex,
              heightM: bottomM + frac * thicknessM,
              log: { timeS: read.map(({ timeS }) => timeS), tempC: read.map(({ tempC }) => tempC) },
            },
          ];
        });
      });
    });
  });
}
