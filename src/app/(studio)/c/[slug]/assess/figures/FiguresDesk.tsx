'use client';
import { Button, Loader, Select } from '@mantine/core';
import { IconDownload } from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import { useEffect, useRef, useState } from 'react';
import { ask } from '@/app/_client/act';
import { clockTime } from '@/core/kernel/clock-time';
import { numberText } from '@/core/kernel/locale';
import { counted } from '@/core/kernel/words';
import type { Lesson } from '@/core/outline';
import { type QuestionFigures, reliabilityText } from '@/core/quiz';
import type { FiguresPage } from '@/server/quiz';
import wordStyles from '@/ui/plain/words.module.css';
import { Wide } from '@/ui/table/DataTable';
import { useDesk } from '../../_course/CourseProvider';
import { useAssessDesk } from '../AssessDesk';
import { useGroups } from '../use-groups';
import { AboutFigures } from './AboutFigures';
import { Corrections } from './Corrections';
import styles from './figures.module.css';

// The charts are loaded once somebody looks at figures.
const PointsChart = dynamic(() => import('./PointsChart').then((module) => module.PointsChart), { ssr: false });

const which = [
  { value: 'all', label: 'All sittings' },
  { value: 'first', label: 'First sittings' },
  { value: 'last', label: 'Last sittings' },
];

/** What the sittings of a quiz say: in plain words first, pictures second, numbers third. */
export function FiguresDesk({ lesson }: { readonly lesson: Lesson }) {
  const { head } = useDesk();
  const { figures: shown, setFigures, turn, figuredId, setFiguredId } = useAssessDesk();
  const open = useRef(figuredId);
  open.current = figuredId;
  const [meant, setMeant] = useState('all');
  const [cohort, setCohort] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const { cohorts } = useGroups();
  const address = `/api/course/${head.id}/figures/${lesson.id}`;
  const query = `?which=${meant}${cohort && `&cohort=${cohort}`}`;
  // biome-ignore lint/correctness/useExhaustiveDependencies: with each turn they are asked for anew
  useEffect(() => {
    let isOver = false;
    ask<FiguresPage>(`${address}${query}`).then((answer) => {
      if (isOver) return;
      setProblem(answer.ok ? null : answer.problem.sentence);
      if (!answer.ok) return;
      setFigures({ lessonId: lesson.id, page: answer.value });
      // What is wrong is seen first.
      const { questions } = answer.value.figures;
      if (!questions.some(({ id }) => id === open.current))
        setFiguredId(
          (questions.find(worst) ?? questions.find(({ remarks }) => remarks.length > 0) ?? questions[0])?.id ?? null,
        );
    });
    return () => {
      isOver = true;
    };
  }, [address, query, lesson.id, setFigures, setFiguredId, turn]);
  const page = shown?.lessonId === lesson.id ? shown.page : null;
  if (problem)
    return (
      <p role="alert" className={wordStyles.problem}>
        {problem}
      </p>
    );
  if (!page)
    return (
      <p role="status" className={wordStyles.quiet}>
        <Loader size="xs" /> Working out what the sittings say…
      </p>
    );
  const { figures } = page;
  return (
    <>
      <div className={styles.bar}>
        <b>{counted(figures.sittings, 'sitting')}</b>
        <span className={wordStyles.quiet}>of {counted(figures.learners, 'learner')}</span>
        <span className={wordStyles.spring} />
        {cohorts.length > 0 && (
          <Select
            aria-label="Of which cohort"
            size="xs"
            w={170}
            data={[{ value: '', label: 'Everybody' }, ...cohorts.map(({ id, name }) => ({ value: id, label: name }))]}
            value={cohort}
            allowDeselect={false}
            onChange={(value) => setCohort(value ?? '')}
          />
        )}
        <Select
          aria-label="Which sittings"
          size="xs"
          w={140}
          data={which}
          value={meant}
          allowDeselect={false}
          onChange={(value) => value && setMeant(value)}
        />
        <Button
          component="a"
          href={`${address}/table${query}`}
          size="xs"
          variant="default"
          leftSection={<IconDownload size={15} />}
        >
          CSV
        </Button>
      </div>
      {figures.sittings === 0 ? (
        <p className={wordStyles.empty}>
          {cohort ? 'Nobody of this cohort has' : 'Nobody has'} handed this quiz in yet. Its figures are shown here from
          the first on.
        </p>
      ) : (
        <>
          <Tiles page={page} />
          <QuestionTable page={page} />
          <p className={wordStyles.quiet}>
            "Tells apart" compares the points of one question with the rest of each paper: 0.3 and above is good, below
            0.15 weak, below 0 the wrong way round. Questions are shown as they were answered, whatever was put right.
          </p>
          <Corrections corrections={page.corrections} lesson={lesson} />
          <AboutFigures about={page.about} />
        </>
      )}
    </>
  );
}

const short = (value: number | null, digits = 1) => (value === null ? '–' : numberText(value, digits));
const time = (seconds: number | null) => (seconds === null ? '–' : clockTime(Math.round(seconds) * 1000));

function Tiles({ page: { figures, passPercent, minutes } }: { readonly page: FiguresPage }) {
  const { scale, middle, sittings } = figures;
  const of = scale.unit === 'percent' ? '%' : `of ${short(scale.of)}`;
  return (
    <div className={styles.tiles}>
      <section aria-label="Points">
        <h3>{scale.unit === 'percent' ? 'Percent of the points' : `Points of ${short(scale.of)}`}</h3>
        <PointsChart figures={figures} passPercent={passPercent} />
      </section>
      <Fact title="Mean" figure={short(figures.mean)}>
        {of} · half of them between {short(middle.from)} and {short(middle.to)}; spread {short(figures.spread, 2)}
      </Fact>
      <Fact title="Passed" figure={passPercent > 0 ? `${figures.passed} of ${sittings}` : '–'}>
        {passPercent > 0
          ? `${Math.round((figures.passed / sittings) * 100)} %${figures.passedLater > 0 ? ` · ${figures.passedLater} not at the first sitting` : ''}`
          : 'This quiz has no pass mark.'}
      </Fact>
      <Fact title="Time" figure={time(figures.seconds.median)}>
        {minutes === null ? 'in the middle, without a limit' : `in the middle, of ${minutes}:00`} ·{' '}
        {figures.ranOut === 0 ? 'nobody ran out' : `${figures.ranOut} ran out`}
      </Fact>
      <Fact title="Reliability" figure={short(figures.alpha, 2)}>
        {reliabilityText(figures)}
        {figures.error !== null && figures.error > 0 && ` A result is right to about ± ${short(figures.error)}.`}
      </Fact>
    </div>
  );
}

const Fact = (props: { readonly title: string; readonly figure: string; readonly children: React.ReactNode }) => (
  <section aria-label={props.title}>
    <h3>{props.title}</h3>
    <b className={styles.figure}>{props.figure}</b>
    <p>{props.children}</p>
  </section>
);

function QuestionTable({ page: { figures, corrections } }: { readonly page: FiguresPage }) {
  const { figuredId, setFiguredId } = useAssessDesk();
  return (
    <Wide>
      <table className={styles.questions}>
        <thead>
          <tr>
            <th scope="col">Question</th>
            <th scope="col">Right</th>
            <th scope="col">Tells apart</th>
            <th scope="col">Time</th>
          </tr>
        </thead>
        <tbody>
          {figures.questions.map((question, i) => {
            const right = corrections.some((one) => one.questionId === question.id && one.droppedAt === null);
            return (
              <tr
                key={question.id}
                data-open={question.id === figuredId || undefined}
                data-wrong={worst(question) || undefined}
              >
                <th scope="row">
                  <span>{i + 1}</span>
                  <button type="button" onClick={() => setFiguredId(question.id)}>
                    <bdi>{question.prompt || 'It asks nothing.'}</bdi>
                  </button>
                  {question.remarks.slice(0, 1).map(({ level, sentence }) => (
                    <p key={sentence} data-level={right ? 'right' : level}>
                      {right ? 'It has been put right.' : sentence}
                    </p>
                  ))}
                </th>
                <td>
                  <Bar share={question.share} /> {Math.round(question.share * 100)} %
                </td>
                <td>
                  <Apart value={question.tells} />{' '}
                  {question.tells === null ? '–' : question.tells.toFixed(2).replace('-', '−')}
                </td>
                <td>{time(question.seconds)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </Wide>
  );
}

const worst = ({ remarks }: QuestionFigures) => remarks.some(({ level }) => level === 'wrong');

const Bar = ({ share }: { readonly share: number }) => (
  <span className={styles.bar1} aria-hidden="true">
    <i style={{ width: `${share * 100}%` }} />
  </span>
);

/** A correlation as a mark on either side of a middle that stands at a third: what is below it is wrong. */
const Apart = ({ value }: { readonly value: number | null }) => {
  const middle = 100 / 3;
  const end = value === null ? middle : middle + value * (value < 0 ? middle : 100 - middle);
  return (
    <span className={styles.apart} aria-hidden="true">
      {value !== null && (
        <i
          data-sort={sortOf(value)}
          style={{ insetInlineStart: `${Math.min(middle, end)}%`, width: `${Math.abs(end - middle)}%` }}
        />
      )}
    </span>
  );
};
const sortOf = (value: number) => {
  if (value < 0) return 'wrong';
  return value < 0.15 ? 'weak' : 'good';
};
