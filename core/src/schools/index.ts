export { schoolFigures, type SchoolFigures } from './compare-schools.js';
