import { courseDoor } from '@/app/_server/doors';
import { cohortsOf } from '@/server/enrolment';
import { otherRhythms } from '@/server/outline';
import { RhythmDesk } from './RhythmDesk';

export default async function RhythmPage({ params }: { readonly params: Promise<{ slug: string }> }) {
  const { slug } = await params;
  const { person, db, head } = await courseDoor(slug, 'course.edit', `/c/${slug}/release/rhythm`);
  const [cohorts, others] = await Promise.all([cohortsOf(db, head.id), otherRhythms(db, person, head.id)]);
  return <RhythmDesk cohorts={cohorts} others={others} />;
}
