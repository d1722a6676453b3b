import type { ReactNode } from 'react';
import { orNotFound, signedIn } from '@/app/_server/person';
import { packOutline } from '@/core/outline';
import { courseBySlug, courseDesk } from '@/server/outline';
import { TopBar } from '../../_frame/TopBar';
import { CourseHeader } from './_course/CourseHeader';
import { CourseProvider } from './_course/CourseProvider';

type Props = { readonly children: ReactNode; readonly params: Promise<{ slug: string }> };

export async function generateMetadata({ params }: Props) {
  const { slug } = await params;
  return { title: (await courseBySlug(slug))?.title };
}

export default async function CourseLayout({ children, params }: Props) {
  const { slug } = await params;
  const person = await signedIn(`/c/${slug}/build`);
  const { head, outline, revision, media, undo } = orNotFound(await courseDesk(slug, person));
  return (
    <CourseProvider personId={person.id} head={head} outline={packOutline(outline)} revision={revision} media={[...media.values()]} undo={undo}>
      <TopBar person={person} here="courses" />
      <CourseHeader />
      {children}
    </CourseProvider>
  );
}
