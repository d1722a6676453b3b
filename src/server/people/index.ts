export { insertPerson, makeFirstOwner, type NewPerson, peopleCommands } from './commands';
export {
  type NameRequest,
  nameAsked,
  nameRequests,
  type Person,
  peoplePage,
  personById,
  personOf,
  type SchoolFacts,
  type StaffRow,
  samplePeople,
  schoolFacts,
  staffOf,
} from './queries';
export { courseStaff, school, user } from './schema';
export { hashPassword } from './sessions';
export { answerSignIn } from './sign-in';
