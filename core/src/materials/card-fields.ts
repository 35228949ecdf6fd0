import { fieldGroup, type CardField } from './card-field.js';
import type { MaterialKind } from './material-card.js';
import { resinFields } from './resin-fields.js';

const sheet = fieldGroup('Data sheet');
const heat = fieldGroup('Heat');
const use = fieldGroup('In use');
const TEMPERATURE = { quantity: 'temperature', digits: 0 } as const;

const thermal: readonly CardField[] = [
  heat.number('rho', 'Density', 'kg/m³', [1, 25000], { digits: 0, required: true }),
  heat.number('cp', 'Specific heat', 'J/kgK', [50, 10000], { digits: 0, required: true }),
  heat.number('k', 'Conductivity', 'W/mK', [0.001, 2000], { digits: 3, required: true }),
];

const FORMS = ['veil', 'chopped mat', 'cloth', 'core', 'flow mesh'] as const;
const BINDERS = ['none', 'styrene-soluble powder', 'styrene-soluble emulsion', 'epoxy-compatible'] as const;
const SCHOOLS = ['paste wax', 'soluble film', 'semi-permanent', 'sealer', 'cleaner'] as const;
const COATINGS = ['filler', 'primer', 'lacquer', 'two-pack paint', 'epoxy coat', 'sealer', 'wax', 'clay', 'tape', 'adhesive'] as const;
const HARDENERS = ['MEK peroxide', 'cumene peroxide', 'epoxy amine', 'isocyanate', 'polyol'] as const;

/** Every line that a card of each kind may have. */
export const cardFields: Readonly<Record<MaterialKind, readonly CardField[]>> = {
  resin: resinFields,
  filler: [
    ...thermal,
    use.number('usualShare', 'Usual share of the paste', '', [0, 0.9], { digits: 2 }),
    use.flag('needsRespirator', 'Dust: respirator'),
    use.number('packKg', 'Bought in packs of', 'kg', [0.05, 1000], { digits: 2 }),
  ],
  reinforcement: [
    sheet.choice('form', 'Form', FORMS, true),
    sheet.number('arealGsm', 'Areal weight', 'g/m²', [5, 5000], { digits: 0, quantity: 'arealWeight', required: true }),
    sheet.number('rollWidthMm', 'Roll width', 'mm', [50, 4000], { digits: 0, quantity: 'thickness' }),
    sheet.number('resinToGlass', 'Resin per fiber, by weight', ': 1', [0.3, 20], { digits: 2 }),
    sheet.number('thicknessMm', 'Thickness of core or mesh', 'mm', [0.1, 100], { digits: 1, quantity: 'thickness' }),
    sheet.choice('binder', 'Binder', BINDERS),
    use.number('overlapMm', 'Usual overlap', 'mm', [0, 300], { digits: 0, quantity: 'thickness' }),
    use.number('layRateM2h', 'One practised pair lays', 'm²/h', [0.2, 50], { digits: 1 }),
    use.number('permeabilityM2', 'Permeability', 'm²', [1e-13, 1e-6]),
    use.number('rollLengthM', 'Bought in rolls of', 'm', [1, 1000], { digits: 0 }),
    use.number('costPerM2', 'Cost', 'per m²', [0, 10000], { digits: 2 }),
    use.number('wasteSharePct', 'Waste', '%', [0, 60], { digits: 0 }),
  ],
  'plug material': [
    ...thermal,
    use.number('heatLimitC', 'Highest face temperature', '°C', [30, 250], { ...TEMPERATURE, required: true }),
    use.text('needs', 'What it needs before release'),
  ],
  coating: [
    sheet.choice('form', 'Kind', COATINGS, true),
    use.number('heatLimitC', 'Highest temperature', '°C', [30, 250], { ...TEMPERATURE, required: true }),
    use.number('waitH', 'Wait before release or gel coat', 'h', [0, 500], { digits: 0 }),
    use.text('caution', 'Caution'),
  ],
  'release agent': [
    sheet.choice('school', 'School', SCHOOLS, true),
    use.number('coatsNew', 'Coats on a new surface', '', [1, 20], { digits: 0 }),
    use.number('coatsUsed', 'Coats on a surface released before', '', [0, 20], { digits: 0 }),
    use.number('hazeMin', 'Haze', 'min', [0, 240], { digits: 0 }),
    use.number('betweenMin', 'Wait between coats', 'min', [0, 1000], { digits: 0 }),
    use.number('finalH', 'Wait after the last coat', 'h', [0, 100], { digits: 1 }),
    use.number('minC', 'Coldest shop', '°C', [-20, 60], TEMPERATURE),
    use.number('maxC', 'Warmest shop', '°C', [0, 80], TEMPERATURE),
    use.number('minHumidityPct', 'Lowest humidity', '%', [0, 100], { digits: 0 }),
    use.number('maxHumidityPct', 'Highest humidity', '%', [10, 100], { digits: 0 }),
    use.number('heatLimitC', 'Softens at', '°C', [30, 300], TEMPERATURE),
    use.number('coverageM2PerL', 'One coat covers', 'm²/l', [1, 400], { digits: 0 }),
    use.number('packL', 'Bought in packs of', 'l', [0.05, 250], { digits: 2 }),
    use.text('caution', 'Caution'),
  ],
  hardener: [
    sheet.choice('form', 'Kind', HARDENERS, true),
    sheet.number('densityKgM3', 'Density', 'kg/m³', [700, 2000], { digits: 0, required: true }),
    use.number('shelfLifeDays', 'Shelf life', 'days', [1, 3650], { digits: 0 }),
    use.number('storeBelowC', 'Store below', '°C', [0, 60], TEMPERATURE),
    use.flag('gasses', 'Gasses in thick or evacuated laminates'),
    use.number('packKg', 'Bought in packs of', 'kg', [0.05, 1000], { digits: 2 }),
    use.text('caution', 'Caution'),
  ],
};
