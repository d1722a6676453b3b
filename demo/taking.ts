import { eq } from 'drizzle-orm';
import type { Temporal } from '../src/core/kernel/time';
import type { LessonKind } from '../src/core/outline';
import type { Actor } from '../src/core/people';
import { kindOf, passes } from '../src/core/quiz';
import { commands } from '../src/server/commands';
import { enrolledLearner } from '../src/server/enrolment';
import { database, transaction } from '../src/server/platform/database';
import { newId } from '../src/server/platform/ids';
import * as tables from '../src/server/platform/schema';
import { shareOfSitting, sittingView } from '../src/server/quiz';
import { eventIn, recordEvent } from '../src/server/record';
import { drawn, perform } from './acting';
import { marksBy } from './criteria';
import { answerTo, guessed } from './questions';

type LessonRow = typeof tables.lesson.$inferSelect;

const report = (name: string, place: string, t: readonly string[]) => `Survey report: ${place}

I walked the reach on two mornings and chose the stretch below the footbridge, since it holds one riffle, one run and one pool within forty metres. Width was measured at three points with a tape.

1. Discharge
Mean width ${t[0]} m, mean depth ${t[1]} m. The orange took ${t[2]} s, 17.6 s and 18.9 s to pass ten metres, so the surface speed is 0.55 m/s and the discharge is ${t[0]} × ${t[1]} × 0.55 m³/s.

2. Kick sample
Three minutes, all habitats in proportion. I counted mayfly nymphs (Baetidae) 46, stonefly nymphs 11, cased caddis 9, freshwater shrimp 80, blackfly larvae 23.

3. Reading the index
The index is 25 over four families, 6.25 a family, which I read as good water with some enrichment from the fields above.

${name}`;

type Taker = {
  readonly actor: Actor;
  readonly name: string;
  readonly marker: Actor;
  /** Whether what is handed in has been marked by now. */
  readonly isMarked: boolean;
  /** Knows enough to pass everything. */
  readonly isSure: boolean;
};

/** Takes one lesson as a learner would; false when it is not open to them yet. */
export async function takeLesson(
  taker: Taker,
  courseId: string,
  lesson: LessonRow,
  at: Temporal.Instant,
): Promise<boolean> {
  const place = { courseId, lessonId: lesson.id };
  const opened = await commands.get('learning.opened')?.run(taker.actor, place, at);
  if (!opened?.ok) return false;
  const skill = (taker.isSure ? 0.8 : 0.2) + drawn(taker.name, 'skill') * (taker.isSure ? 0.15 : 0.75);
  await ways[lesson.kind]({ ...taker, skill }, place, lesson, at);
  return true;
}

type Way = (
  taker: Taker & { readonly skill: number },
  place: { readonly courseId: string; readonly lessonId: string },
  lesson: LessonRow,
  at: Temporal.Instant,
) => Promise<unknown>;
const readIt: Way = ({ actor }, place, _lesson, at) => perform(actor, 'learning.mark-done', place, at);
const playIt: Way = ({ actor }, place, _lesson, at) =>
  perform(actor, 'learning.watched', { ...place, passages: [[0, 600]] }, at.add({ minutes: 12 }));

/** One sitting of a quiz; whether it was passed, and whether everything was right. */
async function sit(
  { actor, name, skill, marker, isMarked }: Parameters<Way>[0],
  place: Parameters<Way>[1],
  lesson: LessonRow,
  at: Temporal.Instant,
  number: number,
): Promise<{ readonly passed: boolean; readonly isWhole: boolean }> {
  const { id } = await perform(actor, 'quiz.begin', { ...place, deed: newId() }, at);
  const paper = await sittingView(database(), id, actor.id, at);
  let now = at;
  for (const question of paper?.lesson.questions ?? []) {
    const cast = (what: string) => drawn(name, what, number, question.prompt);
    // What everybody guesses is known by chance.
    const chance = question.prompt === guessed.prompt ? 0.5 : skill + 0.15 * (number - 1);
    const answer = answerTo(question, cast('knows') < chance, cast('takes'));
    const spent = Math.round(25_000 + cast('spends') * 90_000);
    now = now.add({ milliseconds: spent });
    await perform(actor, 'quiz.answer', { sittingId: id, questionId: question.id, answer, spent }, now);
  }
  await perform(actor, 'quiz.hand-in', { sittingId: id }, now.add({ seconds: 20 }));
  const [row] = await database().select().from(tables.sitting).where(eq(tables.sitting.id, id));
  if (row?.marking && isMarked) {
    const marks = (paper?.lesson.questions ?? [])
      .filter(({ kind }) => kindOf(kind).judgedBy === 'person')
      .map(({ id: questionId, points }) => ({
        questionId,
        points: Math.round((points / 1000) * Math.min(1, skill)) * 1000,
        remark: 'The bed decides, you say, and not the day: well seen. How would you check it?',
      }));
    await perform(marker, 'marking.mark-paper', { sittingId: id, marks, finish: true }, now.add({ hours: 30 }));
  }
  const passed = row !== undefined && passes(shareOfSitting(row), lesson.quiz?.passPercent ?? 0);
  return { passed, isWhole: row !== undefined && row.points === row.of };
}

/** What somebody does in a lesson of each kind. */
const ways: { readonly [K in LessonKind]: Way } = {
  reading: readIt,
  document: readIt,
  link: readIt,
  film: playIt,
  audio: playIt,
  // A session is attended once it has been; the second one of the spring cohort is still to come.
  async live({ actor, name, isSure }, { courseId, lessonId }, lesson, at) {
    const isBehind = isSure || at.add({ hours: 24 * 7 }).epochMilliseconds < Date.now();
    const comes = isSure || drawn(name, lesson.title) < 0.75;
    const learner = await enrolledLearner(database(), courseId, actor.id);
    if (!learner || !isBehind || !comes || (!isSure && lesson.title.includes('sorting'))) return;
    const event = {
      ...eventIn(learner, lesson, at.toString()),
      verb: 'completed',
      deed: `done/${learner.enrolmentId}/${lessonId}`,
    } as const;
    await transaction((tx) => recordEvent(tx, event));
  },
  async quiz(taker, place, lesson, at) {
    const { attempts = null, minutes = null } = lesson.quiz ?? {};
    let came = await sit(taker, place, lesson, at, 1);
    // Who did not pass learns from it and tries again, where they may; what is reckoned against time, many want whole.
    const isContent = () => (minutes === null || taker.isSure ? came.passed : came.isWhole);
    const most = minutes === null ? Math.min(attempts ?? 2, 2) : (attempts ?? 3);
    for (let n = 2; n <= most && !isContent(); n += 1) {
      // Who has passed sits a third time only now and then.
      if (n > 2 && came.passed && drawn(taker.name, 'enough') < 0.3) break;
      came = await sit(taker, place, lesson, at.add({ hours: 2 * n }), n);
    }
  },
  async assignment({ actor, name, marker, isMarked, skill }, place, lesson, at) {
    const full = lesson.assignment?.points ?? 0;
    const isReport = full > 10_000;
    const text = isReport
      ? report(
          name,
          ['lower Hazel reach', 'Mill Lane, above the weir', 'the Withy brook at Eastcote'][
            Math.floor(drawn(name) * 3)
          ] ?? '',
          ['2.4', '0.31', '18.2'],
        )
      : `I am ${name}. The nearest water is a brook behind the allotments, about a metre and a half wide. I stood beside it last Sunday, and I would like to know why the stones in it are so clean below the culvert and so brown above it.`;
    const { id } = await perform(actor, 'assignment.hand-in', { ...place, text, deed: newId() }, at);
    if (!isMarked) return;
    const points = Math.round((full / 1000) * Math.min(1, skill + 0.12)) * 1000;
    const remark = isReport
      ? 'Clear and honest. The surface speed is not the mean speed: multiply by 0.85, as in the film. The families are well named.'
      : 'Welcome. Below the culvert the water is quicker; you will soon be able to measure by how much.';
    const { criteria = [] } = lesson.assignment ?? {};
    const given =
      criteria.length > 0 ? { points: null, criteria: marksBy(criteria, Math.min(1, skill + 0.12)) } : { points };
    await perform(marker, 'marking.mark', { handInId: id, ...given, remark, finish: true }, at.add({ hours: 5 }));
  },
};
