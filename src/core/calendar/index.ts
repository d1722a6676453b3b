export { type Entry, entriesOf, weeksOfMonth } from './entries';
export { type CalendarEvent, calendarFile } from './ical';
