import { orNotFound } from '@/app/_server/doors';
import { Temporal } from '@/core/kernel/time';
import { shownOf } from '@/core/learning';
import type { LessonDocument } from '@/core/outline';
import { type Answers, paperFor, readAnswers, scorePaper } from '@/core/quiz';
import controls from '@/ui/plain/controls.module.css';
import wordStyles from '@/ui/plain/words.module.css';
import { CourseFrame } from '../../../../_learn/CourseFrame';
import styles from '../../../../_learn/learn.module.css';
import { lessonHref } from '../../../../_learn/place';
import { SittingPaper } from '../../../../_learn/SittingPaper';
import { SittingResult } from '../../../../_learn/SittingResult';
import { sittingProps } from '../../../../_learn/sitting-props';
import { type ViewQuery, viewAsLearner } from '../../view';

export const metadata = { title: 'View as learner' };

/** A view has one order of its own, so that a reload shows the same paper. */
const trialSeed = 1;

type Query = ViewQuery & { readonly answers?: string };
type Props = { readonly params: Promise<{ slug: string; lessonId: string }>; readonly searchParams: Promise<Query> };

/** The paper of a quiz to be tried: answers stand in the address and nowhere else. */
export default async function TryPaper({ params, searchParams }: Props) {
  const { slug, lessonId } = await params;
  const query = await searchParams;
  const { view, place, strip } = await viewAsLearner(slug, query, `paper/${lessonId}`);
  const found = orNotFound(view.lessons.find((one) => one.lesson.id === lessonId && one.lesson.quiz !== null)).lesson;
  const lesson = { ...found, questions: paperFor(found.quiz ?? {}, found.questions, trialSeed, found.pools) };
  const answers = answersIn(query.answers, lesson);
  return (
    <CourseFrame view={view} place={place} hereId={lessonId} strip={strip}>
      <article className={styles.lesson}>
        <p className={wordStyles.quiet}>The paper, tried</p>
        <h1>{lesson.title}</h1>
        {answers ? (
          <>
            <SittingResult
              lesson={lesson}
              sittingId={null}
              answers={answers}
              score={scorePaper(lesson.questions, answers, lesson.quiz?.decimals)}
              shown={shownOf(lesson, view.now)}
              average={null}
              view={view}
              place={place}
            />
            <p>
              <a className={controls.button} href={lessonHref(place, lessonId)}>
                Back to the lesson
              </a>
            </p>
          </>
        ) : (
          <SittingPaper
            sittingId={`trial-${lessonId}`}
            milliseconds={lesson.quiz?.minutes ? lesson.quiz.minutes * 60_000 : null}
            serverNow={Temporal.Now.instant().epochMilliseconds}
            // Nothing is recorded in a view, so one can go back in it.
            {...sittingProps(
              { ...lesson, quiz: lesson.quiz && { ...lesson.quiz, goesBack: true } },
              {},
              { reached: 0, marks: [], judged: [] },
            )}
            trialHref={`${place.base}/paper/${lessonId}${place.query}`}
          />
        )}
      </article>
    </CourseFrame>
  );
}

/** Answers as an address has them; null where it has none. */
function answersIn(text: string | undefined, { questions }: LessonDocument): Answers | null {
  if (!text) return null;
  try {
    return readAnswers(questions, JSON.parse(text));
  } catch {
    return null;
  }
}
