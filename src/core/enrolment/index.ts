export { type Cohort, clockOf, clockOfCohort, type Enrolment } from './cohort';
export { type MemberLine, mostMembers, readMembers } from './members';
export { type Moved, type NextSeason, nextSeason, type Season } from './season';
