/** What a person is in the school, and in a single course. */
export const schoolRoles = ['owner', 'creator', 'marker', 'learner'] as const;
export type SchoolRole = (typeof schoolRoles)[number];
export type CourseRole = 'creator' | 'marker';

export type Actor = {
  readonly id: string;
  readonly role: SchoolRole;
  readonly courses: { readonly [courseId: string]: CourseRole };
};

export type Action =
  | 'people.manage'
  | 'course.create'
  | 'course.edit'
  | 'course.publish'
  | 'course.enrol'
  | 'course.staff'
  | 'gradebook.read'
  | 'gradebook.change'
  | 'certificate.issue'
  | 'marking.mark'
  | 'media.upload';

type Place = { readonly courseId?: string };

/** Who may do what: one row an action. An owner may do everything. */
const table: Record<Action, { readonly school: readonly SchoolRole[]; readonly course: readonly CourseRole[] }> = {
  'people.manage': { school: [], course: [] },
  'course.create': { school: ['creator'], course: [] },
  'course.edit': { school: [], course: ['creator'] },
  'course.publish': { school: [], course: ['creator'] },
  'course.enrol': { school: [], course: ['creator'] },
  'course.staff': { school: [], course: ['creator'] },
  'gradebook.read': { school: [], course: ['creator'] },
  'gradebook.change': { school: [], course: ['creator'] },
  'certificate.issue': { school: [], course: ['creator'] },
  'marking.mark': { school: [], course: ['creator', 'marker'] },
  'media.upload': { school: [], course: ['creator'] },
};

export function can(actor: Actor | null, action: Action, place: Place = {}): boolean {
  if (!actor) return false;
  if (actor.role === 'owner') return true;
  const row = table[action];
  const courseRole = place.courseId === undefined ? undefined : actor.courses[place.courseId];
  return row.school.includes(actor.role) || (courseRole !== undefined && row.course.includes(courseRole));
}

/** Whether somebody makes courses, or at least one of them. */
export const makesCourses = (actor: Actor): boolean =>
  can(actor, 'course.create') || Object.values(actor.courses).includes('creator');

/** Whether somebody may decide about a learner in a course. Nobody decides about themselves, whatever else they may do. */
export const mayDecide = (
  actor: Actor | null,
  action: Action,
  about: { readonly courseId: string; readonly learnerId: string },
): boolean => actor !== null && actor.id !== about.learnerId && can(actor, action, about);

/** Nobody marks their own work, whatever else they may do. */
export const mayMark = (actor: Actor | null, work: { readonly courseId: string; readonly learnerId: string }) =>
  mayDecide(actor, 'marking.mark', work);
