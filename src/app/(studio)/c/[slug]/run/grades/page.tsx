import { courseDoor } from '@/app/_server/doors';
import { fullPoints } from '@/core/learning';
import { isItem, lessonsOf, numberOf } from '@/core/outline';
import { liveDocument } from '@/server/outline';
import { GradesDesk } from './GradesDesk';
import type { GradeItemShown } from './items';

export const metadata = { title: 'Gradebook' };

/** The whole gradebook of a course: everybody by everything, and what would be if the rules were others. */
export default async function GradesPage({ params }: { readonly params: Promise<{ slug: string }> }) {
  const { slug } = await params;
  const { db, head } = await courseDoor(slug, 'gradebook.read', `/c/${slug}/run/grades`);
  const document = await liveDocument(db, head.liveEditionId);
  const lessons: GradeItemShown[] = document
    ? lessonsOf(document)
        .filter((lesson) => isItem(lesson, lesson.questions))
        .map((lesson) => ({
          ...{ id: lesson.id, title: lesson.title, weight: lesson.weight, of: fullPoints(lesson) },
          ...{ number: numberOf(document, lesson.id), kind: lesson.kind },
        }))
    : [];
  return (
    <GradesDesk
      slug={slug}
      lessons={lessons}
      isPublished={document !== null}
      live={
        document && {
          grading: document.course.settings.grading ?? null,
          missing: document.course.missing,
          passPercent: document.course.award.on ? document.course.award.minPercent : null,
        }
      }
    />
  );
}
