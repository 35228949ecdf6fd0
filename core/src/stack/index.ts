export { infusedLayers, infusionOutcome } from './plan-infusion.js';
export { fitToThickness, laidAreaM2, laidMasses, shellOf, stackTally } from './tally.js';
