export { FILL_BAND, infusedLayers, infusedAtC, infusionOutcome } from './plan-infusion.js';
export { preparationOf, preparations, type Preparation } from './preparation.js';
export { fitToThickness, laidMasses, shellOf, stackTally } from './tally.js';
