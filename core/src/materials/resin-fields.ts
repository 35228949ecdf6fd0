import { fieldGroup, type CardField } from './card-field.js';

export const resinFamilies = [
  'gel coat',
  'barrier',
  'skin',
  'laminating',
  'low-profile tooling',
  'epoxy laminating',
  'epoxy surface',
  'polyurethane',
  'paste and putty',
  'infusion',
] as const;
export type ResinFamily = (typeof resinFamilies)[number];

const mix = fieldGroup('Mix and handling');
const sheet = fieldGroup('As the sheet prints it');
const limits = fieldGroup('Limits');
const set = fieldGroup('After gel');
const spread = fieldGroup('Spread and slow places');
const cure = fieldGroup('Cure in the simulation');

const TEMPERATURE = { quantity: 'temperature', digits: 0 } as const;

/** Every line of a resin card. */
export const resinFields: readonly CardField[] = [
  mix.choice('family', 'Kind of resin', resinFamilies, true),
  mix.number('catalystMinPct', 'Catalyst, lowest', '%', [0.1, 5], { digits: 2, hint: 'Leave the three empty for a fixed ratio' }),
  mix.number('catalystTypicalPct', 'Catalyst, usual', '%', [0.1, 5], { digits: 2 }),
  mix.number('catalystMaxPct', 'Catalyst, highest', '%', [0.1, 5], { digits: 2 }),
  mix.text('hardenerName', 'Hardener that belongs to it'),
  mix.number('hardenerPhrByWeight', 'Hardener per 100 of resin, by weight', 'g', [0.1, 300], { digits: 1 }),
  mix.number('hardenerPhrByVolume', 'Hardener per 100 of resin, by volume', 'ml', [0.1, 300], { digits: 1 }),
  mix.number('hardenerDensityKgM3', 'Density of the hardener', 'kg/m³', [700, 2000], { digits: 0 }),
  mix.number('transferShare', 'Share that reaches the mold', '', [0.2, 1], { digits: 2, required: true }),
  mix.number('viscosityPaS', 'Viscosity', 'Pa·s', [0.01, 1000], { digits: 2 }),
  mix.number('packKg', 'Bought in packs of', 'kg', [0.05, 2000], { digits: 1 }),
  mix.number('costPerKg', 'Cost', 'per kg', [0, 10000], { digits: 2, hint: 'In the shop’s own money' }),
  mix.number('shelfLifeDays', 'Shelf life', 'days', [1, 3650], { digits: 0 }),
  mix.number('shopMinC', 'Coldest shop', '°C', [-20, 60], { ...TEMPERATURE, required: true }),

  sheet.number('cupMassG', 'Cup test, mass', 'g', [5, 5000], { digits: 0 }),
  sheet.number('cupStartC', 'Cup test, start', '°C', [0, 60], TEMPERATURE),
  sheet.number('cupCatalystPct', 'Cup test, catalyst', '%', [0.1, 5], { digits: 2 }),
  sheet.number('cupPeakC', 'Cup test, peak', '°C', [20, 320], TEMPERATURE),
  sheet.number('cupPeakMin', 'Cup test, time to peak', 'min', [0.5, 3000], { digits: 1 }),
  sheet.number('overlayAfterMin', 'Next coat may go on after', 'min', [1, 6000], { digits: 0, hint: 'Empty: from gel, once cool enough' }),
  sheet.number('overlayAtC', '… at', '°C', [5, 60], TEMPERATURE),
  sheet.number('overlayFilmUm', '… for a wet film of', 'µm', [50, 10000], { digits: 0, quantity: 'film' }),
  sheet.number('dryAfterMin', 'Dry to touch after (same conditions)', 'min', [1, 12000], { digits: 0 }),
  sheet.number('bondClosesH', 'Lay on before, else abrade', 'h', [0.1, 1000], { digits: 1, required: true }),
  sheet.number('windowSpreadPct', 'How sure these times are, ±', '%', [0, 100], { digits: 0, hint: 'Empty: 15' }),
  sheet.number('trimAfterGelMin', 'Green trim from, after gel (same conditions)', 'min', [0, 1000], { digits: 0 }),
  sheet.number('trimUntilMin', 'Green trim until, after gel', 'min', [1, 3000], { digits: 0 }),
  sheet.flag('wetOnWet', 'Next session may go on before gel'),
  sheet.number('coatLeastUm', 'One coat, thinnest wet film', 'µm', [20, 10000], { digits: 0, quantity: 'film' }),
  sheet.number('coatMostUm', 'One coat, thickest wet film', 'µm', [20, 10000], { digits: 0, quantity: 'film' }),
  sheet.number('filmLeastUm', 'All coats, thinnest', 'µm', [20, 20000], { digits: 0, quantity: 'film' }),
  sheet.number('filmMostUm', 'All coats, thickest', 'µm', [20, 20000], { digits: 0, quantity: 'film' }),
  sheet.number('leastPlies', 'Plies in one session, least', 'plies', [1, 60], { digits: 0, hint: 'Resins that need their own heat' }),
  sheet.number('mostPlies', 'Plies in one session, most', 'plies', [1, 100], { digits: 0 }),
  sheet.number('mostThicknessMm', 'Thickness in one session, most', 'mm', [0.2, 200], { digits: 1, quantity: 'thickness' }),
  sheet.number('leastResinToGlass', 'Resin to glass, least', ': 1', [0.3, 8], { digits: 2 }),
  sheet.number('betweenSessionsH', 'From one session to the next, least', 'h', [0.1, 500], { digits: 1 }),
  sheet.number('demoldAfterH', 'Demold after', 'h', [0.2, 2000], { digits: 1 }),
  sheet.number('demoldAtC', '… at', '°C', [5, 120], { ...TEMPERATURE, hint: 'Empty: 21' }),
  sheet.number('backingAfterH', 'Bond a frame after', 'h', [0.2, 2000], { digits: 1, hint: 'Empty: 24' }),
  sheet.number('hdtC', 'Heat distortion temperature', '°C', [20, 320], TEMPERATURE),

  limits.number('maxLaminateC', 'Hottest laminate wanted', '°C', [20, 250], { ...TEMPERATURE, required: true }),
  limits.number('activationC', 'Coolest place must reach', '°C', [20, 200], { ...TEMPERATURE, hint: 'Only resins whose shrink control needs heat' }),
  limits.number('restartBelowC', 'Next session when below', '°C', [0, 150], TEMPERATURE),
  limits.number('demoldCure', 'Degree of cure for demolding', '', [0.1, 1], { digits: 2, required: true }),
  limits.number('backingCure', 'Degree of cure for bonding a frame', '', [0.1, 1], { digits: 2, hint: 'Only where a sheet says one' }),
  limits.number('postCureRampKPerH', 'Post-cure, fastest ramp', 'K/h', [1, 100], { digits: 0 }),

  set.number('shrinkPct', 'Linear shrink after gel', '%', [0, 5], { digits: 3, required: true }),
  set.number('shrinkActivatedPct', '… once it reached its heat', '%', [0, 5], { digits: 3 }),
  set.number('modulusGPa', 'Stiffness of the cured layer', 'GPa', [0.1, 100], { digits: 1, required: true }),
  set.number('poisson', 'Poisson’s ratio', '', [0, 0.49], { digits: 2, required: true }),
  set.number('expansionInPlane', 'Heat expansion in the plane', '1e-6/K', [0, 200], { digits: 0, required: true }),
  set.number('expansionThrough', 'Heat expansion through the thickness', '1e-6/K', [0, 300], { digits: 0, required: true }),
  set.number('shrinkThroughPct', 'Shrink through the thickness after gel', '%', [0, 10], { digits: 2, required: true }),
  set.number('warpFactor', 'Measured warp over predicted', '', [0.01, 20], { digits: 2, hint: 'From a measured panel; empty: uncalibrated' }),

  spread.number('rateSpreadPct', 'Cure rates vary by (one standard deviation)', '%', [0, 60], { digits: 0, required: true }),
  spread.number('heatSpreadPct', 'Heat of cure varies by', '%', [0, 30], { digits: 0, required: true }),
  spread.number('pocketSlowdown', 'In a deep pocket it takes … times as long', '×', [1, 6], { digits: 1, required: true }),

  cure.number('rho_r', 'Density without filler', 'kg/m³', [500, 3000], { digits: 0, required: true }),
  cure.number('cp_r', 'Specific heat', 'J/kgK', [500, 5000], { digits: 0, required: true }),
  cure.number('k_r', 'Conductivity', 'W/mK', [0.02, 5], { digits: 2, required: true }),
  cure.number('filler_w', 'Filler in the paste, by weight', '', [0, 0.9], { digits: 2 }),
  cure.number('filler_rho', 'Filler, density', 'kg/m³', [50, 8000], { digits: 0 }),
  cure.number('filler_cp', 'Filler, specific heat', 'J/kgK', [100, 5000], { digits: 0 }),
  cure.number('filler_k', 'Filler, conductivity', 'W/mK', [0.02, 200], { digits: 1 }),
  cure.number('H', 'Heat of cure (effective)', 'J/kg', [0, 1e6], { digits: 0, required: true }),
  cure.number('t_ind_min', 'Induction at 25 °C', 'min', [0.01, 10000], { digits: 1 }),
  cure.number('Ez', 'Induction, activation energy', 'J/mol', [0, 5e5], { digits: 0 }),
  cure.number('p', 'Induction, order in catalyst', '', [-3, 3], { digits: 2 }),
  cure.number('k1', 'k1 at 25 °C', '1/s', [0, 10], { required: true }),
  cure.number('k2', 'k2 at 25 °C', '1/s', [0, 10], { required: true }),
  cure.number('E1', 'Activation energy 1', 'J/mol', [0, 5e5], { digits: 0, required: true }),
  cure.number('E2', 'Activation energy 2', 'J/mol', [0, 5e5], { digits: 0, required: true }),
  cure.number('m', 'Order m', '', [0, 4], { digits: 2, required: true }),
  cure.number('n', 'Order n', '', [0, 5], { digits: 2, required: true }),
  cure.number('c_ref', 'Catalyst the rates are stated for', '%', [0.05, 20], { digits: 2 }),
  cure.number('q', 'Order of the rates in catalyst', '', [-3, 3], { digits: 2, required: true }),
  cure.number('a_gel', 'Degree of cure at gel', '', [0.001, 0.95], { digits: 3, required: true }),
  cure.number('Tg0', 'Tg uncured', '°C', [-150, 100], { ...TEMPERATURE, required: true }),
  cure.number('Tg1', 'Tg fully cured', '°C', [-50, 350], { ...TEMPERATURE, required: true }),
  cure.number('lam', 'λ of Tg over cure', '', [0.05, 1], { digits: 2, required: true }),
  cure.number('dTv', 'Cure runs on above Tg by', 'K', [0, 100], { digits: 0, required: true }),
];
