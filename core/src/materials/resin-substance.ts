/** Resin substance of a kind of resin: epoxy, polyurethane, or one that cures by free radicals in styrene. */
export function resinSubstance(family: string): string {
  if (family.startsWith('epoxy')) return 'resin_epoxy';
  return family === 'polyurethane' ? 'resin_pu' : 'resin_styrene';
}
