import { byLevel } from '../units/levels.js';
import { compatibilityRules, type CompatibilityRule } from './compatibility-rules.js';
import { substanceOf, type Substance } from '../materials/substances.js';

/** A pair that does not go together. */
export interface CompatibilityHit {
  readonly rule: CompatibilityRule;
  readonly acting: Substance;
  readonly on: Substance;
}

/**
 * Judges everything that comes together on a plug: each thing against each other, in both directions, worst first.
 * What is covered is not spared: a pinhole in the coat is enough.
 * @param ids substances that touch or heat each other
 */
export function compatibility(ids: readonly string[]): CompatibilityHit[] {
  const present = [...new Set(ids)].map(substanceOf);
  const hits = compatibilityRules.flatMap((rule) =>
    present.flatMap((acting) =>
      acting.traits.includes(rule.acts)
        ? present.filter((on) => on !== acting && on.traits.includes(rule.on)).map((on): CompatibilityHit => ({ rule, acting, on }))
        : [],
    ),
  );
  return byRank(hits);
}

/** Worst first. */
export function byRank(hits: readonly CompatibilityHit[]): CompatibilityHit[] {
  return [...hits].sort((a, b) => byLevel(a.rule.level, b.rule.level));
}

/** The weakest thing under the stack: its limit is the interface limit of the simulation. null: nothing limits. */
export function weakestHeat(ids: readonly string[]): { readonly substance: Substance; readonly heatLimitC: number } | null {
  const limits = ids
    .map(substanceOf)
    .flatMap((substance) => (substance.heatLimitC === null ? [] : [{ substance, heatLimitC: substance.heatLimitC }]));
  return limits.reduce<(typeof limits)[number] | null>((weakest, one) => (weakest && weakest.heatLimitC <= one.heatLimitC ? weakest : one), null);
}
