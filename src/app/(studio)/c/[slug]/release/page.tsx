import { orNotFound, signedIn } from '@/app/_server/person';
import { can } from '@/core/people';
import { cohortsOf } from '@/server/enrolment';
import { courseBySlug } from '@/server/outline';
import { Board } from './Board';

export default async function ReleasePage({ params }: { readonly params: Promise<{ slug: string }> }) {
  const { slug } = await params;
  const person = await signedIn(`/c/${slug}/release`);
  const head = orNotFound(await courseBySlug(slug));
  if (!can(person, 'course.edit', { courseId: head.id })) return null;
  return <Board cohorts={await cohortsOf(head.id)} />;
}
