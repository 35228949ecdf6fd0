import type { KineticCard } from '../cure/kinetic-card.js';

/**
 * Built-in kinetic numbers by id. Assumed: plausible, reproduce typical data-sheet behaviour, fitted to no measurement.
 */
export const kineticCards: Readonly<Record<string, KineticCard>> = {
  gelcoat_iso: { name: 'iso polyester gel coat', rho_r: 1200, cp_r: 1950, k_r: 0.19, H: 309000, k1: 9e-05, k2: 0.00174, E1: 45900, E2: 45900, m: 1, n: 1.5, c_ref: 2, t_ind_min: 8.7, Ez: 53700, p: 1.02, q: 0.5, Tg0: -60, Tg1: 105, lam: 0.4, dTv: 20, a_gel: 0.03, filler_w: 0.15, filler: { rho: 2700, cp: 850, k: 2.5 } },
  ve_skin: { name: 'vinyl ester skin', rho_r: 1120, cp_r: 1950, k_r: 0.19, H: 273000, k1: 5.67e-05, k2: 0.00193, E1: 47000, E2: 47000, m: 1, n: 1.5, c_ref: 1.5, t_ind_min: 14.3, Ez: 53400, p: 1.03, q: 0.5, Tg0: -60, Tg1: 125, lam: 0.4, dTv: 20, a_gel: 0.03 },
  iso_lam: { name: 'iso polyester laminating', rho_r: 1150, cp_r: 1950, k_r: 0.19, H: 292000, k1: 4.69e-05, k2: 0.00161, E1: 46000, E2: 46000, m: 1, n: 1.5, c_ref: 1.5, t_ind_min: 10.6, Ez: 53200, p: 1.03, q: 0.5, Tg0: -60, Tg1: 100, lam: 0.4, dTv: 20, a_gel: 0.03 },
  tooling_lp: { name: 'filled low-profile tooling polyester', rho_r: 1150, cp_r: 1950, k_r: 0.19, H: 305000, k1: 0.000123, k2: 0.00271, E1: 46900, E2: 46900, m: 1, n: 1.5, c_ref: 1.5, t_ind_min: 21.4, Ez: 52100, p: 0.855, q: 0.5, Tg0: -60, Tg1: 100, lam: 0.4, dTv: 20, a_gel: 0.03, filler_w: 0.4 },
  epoxy_slow: { name: 'epoxy laminating, slow hardener', rho_r: 1130, cp_r: 1800, k_r: 0.2, H: 339000, k1: 2.85e-05, k2: 0.000227, E1: 41000, E2: 41000, m: 1, n: 2, c_ref: null, q: 0, Tg0: -40, Tg1: 85, lam: 0.4, dTv: 20, a_gel: 0.58 },
  epoxy_fast: { name: 'epoxy laminating, fast hardener', rho_r: 1130, cp_r: 1800, k_r: 0.2, H: 328000, k1: 5.73e-05, k2: 0.00064, E1: 49000, E2: 49000, m: 1, n: 2, c_ref: null, q: 0, Tg0: -40, Tg1: 85, lam: 0.4, dTv: 20, a_gel: 0.58 },
  epoxy_surface: { name: 'epoxy surface coat (filled)', rho_r: 1130, cp_r: 1800, k_r: 0.2, H: 318000, k1: 0.000104, k2: 0.000645, E1: 46700, E2: 46700, m: 1, n: 2, c_ref: null, q: 0, Tg0: -40, Tg1: 85, lam: 0.4, dTv: 20, a_gel: 0.58, filler_w: 0.35, filler: { rho: 2700, cp: 850, k: 2.5 } },
  pu_fast: { name: 'polyurethane fast 1:1 (unfilled)', rho_r: 1060, cp_r: 1750, k_r: 0.19, H: 151000, k1: 0.00135, k2: 0.00251, E1: 38200, E2: 38200, m: 1, n: 2, c_ref: null, q: 0, Tg0: -50, Tg1: 80, lam: 0.4, dTv: 20, a_gel: 0.6 },
};
