import type { ThermalMaterial } from '../heat/mixture.js';

/** Thermal data of plug materials by id (handbook-typical; see docs/references.md#plug-materials). */
export const plugMaterials: Readonly<Record<string, ThermalMaterial>> = {
  mdf: { rho: 730, cp: 1700, k: 0.14 },
  pu_foam: { rho: 60, cp: 1400, k: 0.028 },
  tooling_board: { rho: 700, cp: 1300, k: 0.18 },
  plaster: { rho: 1050, cp: 1000, k: 0.4 },
  abs: { rho: 1050, cp: 1400, k: 0.18 },
  plywood: { rho: 600, cp: 1600, k: 0.14 },
  aluminium: { rho: 2700, cp: 900, k: 160 },
  cured_frp: { rho: 1450, cp: 1500, k: 0.25 },
};
