export { check, forecast, judge, type MoldOutlook, type Checked, type Judged, type PlanTask } from './tasks.js';
