import { orNotFound } from '@/app/_server/doors';
import { CourseFrame } from '../../../_learn/CourseFrame';
import { LessonPage } from '../../../_learn/LessonPage';
import { workOf } from '../../../_learn/lesson-kinds';
import { type ViewQuery, viewAsLearner } from '../view';

export const metadata = { title: 'View as learner' };

export default async function ViewLesson({
  params,
  searchParams,
}: {
  readonly params: Promise<{ slug: string; lessonId: string }>;
  readonly searchParams: Promise<ViewQuery>;
}) {
  const { slug, lessonId } = await params;
  const { view, place, strip } = await viewAsLearner(slug, await searchParams, lessonId);
  const one = orNotFound(view.lessons.find((other) => other.lesson.id === lessonId));
  const work = await workOf({ view, one, place }, null);
  return (
    <CourseFrame view={view} place={place} hereId={lessonId} strip={strip}>
      <LessonPage view={view} one={one} place={place} work={work} />
    </CourseFrame>
  );
}
