export { calendarCommands } from './commands';
export { calendarOf, type Dated, datesOfLearner, datesOfStaff, feedOf, feedOwner } from './queries';
