import { learnerDoor } from '@/app/_server/doors';
import { certificateFor, takenBefore } from '@/server/certificate';
import { AwardPart, showsAward } from '../../_learn/AwardPart';
import { BeforePart } from '../../_learn/BeforePart';
import { CourseFrame } from '../../_learn/CourseFrame';
import { CourseHome } from '../../_learn/CourseHome';
import { learnerPlace } from '../../_learn/learner-place';

type Props = { readonly params: Promise<{ slug: string }> };

export default async function LearnCourse({ params }: Props) {
  const { slug } = await params;
  const { person, db, view, head, learner } = await learnerDoor(slug, `/learn/${slug}`);
  const place = learnerPlace(head, person, learner.clock.zone);
  const certificate = await certificateFor(db, learner.enrolmentId);
  const before = await takenBefore(db, head, [learner]);
  return (
    <CourseFrame view={view} place={place} here="home">
      <CourseHome
        view={view}
        place={place}
        cohort={learner.cohort?.name}
        award={
          certificate || showsAward(view) ? <AwardPart view={view} place={place} certificate={certificate} /> : null
        }
        before={before.length > 0 && <BeforePart before={before} place={place} />}
      />
    </CourseFrame>
  );
}
