export { type Action, type Actor, can, type CourseRole, mayMark, type SchoolRole, schoolRoles } from './permissions';
export { emailSchema, nameSchema, passwordSchema } from './schema';
