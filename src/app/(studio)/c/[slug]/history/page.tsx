import { orNotFound, signedIn } from '@/app/_server/person';
import { courseBySlug, editionsOf, historyOf } from '@/server/outline';
import { HistoryDesk } from './HistoryDesk';

export default async function HistoryPage({ params }: { readonly params: Promise<{ slug: string }> }) {
  const { slug } = await params;
  const person = await signedIn(`/c/${slug}/history`);
  const head = orNotFound(await courseBySlug(slug));
  const [editions, steps] = await Promise.all([editionsOf(head.id), historyOf(head.id, null)]);
  return <HistoryDesk editions={editions} steps={steps} names={{ locale: person.locale, zone: person.zone }} />;
}
