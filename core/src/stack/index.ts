export { inSpells } from './dry-stack.js';
export { preparationOf, preparations, type Preparation } from './preparation.js';
export { fitToThickness, laidMasses, shellOf, stackTally } from './tally.js';
