import { learnerDoor } from '@/app/_server/doors';
import { CourseFrame } from '../../../_learn/CourseFrame';
import { GradeSheet } from '../../../_learn/GradeSheet';
import { learnerPlace } from '../../../_learn/learner-place';

export default async function MyGrades({ params }: { readonly params: Promise<{ slug: string }> }) {
  const { slug } = await params;
  const { person, view, head, learner } = await learnerDoor(slug, `/learn/${slug}/grades`);
  const place = learnerPlace(head, person, learner.clock.zone);
  return (
    <CourseFrame view={view} place={place} here="grades">
      <GradeSheet view={view} place={place} />
    </CourseFrame>
  );
}
