export { kitPieces, kitSheet, MOST_PIECES, type FabricKit } from './kit-sheet.js';
export { outlineOf, packRoll, type RollLayout } from './roll-packing.js';
export { takeOff, takeOffAmount, takeOffCsv, takeOffOfMold, type TakeOffLine } from './take-off.js';
export { kitSvg } from './templates.js';
