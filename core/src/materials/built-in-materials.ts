import { DEFAULT_FILLER } from '../heat/mixture.js';
import { builtInResins } from './built-in-resins.js';
import type { CardScalar, MaterialCard, MaterialKind } from './material-card.js';
import { plugMaterials } from './plug-materials.js';

function card(kind: MaterialKind, id: string, name: string, values: Readonly<Record<string, CardScalar>>): MaterialCard {
  const source = { origin: 'assumed', note: 'typical', date: null } as const;
  return {
    formatVersion: 1,
    id,
    kind,
    name,
    gelTimes: [],
    values: Object.fromEntries(Object.entries(values).map(([key, value]) => [key, { value, ...source }])),
  };
}

function plug(id: string, name: string, heatLimitC: number, needs: string): MaterialCard {
  return card('plug material', id, name, { ...plugMaterials[id], heatLimitC, needs });
}

interface Reinforcement extends Readonly<Record<string, CardScalar>> {
  readonly form: string;
  readonly arealGsm: number;
  readonly resinToGlass: number;
}

function mat(id: string, name: string, values: Reinforcement): MaterialCard {
  return card('reinforcement', id, name, { rollWidthMm: 1250, rollLengthM: 50, overlapMm: 50, wasteSharePct: 12, ...values });
}

const SOLUBLE = { binder: 'styrene-soluble powder', layRateM2h: 4, permeabilityM2: 2e-9 };
const CLOTH = { binder: 'none', layRateM2h: 5, overlapMm: 25, permeabilityM2: 3e-10 };

/** Everything else that a shop keeps, generic and made up. */
export const builtInMaterials: readonly MaterialCard[] = [
  ...builtInResins,
  mat('veil_30', 'Surface veil 30', { form: 'veil', arealGsm: 30, resinToGlass: 8, ...SOLUBLE, layRateM2h: 5 }),
  mat('mat_225', 'Chopped mat 225', { form: 'chopped mat', arealGsm: 225, resinToGlass: 2.5, ...SOLUBLE }),
  mat('mat_300', 'Chopped mat 300', { form: 'chopped mat', arealGsm: 300, resinToGlass: 2.5, ...SOLUBLE }),
  mat('mat_450', 'Chopped mat 450', { form: 'chopped mat', arealGsm: 450, resinToGlass: 2.4, ...SOLUBLE }),
  mat('cloth_160', 'Cloth 160, plain', { form: 'cloth', arealGsm: 160, resinToGlass: 1.1, ...CLOTH }),
  mat('cloth_290', 'Cloth 290, twill', { form: 'cloth', arealGsm: 290, resinToGlass: 1, ...CLOTH }),
  mat('biax_600', 'Stitched cloth 600', { form: 'cloth', arealGsm: 600, resinToGlass: 1, ...CLOTH, layRateM2h: 3 }),
  mat('core_foam_10', 'Foam core 10 mm', { form: 'core', arealGsm: 800, resinToGlass: 0.6, thicknessMm: 10, layRateM2h: 3, rollWidthMm: 1200 }),
  mat('flow_mesh', 'Flow mesh', { form: 'flow mesh', arealGsm: 180, resinToGlass: 3, thicknessMm: 1, permeabilityM2: 1e-8, layRateM2h: 8 }),
  card('filler', 'filler_trihydrate', 'Alumina trihydrate', { ...DEFAULT_FILLER, usualShare: 0.4, needsRespirator: true }),
  card('filler', 'filler_microspheres', 'Hollow glass spheres', { rho: 250, cp: 800, k: 0.08, usualShare: 0.1, needsRespirator: true }),
  card('filler', 'filler_silica', 'Fumed silica', { rho: 2200, cp: 750, k: 1.3, usualShare: 0.03, needsRespirator: true }),
  card('filler', 'filler_aluminum', 'Aluminum powder', { rho: 2700, cp: 900, k: 160, usualShare: 0.3, needsRespirator: true }),
  card('filler', 'pigment_paste', 'Pigment paste', { rho: 1300, cp: 1700, k: 0.2, usualShare: 0.05 }),
  plug('mdf', 'Fiberboard, sealed', 90, 'Seal and rub down: bare board inhibits cure and sticks'),
  plug('plywood', 'Plywood, sealed', 90, 'Seal and rub down, fill the grain'),
  plug('pu_foam', 'Polyurethane foam, coated', 70, 'Hard coat without pinholes'),
  plug('tooling_board', 'Tooling board', 80, 'Seal: the cut face is open'),
  plug('plaster', 'Plaster, dry and sealed', 80, 'Dry through, then seal'),
  plug('abs', 'Printed or formed ABS', 85, 'Styrene and acetone craze it: film, fast back-up, or epoxy'),
  plug('aluminium', 'Aluminum', 150, 'Degrease'),
  plug('cured_frp', 'Existing part, cured laminate', 70, 'Wash, release; mind old repairs and polish'),
  card('coating', 'primer_two_pack', 'Two-pack primer', {
    form: 'primer',
    heatLimitC: 90,
    waitH: 120,
    caution: 'Solvent and isocyanate: cure five to seven days or warm',
  }),
  card('coating', 'lacquer_acrylic', 'Acrylic lacquer', {
    form: 'lacquer',
    heatLimitC: 60,
    waitH: 72,
    caution: 'Styrene wrinkles it: isolate, test a patch',
  }),
  card('coating', 'wax_fillet', 'Filleting and sheet wax', { form: 'wax', heatLimitC: 48, waitH: 0, caution: 'Softens warm' }),
  card('coating', 'clay_modeling', 'Modeling clay', {
    form: 'clay',
    heatLimitC: 42,
    waitH: 0,
    caution: 'Gel coat lifts and shrinks off it: use wax',
  }),
  card('coating', 'tape_masking', 'Masking tape', { form: 'tape', heatLimitC: 60, waitH: 0, caution: 'Edges lift under gel coat when warm' }),
  card('release agent', 'wax_paste', 'Paste wax', {
    school: 'paste wax',
    coatsNew: 6,
    betweenMin: 45,
    finalH: 6,
    heatLimitC: 60,
    coverageM2PerL: 60,
    caution: 'Not under semi-permanent release',
  }),
  card('release agent', 'film_soluble', 'Water-soluble film', {
    school: 'soluble film',
    coatsNew: 3,
    betweenMin: 30,
    finalH: 1,
    maxHumidityPct: 68,
    coverageM2PerL: 12,
    caution: 'Runs from corners; not over semi-permanent',
  }),
  card('release agent', 'release_semi', 'Semi-permanent release', {
    school: 'semi-permanent',
    coatsNew: 5,
    betweenMin: 20,
    finalH: 2,
    coverageM2PerL: 30,
    caution: 'Bare, clean surface only',
  }),
  card('hardener', 'mekp', 'MEK peroxide, standard', {
    form: 'MEK peroxide',
    densityKgM3: 1150,
    shelfLifeDays: 180,
    storeBelowC: 25,
    packKg: 5,
    gasses: true,
    caution: 'Eyes and fire: never with a metal accelerator, on rags or in a closed pot',
  }),
  card('hardener', 'cumene', 'Cumene peroxide, low gassing', {
    form: 'cumene peroxide',
    densityKgM3: 1060,
    shelfLifeDays: 180,
    storeBelowC: 30,
    packKg: 5,
    gasses: false,
    caution: 'Eyes and fire: never with a metal accelerator, on rags or in a closed pot',
  }),
  card('hardener', 'amine_slow', 'Epoxy hardener, slow', {
    form: 'epoxy amine',
    densityKgM3: 950,
    shelfLifeDays: 365,
    packKg: 5,
    gasses: false,
    caution: 'Sensitizer: gloves, air, no skin contact',
  }),
];
