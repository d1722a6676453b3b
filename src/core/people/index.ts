export {
  type Action,
  type Actor,
  type CourseRole,
  can,
  makesCourses,
  mayDecide,
  mayMark,
  type SchoolRole,
  schoolRoles,
} from './permissions';
export { emailSchema, nameSchema, passwordSchema, plainEmail } from './schema';
