export { amount, fillAmounts, words, type Words } from './amounts.js';
export { displayDigits, displayText, fromDisplay, toDisplay, unitName, type DisplayQuantity, type UnitSystem } from './display-units.js';
export { KELVIN } from './kelvin.js';
export { byLevel, worstOf } from './levels.js';
