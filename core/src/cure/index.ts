export type { KineticCard } from './kinetic-card.js';
