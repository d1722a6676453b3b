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
  /** What holds for the whole school: how certificates are found and shared, and what they are signed with. */
  | 'school.change'
  | 'course.create'
  | 'course.edit'
  | 'course.publish'
  | 'course.enrol'
  | 'course.staff'
  | 'gradebook.read'
  | 'gradebook.change'
  | 'certificate.issue'
  /** The designs of the school. */
  | 'certificate.design'
  | 'marking.mark'
  | 'media.upload'
  | 'pattern.manage'
  /** What people are told of a course, and what became of it; without a course, of the whole school. */
  | 'message.read'
  | 'message.change'
  /** The questions of the school. */
  | 'bank.change'
  /** Learning in a course: whoever takes it, and nobody for somebody else. */
  | 'course.take'
  /** One's own name, zone and sessions. */
  | 'account.change';

type Place = {
  readonly courseId?: string;
  /** Whether it is one's own: one's account, a course one takes, work one has begun. */
  readonly own?: boolean;
};

/** Who may do what: one row an action. An owner may do everything but what is somebody's own to do. */
const table: Record<
  Action,
  { readonly school: readonly SchoolRole[]; readonly course: readonly CourseRole[]; readonly own?: true }
> = {
  'people.manage': { school: [], course: [] },
  'school.change': { school: [], course: [] },
  'course.create': { school: ['creator'], course: [] },
  'course.edit': { school: [], course: ['creator'] },
  'course.publish': { school: [], course: ['creator'] },
  'course.enrol': { school: [], course: ['creator'] },
  'course.staff': { school: [], course: ['creator'] },
  'gradebook.read': { school: [], course: ['creator'] },
  'gradebook.change': { school: [], course: ['creator'] },
  'certificate.issue': { school: [], course: ['creator'] },
  'certificate.design': { school: ['creator'], course: ['creator'] },
  'marking.mark': { school: [], course: ['creator', 'marker'] },
  'media.upload': { school: [], course: ['creator'] },
  'pattern.manage': { school: [], course: [] },
  'message.read': { school: [], course: ['creator'] },
  'message.change': { school: [], course: ['creator'] },
  'bank.change': { school: ['creator'], course: ['creator'] },
  'course.take': { school: [], course: [], own: true },
  'account.change': { school: [], course: [], own: true },
};

/** Whether somebody may do something in a place: the one answer that all commands, queries and pages ask for. */
export function can(actor: Actor | null, action: Action, place: Place = {}): boolean {
  if (!actor) return false;
  const row = table[action];
  if (row.own) return place.own === true;
  if (actor.role === 'owner') return true;
  const courseRole = place.courseId === undefined ? undefined : actor.courses[place.courseId];
  return row.school.includes(actor.role) || (courseRole !== undefined && row.course.includes(courseRole));
}

/** Whether somebody may do something in the school, or in one of its courses. */
export const somewhere = (actor: Actor, action: Action): boolean =>
  can(actor, action) || Object.keys(actor.courses).some((courseId) => can(actor, action, { courseId }));

/** Whether somebody may do something in every course there is, and not in some of them only. */
export const everywhere = (actor: Actor, action: Action): boolean => actor.role === 'owner' && !table[action].own;

/** Whether somebody has to do with other people's work in the school, or with none but their own. */
export const worksHere = (actor: Actor): boolean => actor.role !== 'learner' || Object.keys(actor.courses).length > 0;

/** Where somebody's work begins: with their courses, with what waits to be marked, or with what they learn. */
export const beginsWith = ({ role }: Actor): 'courses' | 'marking' | 'learning' => beginnings[role];
const beginnings = { owner: 'courses', creator: 'courses', marker: 'marking', learner: 'learning' } as const;

/** Whether somebody makes courses, or at least one of them. */
export const makesCourses = (actor: Actor): boolean =>
  can(actor, 'course.create') || Object.values(actor.courses).includes('creator');

/**
 * Whether somebody may decide about a learner in a course. Nobody decides about themselves, whatever else they may do.
 */
export const mayDecide = (
  actor: Actor | null,
  action: Action,
  about: { readonly courseId: string; readonly learnerId: string },
): boolean => actor !== null && actor.id !== about.learnerId && can(actor, action, about);

/**
 * Nobody marks their own work, whatever else they may do. What was shared out to somebody is marked by them, and by
 * those who share it out.
 */
export const mayMark = (
  actor: Actor | null,
  work: { readonly courseId: string; readonly learnerId: string; readonly sharedTo: string | null },
) =>
  mayDecide(actor, 'marking.mark', work) &&
  (work.sharedTo === null || work.sharedTo === actor?.id || can(actor, 'course.staff', work));
