export { SMOKING_C, mixObjections, mixSheet, potLookup, type MixRow } from './mix-sheet.js';
