import { orNotFound, signedIn } from '@/app/_server/person';
import { certificateFor } from '@/server/certificate';
import { learningBySlug } from '@/server/learning';
import { AwardPart, showsAward } from '../../_learn/AwardPart';
import { CourseFrame } from '../../_learn/CourseFrame';
import { CourseHome } from '../../_learn/CourseHome';
import { learnerPlace } from '../../_learn/learner-place';

type Props = { readonly params: Promise<{ slug: string }> };

export default async function LearnCourse({ params }: Props) {
  const { slug } = await params;
  const person = await signedIn(`/learn/${slug}`);
  const { view, head, learner } = orNotFound(await learningBySlug(slug, person.id));
  const place = learnerPlace(head, person, learner.clock.zone);
  const certificate = await certificateFor(head.id, person.id);
  return (
    <CourseFrame view={view} place={place} here="home">
      <CourseHome
        view={view}
        place={place}
        award={certificate || showsAward(view) ? <AwardPart view={view} place={place} certificate={certificate} /> : null}
      />
    </CourseFrame>
  );
}
