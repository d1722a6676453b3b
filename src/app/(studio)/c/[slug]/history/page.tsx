import { courseDoor } from '@/app/_server/doors';
import { editionsOf, historyOf } from '@/server/outline';
import { HistoryDesk } from './HistoryDesk';

export default async function HistoryPage({ params }: { readonly params: Promise<{ slug: string }> }) {
  const { slug } = await params;
  const { person, db, head } = await courseDoor(slug, 'course.edit', `/c/${slug}/history`);
  const [editions, steps] = await Promise.all([editionsOf(db, head.id), historyOf(db, head.id, null)]);
  return <HistoryDesk editions={editions} steps={steps} names={{ locale: person.locale, zone: person.zone }} />;
}
