export { check, worst, type Checked, type PlanTask } from './tasks.js';
