export { evenClock, foldedClock, type ClockScale } from './clock-scale.js';
export { clockText, dayText, isWeekend, momentText } from './clock-text.js';
export { DAY_MIN, dateAt, isCalendarDate } from './shop-clock.js';
