export { growthSvg } from './growth-svg.js';
export { makeTraveler, type Traveler } from './traveler.js';
