import { courseDoor } from '@/app/_server/doors';
import { cohortsOf } from '@/server/enrolment';
import { Board } from './Board';

export default async function ReleasePage({ params }: { readonly params: Promise<{ slug: string }> }) {
  const { slug } = await params;
  const { db, head } = await courseDoor(slug, 'course.edit', `/c/${slug}/release`);
  return <Board cohorts={await cohortsOf(db, head.id)} today={Date.now()} />;
}
