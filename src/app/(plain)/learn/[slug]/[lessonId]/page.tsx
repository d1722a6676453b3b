import { learnerDoor, lessonTitle, orNotFound } from '@/app/_server/doors';
import { wantsToKnow } from '@/server/release';
import { CourseFrame } from '../../../_learn/CourseFrame';
import { LessonPage } from '../../../_learn/LessonPage';
import { learnerPlace } from '../../../_learn/learner-place';
import { workOf } from '../../../_learn/lesson-kinds';

type Props = { readonly params: Promise<{ slug: string; lessonId: string }> };

export async function generateMetadata({ params }: Props) {
  const { slug, lessonId } = await params;
  return lessonTitle(slug, lessonId);
}

export default async function LearnLesson({ params }: Props) {
  const { slug, lessonId } = await params;
  const { person, db, view, head, learner } = await learnerDoor(slug, `/learn/${slug}/${lessonId}`);
  const one = orNotFound(view.lessons.find((other) => other.lesson.id === lessonId));
  const place = learnerPlace(head, person, learner.clock.zone);
  const work = await workOf({ view, one, place }, { db, enrolmentId: learner.enrolmentId });
  const wish = one.open ? undefined : await wantsToKnow(db, learner.enrolmentId, lessonId);
  return (
    <CourseFrame view={view} place={place} hereId={lessonId}>
      <LessonPage view={view} one={one} place={place} work={work} wish={wish} />
    </CourseFrame>
  );
}
