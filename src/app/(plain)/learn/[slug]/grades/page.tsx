import { orNotFound, signedIn } from '@/app/_server/person';
import { learningBySlug } from '@/server/learning';
import { CourseFrame } from '../../../_learn/CourseFrame';
import { GradeSheet } from '../../../_learn/GradeSheet';
import { learnerPlace } from '../../../_learn/learner-place';

export default async function MyGrades({ params }: { readonly params: Promise<{ slug: string }> }) {
  const { slug } = await params;
  const person = await signedIn(`/learn/${slug}/grades`);
  const { view, head, learner } = orNotFound(await learningBySlug(slug, person.id));
  const place = learnerPlace(head, person, learner.clock.zone);
  return (
    <CourseFrame view={view} place={place} here="grades">
      <GradeSheet view={view} place={place} />
    </CourseFrame>
  );
}
