export { type LocaleChoice, localeChoices, zonesWith } from './locales';
export {
  type Action,
  type Actor,
  beginsWith,
  type CourseRole,
  can,
  everywhere,
  makesCourses,
  mayDecide,
  mayMark,
  type SchoolRole,
  schoolRoles,
  somewhere,
  worksHere,
} from './permissions';
export { emailSchema, localeSchema, nameSchema, passwordSchema, plainEmail } from './schema';
