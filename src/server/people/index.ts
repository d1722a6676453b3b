export { insertPerson, makeFirstOwner, type NewPerson, peopleCommands } from './commands';
export { type Person, peopleOfSchool, personById, personOf, type SchoolFacts, type StaffRow, samplePeople, schoolFacts, staffOf } from './queries';
export { courseStaff, school, user } from './schema';
export { hashPassword, sessions } from './sessions';
