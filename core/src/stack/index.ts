export { infusedLayers, infusionOutcome } from './plan-infusion.js';
export { fitToThickness, laidMasses, shellOf, stackTally } from './tally.js';
