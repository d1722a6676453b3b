import { AwardPart, showsAward } from '../../_learn/AwardPart';
import { CourseFrame } from '../../_learn/CourseFrame';
import { CourseHome } from '../../_learn/CourseHome';
import { type ViewQuery, viewAsLearner } from './view';

export const metadata = { title: 'View as learner' };

export default async function ViewCourse({
  params,
  searchParams,
}: {
  readonly params: Promise<{ slug: string }>;
  readonly searchParams: Promise<ViewQuery>;
}) {
  const { view, place, strip } = await viewAsLearner((await params).slug, await searchParams);
  return (
    <CourseFrame view={view} place={place} here="home" strip={strip}>
      <CourseHome
        view={view}
        place={place}
        award={showsAward(view) ? <AwardPart view={view} place={place} certificate={null} /> : null}
      />
    </CourseFrame>
  );
}
