export { backingOf, type BackingTime } from './backing.js';
export { boltPattern } from './bolt-pattern.js';
export { demoldGrade, type DemoldGrade } from './demold.js';
export { directMoldSteps } from './direct-mold.js';
export { flangeNeedMm, flangeStrips, type FlangeStrip } from './flange-width.js';
export type { Sibling } from './hand-guard.js';
export { OFFSET_STEPS, offsetPlan } from './offset.js';
export { panelDeflectionM, widestSpanM } from './panel-deflection.js';
export { usualThickness } from './target-thickness.js';
