export { check, evidence, figures, forecast, judge, type Checked, type Judged, type LoggedBuild, type PlanTask } from './tasks.js';
