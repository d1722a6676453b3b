'use client';
import { SegmentedControl } from '@mantine/core';
import { useEffect } from 'react';
import { checkpointsOf, type Lesson, lessonKindOf, plainText, questionsOf } from '@/core/outline';
import { Link } from '@/ui/frame/Link';
import wordStyles from '@/ui/plain/words.module.css';
import { useDesk } from '../_course/CourseProvider';
import { UndoButtons } from '../build/UndoButtons';
import { type QuizView, quizViews, useAssessDesk } from './AssessDesk';
import styles from './assess.module.css';
import { CriteriaDesk } from './assignment/CriteriaDesk';
import { FromBank } from './FromBank';
import { FiguresDesk } from './figures/FiguresDesk';
import { FollowsDesk } from './follows/FollowsDesk';
import { QuestionList } from './QuestionList';
import { QuizFields } from './QuizFields';

/** What is assessed in a lesson: its questions, what is to be handed in, or the checkpoints of its film. */
export function AssessedWork({ lesson }: { readonly lesson: Lesson }) {
  const { asks, file } = lessonKindOf(lesson.kind);
  if (asks) return <QuizWork key={lesson.id} lesson={lesson} />;
  return file?.plays ? <Checkpoints lesson={lesson} /> : <AssignmentPaper lesson={lesson} />;
}

/** A quiz: its questions first, and how it runs. */
function QuizWork({ lesson }: { readonly lesson: Lesson }) {
  const { view, setView } = useAssessDesk();
  return (
    <>
      <header className={styles.quizHead}>
        <h2>{lesson.title}</h2>
        <SegmentedControl
          size="xs"
          aria-label="What of the quiz is shown"
          value={view}
          data={Object.entries(quizViews).map(([value, label]) => ({ value, label }))}
          onChange={(chosen) => setView(chosen as QuizView)}
        />
        <span className={wordStyles.spring} />
        <span className={styles.undoing}>
          <UndoButtons />
        </span>
      </header>
      {view === 'questions' && <QuestionList lesson={lesson} />}
      {view === 'bank' && <FromBank lesson={lesson} />}
      {view === 'figures' && <FiguresDesk lesson={lesson} />}
      {view === 'follows' && <FollowsDesk lesson={lesson} />}
      {view === 'runs' && lesson.quiz && <QuizFields lesson={lesson} settings={lesson.quiz} />}
    </>
  );
}

function Checkpoints({ lesson }: { readonly lesson: Lesson }) {
  const { head, state } = useDesk();
  const checkpoints = checkpointsOf(questionsOf(state.outline, lesson.id));
  return (
    <div className={styles.question}>
      <h2>{lesson.title}</h2>
      <p className={styles.task}>
        {checkpoints.length === 1 ? 'One checkpoint counts' : `${checkpoints.length} checkpoints count`}: all its points
        when its best answer is right, half of them when it is partly right.
      </p>
      <p>
        <Link href={`/c/${head.slug}/build/${lesson.id}/time-line`}>They are set on the time line.</Link>
      </p>
    </div>
  );
}

function AssignmentPaper({ lesson }: { readonly lesson: Lesson }) {
  const { store, state } = useDesk();
  useEffect(() => {
    store.loadText(lesson.id);
  }, [store, lesson.id]);
  const text = state.outline.text[lesson.id];
  return (
    <>
      <div className={styles.question}>
        <h2>{lesson.title}</h2>
        <p className={styles.task}>
          {text ? plainText(text.content) || 'What is to be done has not been written yet.' : 'Loading…'}
        </p>
      </div>
      {lesson.assignment && <CriteriaDesk key={lesson.id} lesson={lesson} settings={lesson.assignment} />}
    </>
  );
}
