import { DomainError } from '../../errors/domain-error.js';
import { requireInRange, type Range } from '../../errors/require.js';

export const measureWays = ['weight', 'volume'] as const;
export type MeasureWay = (typeof measureWays)[number];

/** Who mixes and lays, in what, and how it is measured. */
export interface MixPlan {
  people: number;
  /** Containers at hand, by what they hold [g] */
  containersG: number[];
  /** How full a container is mixed */
  fillShare: number;
  /** Share of the pot life after which the pot is empty */
  potShare: number;
  measure: MeasureWay;
  /** Output of the gun */
  gunKgPerMin: number;
}

export const mixRanges = {
  people: { min: 1, max: 8, unit: 'people' },
  containerG: { min: 50, max: 30000, unit: 'g' },
  containers: { min: 1, max: 8, unit: 'containers' },
  fillShare: { min: 0.2, max: 1, unit: '' },
  potShare: { min: 0.2, max: 0.95, unit: '' },
  gunKgPerMin: { min: 0.05, max: 10, unit: 'kg/min' },
} as const satisfies Record<string, Range>;

export const DEFAULT_MIX: MixPlan = {
  people: 2,
  containersG: [500, 1000, 2500, 5000],
  fillShare: 0.8,
  potShare: 0.6,
  measure: 'weight',
  gunKgPerMin: 0.6,
};

/** @throws DomainError naming what makes no sense */
export function checkMix(mix: MixPlan): void {
  requireInRange('people laminating', mix.people, mixRanges.people);
  if (mix.containersG.length === 0)
    throw new DomainError({ code: 'value-missing', quantity: 'containers', value: [], expected: 'at least one container' });
  requireInRange('number of containers', mix.containersG.length, mixRanges.containers);
  for (const grams of mix.containersG) requireInRange('what a container holds', grams, mixRanges.containerG);
  requireInRange('how full a container is mixed', mix.fillShare, mixRanges.fillShare);
  requireInRange('share of the pot life used', mix.potShare, mixRanges.potShare);
  requireInRange('output of the gun', mix.gunKgPerMin, mixRanges.gunKgPerMin);
}
