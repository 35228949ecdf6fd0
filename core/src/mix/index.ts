export { hardenerOf } from './hardener-name.js';
export { mixObjections, mixSheet, potLookup, smokes, type MixRow } from './mix-sheet.js';
export { quickDose, type QuickWish } from './quick-dose.js';
