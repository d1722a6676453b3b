import type { LessonView } from '@/core/learning';
import { isExercise, partsOfText, type RichText } from '@/core/outline';
import { RichTextView } from '@/ui/text/RichTextView';
import { paperOf } from '../paper-of';
import type { Place } from '../place';
import { ExerciseLazy } from './ExerciseLazy';

const divided = new WeakMap<RichText, ReturnType<typeof partsOfText>>();

/** The parts of a text, the same objects for the same text: what is drawn of them is kept by them. */
function partsOf(text: RichText) {
  const known = divided.get(text) ?? partsOfText(text);
  divided.set(text, known);
  return known;
}

/** The text of a lesson, with its exercises in their places. */
export function LessonText({ one, place }: { readonly one: LessonView; readonly place: Place }) {
  const { lesson, progress } = one;
  const { text, questions } = lesson;
  if (!text) return null;
  const asked = new Map(
    questions
      .filter((question) => isExercise(lesson.kind, question))
      .flatMap((question) => paperOf([question]).map((shown) => [question.id, shown] as const)),
  );
  const parts = partsOf(text).filter((part) => 'text' in part || asked.has(part.exercise));
  const exercises = parts.flatMap((part) => ('exercise' in part ? [part.exercise] : []));
  return parts.map((part, i) => {
    const question = 'exercise' in part && asked.get(part.exercise);
    if ('text' in part)
      // biome-ignore lint/suspicious/noArrayIndexKey: parts of a text have no name but their place
      return <RichTextView key={i} text={part.text} pictures={lesson.pictures} />;
    return (
      question && (
        <ExerciseLazy
          key={question.id}
          place={place}
          lessonId={lesson.id}
          question={question}
          number={exercises.indexOf(question.id) + 1}
          of={exercises.length}
          wasRight={progress.answered[question.id]?.verdict === 'right'}
        />
      )
    );
  });
}
