export { findingSheet, sizeClass, type FindingSheet, type SizeClass } from './finding-sheets.js';
export { repairHours, repairMethod, repairMethods, type RepairMethod, type RepairStep } from './repair-methods.js';
