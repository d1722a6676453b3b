import { orNotFound, sampleDoor, sampleLessonTitle } from '@/app/_server/doors';
import { CourseFrame } from '../../../_learn/CourseFrame';
import { LessonPage } from '../../../_learn/LessonPage';
import { samplePlace } from '../place';

type Props = { readonly params: Promise<{ slug: string; lessonId: string }> };

export async function generateMetadata({ params }: Props) {
  const { slug, lessonId } = await params;
  return sampleLessonTitle(slug, lessonId);
}

/** A lesson that its creators let visitors look at. */
export default async function SampleLesson({ params }: Props) {
  const { slug, lessonId } = await params;
  const { head, view } = await sampleDoor(slug);
  const one = orNotFound(view.lessons.find(({ lesson }) => lesson.id === lessonId));
  const place = samplePlace(head, view);
  return (
    <CourseFrame view={view} place={place} hereId={lessonId}>
      <LessonPage view={view} one={one} place={place} />
    </CourseFrame>
  );
}
