import { learnerDoor, orNotFound } from '@/app/_server/doors';
import { handInsOf } from '@/server/assignment';
import { sittingsOf } from '@/server/quiz';
import { AssignmentPart } from '../../../_learn/AssignmentPart';
import { CourseFrame } from '../../../_learn/CourseFrame';
import { LessonPage } from '../../../_learn/LessonPage';
import { learnerPlace } from '../../../_learn/learner-place';
import { QuizPart } from '../../../_learn/QuizPart';

export default async function LearnLesson({ params }: { readonly params: Promise<{ slug: string; lessonId: string }> }) {
  const { slug, lessonId } = await params;
  const { person, db, view, head, learner } = await learnerDoor(slug, `/learn/${slug}/${lessonId}`);
  const one = orNotFound(view.lessons.find((other) => other.lesson.id === lessonId));
  const place = learnerPlace(head, person, learner.clock.zone);
  const work =
    one.open && one.lesson.kind === 'quiz' ? (
      <QuizPart one={one} place={place} sittings={await sittingsOf(db, person.id, lessonId)} />
    ) : one.open && one.lesson.kind === 'assignment' ? (
      <AssignmentPart view={view} one={one} place={place} handIns={await handInsOf(db, person.id, lessonId)} />
    ) : null;
  return (
    <CourseFrame view={view} place={place} hereId={lessonId}>
      <LessonPage view={view} one={one} place={place} work={work} />
    </CourseFrame>
  );
}
