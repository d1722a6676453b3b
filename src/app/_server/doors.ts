import { headers } from 'next/headers';
import { notFound, redirect } from 'next/navigation';
import { cache } from 'react';
import { Temporal } from '@/core/kernel/time';
import { type LearnerView, sampleView, throughOwnEyes } from '@/core/learning';
import { type Action, can } from '@/core/people';
import { type Learning, learningBySlug } from '@/server/learning';
import { type CourseHead, courseBySlug, liveDocument } from '@/server/outline';
import { type Person, personOf } from '@/server/people';
import { type Database, database } from '@/server/platform/database';

/**
 * The doors of the pages. Whatever a page reads, it reads with the `db` that a door gives it, and a door
 * gives it only to whom the page is for; nothing else under `app` may open the database. So a page, a layout
 * or a title that asks nobody has nothing to read with. Layouts do not guard pages: the framework can be
 * asked for a page without its layout, and sends both even when one of them refuses.
 */
export type Entered = { readonly person: Person; readonly db: Database };
export type EnteredCourse = Entered & { readonly head: CourseHead };
export type EnteredLearning = Entered & Learning;

/** Who is asking, looked up once a request. */
const currentPerson = cache(async (): Promise<Person | null> => personOf(database(), await headers()));

/** For pages that visitors may see. */
export const anybody = async (): Promise<{ readonly person: Person | null; readonly db: Database }> => ({
  person: await currentPerson(),
  db: database(),
});

/** For whoever is signed in; others go to the sign-in page and then back to where they wanted to go. */
export async function signedIn(wanted: string): Promise<Entered> {
  const person = (await currentPerson()) ?? redirect(`/sign-in?next=${encodeURIComponent(wanted)}`);
  return { person, db: database() };
}

/** For those who may do something in the school; to others the page is not there. */
export async function schoolDoor(may: (person: Person) => boolean, wanted: string): Promise<Entered> {
  const entered = await signedIn(wanted);
  return may(entered.person) ? entered : notFound();
}

const courseFor = cache(async (slug: string, action: Action): Promise<EnteredCourse | null> => {
  const person = await currentPerson();
  if (!person) return null;
  const db = database();
  const head = await courseBySlug(db, slug);
  return head && can(person, action, { courseId: head.id }) ? { person, db, head } : null;
});

/** For those who may do something in a course. That it is not there and that it is not for them is told alike. */
export async function courseDoor(slug: string, action: Action, wanted: string): Promise<EnteredCourse> {
  await signedIn(wanted);
  return (await courseFor(slug, action)) ?? notFound();
}

const learningFor = cache(async (slug: string): Promise<EnteredLearning | null> => {
  const person = await currentPerson();
  const found = person && (await learningBySlug(database(), slug, person.id));
  return found ? { person, db: database(), ...found } : null;
});

/** For learners of a course: it as it is for them now, with what they may see of it. */
export async function learnerDoor(slug: string, wanted: string): Promise<EnteredLearning> {
  await signedIn(wanted);
  const found = (await learningFor(slug)) ?? notFound();
  return { ...found, view: throughOwnEyes(found.view, found.records) };
}

/** For everybody: what of a course that is published its creators let visitors look at. */
export const sampleDoor = cache(async (slug: string) => {
  const db = database();
  const head = (await courseBySlug(db, slug)) ?? notFound();
  const document = await liveDocument(db, head.liveEditionId);
  const view = (document && sampleView(document, Temporal.Now.instant())) ?? notFound();
  return { db, head, view };
});

/** The title of a course, for those whom its pages are for; nothing for everybody else. */
export const workTitle = async (slug: string) => ({ title: (await courseFor(slug, 'course.edit'))?.head.title });
export const learningTitle = async (slug: string) => ({ title: (await learningFor(slug))?.view.document.course.title });
/** The title of a lesson in its course: who goes from one to the next hears that it is another one. */
function titleIn(view: LearnerView | undefined, lessonId: string) {
  const found = view?.lessons.find(({ lesson }) => lesson.id === lessonId);
  return { title: found && view ? `${found.lesson.title} · ${view.document.course.title}` : undefined };
}
export const lessonTitle = async (slug: string, lessonId: string) => titleIn((await learningFor(slug))?.view, lessonId);
export const sampleLessonTitle = async (slug: string, lessonId: string) =>
  titleIn((await sampleDoor(slug)).view, lessonId);

/** What was looked for, or the page that says it is not there. */
export const orNotFound = <T>(found: T | null | undefined): T => found ?? notFound();

export const nonce = async () => (await headers()).get('x-nonce') ?? undefined;
