import { orNotFound, signedIn } from '@/app/_server/doors';
import { AnsweredQuestion } from '@/app/(plain)/_learn/AnsweredQuestion';
import { sum, toThousandths } from '@/core/kernel/exact';
import { dateTimeText } from '@/core/kernel/time';
import { essayWords, kindOf } from '@/core/quiz';
import { instantFrom } from '@/server/enrolment';
import { markingPaper } from '@/server/quiz';
import { amongOthers } from '../../_desk/among';
import { partsOnDesk } from '../../_desk/parts';
import { type AnswerToMark, PaperDesk } from './PaperDesk';

export const metadata = { title: 'Marking desk' };

const guideOf = (body: object) => ('guide' in body && typeof body.guide === 'string' ? body.guide : '');

/** A sitting on the desk: the answers a person marks, with the rest of the paper between them. */
export default async function PaperDeskPage({
  params,
  searchParams,
}: {
  readonly params: Promise<{ id: string }>;
  readonly searchParams: Promise<{ readonly by?: string }>;
}) {
  const [{ id }, { by }] = await Promise.all([params, searchParams]);
  const entered = await signedIn(`/marking/paper/${id}`);
  const { person, db } = entered;
  const { row, learner, lesson, courseTitle, answers, score, toMark, marks } = orNotFound(
    await markingPaper(db, id, person),
  );
  const numberOf = (questionId: string) => lesson.questions.findIndex((one) => one.id === questionId) + 1;
  const byHand = new Set(toMark.map((question) => question.id));
  const byRule = score.perQuestion.filter(({ questionId }) => !byHand.has(questionId));
  const work = toMark.map((question): AnswerToMark => {
    const own = kindOf(question.kind);
    const answer = answers[question.id];
    const mark = marks.find(({ questionId }) => questionId === question.id);
    return {
      ...{ id: question.id, number: numberOf(question.id), prompt: question.prompt, of: question.points },
      guide: guideOf(question.body),
      files: answer && own.files ? own.files.of(answer) : [],
      text: answer && !own.files ? own.answerText(question.body, answer) : '',
      words: answer && 'text' in answer ? essayWords(answer) : null,
      asked: own.bodyText({ ...question.body, guide: '' } as typeof question.body),
      ...{ points: mark?.points ?? null, remark: mark?.remark ?? '' },
    };
  });
  const parts = await partsOnDesk(entered, row, toMark, by);
  const rest = lesson.questions.filter((question) => !byHand.has(question.id));
  return (
    <PaperDesk
      key={id}
      paper={{
        id,
        title: lesson.title,
        course: courseTitle,
        learner,
        handedIn: dateTimeText(instantFrom(row.handedInAt ?? row.startedAt), {
          locale: person.locale,
          zone: person.zone,
        }),
        isMarked: row.marking === 'marked',
        byRule: toThousandths(sum(byRule.map(({ points }) => points))),
        of: score.of,
        passPercent: lesson.quiz?.passPercent ?? 0,
      }}
      answers={work}
      others={parts.others}
      rest={rest.map((question) => {
        const scored = score.perQuestion.find(({ questionId }) => questionId === question.id);
        return (
          scored && (
            <AnsweredQuestion
              key={question.id}
              question={question}
              number={numberOf(question.id)}
              scored={scored}
              answer={answers[question.id]}
              sittingId={id}
              isOwn={false}
            />
          )
        );
      })}
      among={await amongOthers(entered, row.lessonId, { id, sort: 'paper' }, parts.by)}
    />
  );
}
