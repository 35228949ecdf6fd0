export type { SectionDistortion } from './section-distortion.js';
export { panelBowM } from './sequential-laminate.js';
export { caseLetGo } from './case-let-go.js';
