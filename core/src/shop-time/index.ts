export { evenClock, foldedClock, type ClockScale } from './clock-scale.js';
export { clockText, dayText, isWeekend, momentText } from './clock-text.js';
export { DAY_MIN, dateAt, isCalendarDate, dateOf, dayNumber } from './shop-clock.js';
