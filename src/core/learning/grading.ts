import type { GradeEntry } from '../gradebook';
import { compare, multiply, one, type Rational, rational, sum, zero } from '../kernel/exact';
import { checkpointsOf, type LessonDocument, type LessonKind, lessonKindOf } from '../outline';
import { countingShare, passes } from '../quiz';
import { noProgress, type Verdict } from '../record';
import type { LearnerRecords } from './records';

/** How a kind of lesson comes by its grade from what a learner has done, and when that passes. */
type Grading = {
  entry(lesson: LessonDocument, records: LearnerRecords, isDue: boolean): GradeEntry;
  hasPassMark(lesson: LessonDocument): boolean;
  /** `share`: what was reached, 0 to 1, exact. */
  passes(lesson: LessonDocument, share: Rational): boolean;
};

const ungraded: Grading = {
  entry: (_lesson, _records, isDue) => ({ state: 'missing', isDue }),
  hasPassMark: () => false,
  passes: () => true,
};

const byScore: Grading = {
  entry(lesson, records, isDue) {
    const all = records.sittings.get(lesson.id) ?? [];
    // A sitting that waits for marks hides no result that another one has.
    const taken = all.filter(({ waits }) => waits !== true);
    const share = countingShare(taken, lesson.quiz?.counts ?? 'best');
    if (share === null) return all.length > 0 ? { state: 'waiting' } : { state: 'missing', isDue };
    // Where all papers were worth the same, the points are told out of that; otherwise out of what it is worth now.
    const [first] = taken;
    const of = first && taken.every((paper) => paper.of === first.of) ? first.of : fullPoints(lesson);
    return { state: 'points', points: multiply(share, rational(of)), of };
  },
  hasPassMark: ({ quiz }) => (quiz?.passPercent ?? 0) > 0,
  passes: ({ quiz }, share) => passes(share, quiz?.passPercent ?? 0),
};

const byMark: Grading = {
  entry(lesson, records, isDue) {
    const work = records.handIns.get(lesson.id) ?? [];
    // Work that waits hides no mark that an earlier one has.
    const marked = work.findLast(({ state, points }) => state === 'marked' && points !== null);
    if (marked) {
      const kept = rational(100 - (marked.latePercent ?? 0), 100);
      return { state: 'points', points: multiply(rational(marked.points ?? 0), kept), of: marked.of };
    }
    return work.length > 0 ? { state: 'waiting' } : { state: 'missing', isDue };
  },
  hasPassMark: ({ assignment }) => (assignment?.passPoints ?? 0) > 0,
  passes: (lesson, share) => {
    const full = fullPoints(lesson);
    return compare(share, full > 0 ? rational(lesson.assignment?.passPoints ?? 0, full) : one) >= 0;
  },
};

/** What of its points a checkpoint counts by how its best answer did. */
const counted: Record<Verdict, Rational> = { right: one, part: rational(1, 2), wrong: zero };

const byCheckpoints: Grading = {
  ...ungraded,
  entry(lesson, records, isDue) {
    const { answered } = records.progress.get(lesson.id) ?? noProgress;
    const points = checkpointsOf(lesson.questions).flatMap((question) => {
      const own = answered[question.id];
      return own ? [multiply(counted[own.verdict], rational(question.points))] : [];
    });
    if (points.length === 0) return { state: 'missing', isDue };
    return { state: 'points', points: sum(points), of: fullPoints(lesson) };
  },
};

const fullPoints = (lesson: LessonDocument) => lessonKindOf(lesson.kind).fullPoints(lesson, lesson.questions);

const grading: { readonly [K in LessonKind]: Grading } = {
  reading: ungraded,
  film: byCheckpoints,
  audio: byCheckpoints,
  document: ungraded,
  link: ungraded,
  live: byCheckpoints,
  quiz: byScore,
  assignment: byMark,
};
/** How a kind of lesson comes by its grade. */
export const gradingOf = (kind: LessonKind): Grading => grading[kind];
