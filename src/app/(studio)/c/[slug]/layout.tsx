import type { ReactNode } from 'react';
import { courseDoor, orNotFound, workTitle } from '@/app/_server/doors';
import { packOutline } from '@/core/outline';
import { courseDesk } from '@/server/outline';
import { usualSettings } from '@/server/quiz';
import { TopBar } from '../../_frame/TopBar';
import { CourseHeader } from './_course/CourseHeader';
import { CourseProvider } from './_course/CourseProvider';

type Props = { readonly children: ReactNode; readonly params: Promise<{ slug: string }> };

export async function generateMetadata({ params }: Props) {
  const { slug } = await params;
  return workTitle(slug);
}

export default async function CourseLayout({ children, params }: Props) {
  const { slug } = await params;
  const entered = await courseDoor(slug, 'course.edit', `/c/${slug}/build`);
  const { person, db, head } = entered;
  const [desk, usualQuiz] = await Promise.all([courseDesk(db, head, person), usualSettings(db)]);
  const { outline, revision, media, undo } = orNotFound(desk);
  return (
    <CourseProvider
      personId={person.id}
      head={head}
      outline={packOutline(outline)}
      revision={revision}
      media={[...media.values()]}
      undo={undo}
      usualQuiz={usualQuiz}
    >
      <TopBar entered={entered} here="courses" />
      <CourseHeader />
      {children}
    </CourseProvider>
  );
}
