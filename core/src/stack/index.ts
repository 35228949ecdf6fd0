export { edgeCut, type EdgeCut, type GreenSpan } from './edge-cut.js';
export { inSpells } from './dry-stack.js';
export { preparationOf, preparations, type Preparation } from './preparation.js';
export { fitToThickness, laidMasses, shellOf, stackTally } from './tally.js';
