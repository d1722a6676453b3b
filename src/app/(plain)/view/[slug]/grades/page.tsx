import { CourseFrame } from '../../../_learn/CourseFrame';
import { GradeSheet } from '../../../_learn/GradeSheet';
import { type ViewQuery, viewAsLearner } from '../view';

export const metadata = { title: 'View as learner' };

export default async function ViewGrades({
  params,
  searchParams,
}: {
  readonly params: Promise<{ slug: string }>;
  readonly searchParams: Promise<ViewQuery>;
}) {
  const { view, place, strip } = await viewAsLearner((await params).slug, await searchParams, 'grades');
  return (
    <CourseFrame view={view} place={place} here="grades" strip={strip}>
      <GradeSheet view={view} place={place} />
    </CourseFrame>
  );
}
