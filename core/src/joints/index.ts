export { jointObjections } from './joint-objections.js';
export { jointSchedule, laidSections, type PlacedJoint, type SectionTimes, type TimesBySection } from './joint-schedule.js';
