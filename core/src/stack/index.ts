export { FILL_BAND, infusedLayers, infusionOutcome } from './plan-infusion.js';
export { preparationOf, preparations, type Preparation } from './preparation.js';
export { fitToThickness, laidMasses, shellOf, stackTally } from './tally.js';
