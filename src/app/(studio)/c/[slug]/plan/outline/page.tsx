import { courseDoor } from '@/app/_server/doors';
import { schoolPatterns } from '@/server/outline';
import { OutlineInOut } from './OutlineInOut';

export default async function OutlinePage({ params }: { readonly params: Promise<{ slug: string }> }) {
  const { slug } = await params;
  const { db } = await courseDoor(slug, 'course.edit', `/c/${slug}/plan/outline`);
  return <OutlineInOut patterns={await schoolPatterns(db)} />;
}
