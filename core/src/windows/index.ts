export { startSpan } from './start-span.js';
export type { JointWindow } from './joint-window.js';
export type { SurfaceState } from './surface-state.js';
