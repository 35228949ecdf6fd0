export { check, forecast, judge, type Checked, type Judged, type PlanTask } from './tasks.js';
