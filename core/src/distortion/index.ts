export type { SectionDistortion } from './section-distortion.js';
export { panelBowM } from './sequential-laminate.js';
