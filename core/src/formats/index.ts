export { cardRows, cardsFromRows, readCard, readCardFile, writeCardFile } from './card-file.js';
export { cardFileSchema } from './card-schema.js';
export { csvText } from './csv.js';
export { readCase, type ParsedCase } from './case-file.js';
export { probeValue, reportCase, type CaseReport } from './case-report.js';
