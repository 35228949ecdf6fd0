export { growthSvg } from './growth-svg.js';
export { makeMoldTraveler, makeTraveler, type MoldTraveler, type Traveler } from './traveler.js';
