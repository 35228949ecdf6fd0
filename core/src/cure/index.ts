export type { KineticCard } from './kinetic-card.js';
export { cureWords } from './cure-words.js';
