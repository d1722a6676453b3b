import { courseDoor } from '@/app/_server/doors';
import { cohortsOverview } from '@/server/enrolment';
import { CohortsDesk } from './CohortsDesk';

export default async function CohortsPage({ params }: { readonly params: Promise<{ slug: string }> }) {
  const { slug } = await params;
  const { db, head } = await courseDoor(slug, 'course.enrol', `/c/${slug}/release/cohorts`);
  return <CohortsDesk cohorts={await cohortsOverview(db, head.id)} />;
}
