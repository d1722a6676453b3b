export { type Entry, entriesOf, weekOf, weeksOfMonth } from './entries';
export { type CalendarEvent, calendarFile } from './ical';
