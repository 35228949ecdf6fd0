export type { SectionDistortion } from './section-distortion.js';
export { panelBowM } from './sequential-laminate.js';
export { caseLetGo } from './case-let-go.js';
export { edgesComeNearerM, sectionLine, type LinePoint, type SectionLine } from './section-line.js';
