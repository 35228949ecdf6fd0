import { SeededRandom } from '../numerics/seeded-random.js';

/** Rules of the resins that a random problem is made of, near those of their cards. */
const RULES = {
  gelcoat_iso: { open_cure: 0.45, restart_C: null, close_h: 24, max_C: 60, act_C: null, min_items: 1, max_items: 1, demold_cure: 0.72 },
  iso_lam: { open_cure: 0.45, restart_C: 32, close_h: 24, max_C: 90, act_C: null, min_items: 1, max_items: 3, demold_cure: 0.72 },
  tooling_lp_1go: { open_cure: 0.5, restart_C: 35, close_h: 24, max_C: 90, act_C: 33, min_items: 2, max_items: 3, demold_cure: 0.7 },
} as const;

/** A small problem that every plan of can be tried: a gel coat or none, two or three mats, two short days; the same seed gives the same one. */
export function randomProblem(seed: number): object {
  const random = new SeededRandom(Math.imul(seed + 1, 0x9e3779b1) >>> 0);
  const between = (low: number, high: number): number => low + random.uniform() * (high - low);
  const one = <T>(of: readonly T[]): T => of[Math.min(of.length - 1, Math.floor(random.uniform() * of.length))];
  random.uniform();
  const resin = one(['iso_lam', 'iso_lam', 'tooling_lp_1go'] as const);
  const mats = one([2, 3]);
  const warm = Math.round(between(17, 26));
  const gel = { name: 'gel coat', resin: 'gelcoat_iso', cat_pct: 2, mm: 0.6, glass_w: 0, T_lay_C: warm, lay_min: 20, group: 'gel' };
  const mat = (i: number): object => ({
    name: `mat ${String(i + 1)}`,
    resin,
    cat_pct: resin === 'iso_lam' ? 1.5 : 1,
    glass_gsm: one([450, 600]),
    glass_w: 0.3,
    T_lay_C: warm,
    lay_min: one([10, 20, 30]),
    group: 'bulk',
  });
  const opens = 8;
  const day = (n: number): [number, number] => [n * 24 + opens, n * 24 + opens + one([2, 3])];
  return {
    name: `random ${String(seed)}`,
    grid_min: 30,
    horizon_h: 72,
    demold_min_h: one([12, 20]),
    face_max_C: one([45, 60, 80]),
    rules: RULES,
    case: {
      air: random.uniform() < 0.5 ? warm : { mean: warm, amp: 2, t_max_h: 15 },
      top: { h: 9 },
      plug: { layers: [{ material: one(['mdf', 'pu_foam']), mm: one([18, 40]) }], back: { h: 5 }, Rc: 2.5e-4, T0_C: warm },
    },
    open_h: [day(0), day(1), [2 * 24 + opens, 2 * 24 + opens + 4]],
    items: [...(random.uniform() < 0.5 ? [gel] : []), ...Array.from({ length: mats }, (_, i) => mat(i))],
  };
}
