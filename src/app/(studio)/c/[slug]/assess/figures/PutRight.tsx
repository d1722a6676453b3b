'use client';
import { Button, Modal, NumberInput, Radio, Select, Switch, Table, TextInput } from '@mantine/core';
import { useCallback, useEffect, useState } from 'react';
import { act, send } from '@/app/_client/act';
import { useDeed } from '@/app/_client/use-deed';
import { pointsText } from '@/core/kernel/exact';
import type { Problem, Result } from '@/core/kernel/problem';
import { counted } from '@/core/kernel/words';
import type { CorrectionDoes, QuestionFigures } from '@/core/quiz';
import wordStyles from '@/ui/plain/words.module.css';
import { useDesk } from '../../_course/CourseProvider';
import { type ShownFigures, useAssessDesk } from '../AssessDesk';
import styles from './figures.module.css';

type Effect = {
  readonly id: string;
  readonly name: string;
  readonly number: number;
  readonly pointsBefore: number;
  readonly ofBefore: number;
  readonly points: number;
  readonly of: number;
  readonly passedBefore: boolean;
  readonly passed: boolean;
};

const does: readonly CorrectionDoes[] = ['accept', 'points-for-all', 'leave-out', 'worth'];

type Props = { readonly figures: ShownFigures; readonly question: QuestionFigures };

/** Puts a question right for all that had it, with everybody's result shown before it is done. */
export function PutRight({ figures: { lessonId, page }, question }: Props) {
  const { lookAgain } = useAssessDesk();
  const { head } = useDesk();
  const deed = useDeed();
  const hash = page.hashes[question.id] ?? '';
  const corrections = page.corrections.filter((one) => one.questionId === question.id && one.droppedAt === null);
  const wrong = question.answers.listed.filter(({ verdict }) => verdict === 'wrong');
  const [chosen, setChosen] = useState<CorrectionDoes | null>(null);
  const [answerAt, setAnswerAt] = useState(0);
  const [nobodyLoses, setNobodyLoses] = useState(true);
  const [worth, setWorth] = useState<number | string>('');
  const [reason, setReason] = useState('');
  const [effects, setEffects] = useState<{ readonly [D in CorrectionDoes]?: Result<Effect[]> }>({});
  const [seesAll, setSeesAll] = useState(false);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<Problem | null>(null);
  const answer = wrong[answerAt];
  const isPut = corrections.some((one) => one.does !== 'accept');
  const wishOf = useCallback(
    (what: CorrectionDoes) => ({
      ...{ questionId: question.id, questionSum: hash, does: what, nobodyLoses },
      accepted: what === 'accept' ? (answer?.answer ?? null) : null,
      worth: what === 'worth' && typeof worth === 'number' ? Math.round(worth * 1000) : null,
    }),
    [question.id, hash, nobodyLoses, answer, worth],
  );
  useEffect(() => {
    if (isPut) return;
    let isOver = false;
    for (const what of does)
      if ((what !== 'accept' || answer) && (what !== 'worth' || typeof worth === 'number'))
        send<Effect[]>(`/api/course/${head.id}/figures/${lessonId}/effects`, wishOf(what)).then((told) => {
          if (!isOver) setEffects((before) => ({ ...before, [what]: told }));
        });
    return () => {
      isOver = true;
    };
  }, [head.id, lessonId, wishOf, answer, worth, isPut]);
  if (isPut) return <p className={wordStyles.quiet}>It has been put right; see below the table.</p>;
  const put = async () => {
    if (!chosen) return;
    setBusy(true);
    const wish = { courseId: head.id, lessonId, ...wishOf(chosen), reason };
    const done = await act('quiz.put-right', { id: deed.nameOf(wish), ...wish });
    setBusy(false);
    setProblem(done.ok ? null : done.problem);
    if (done.ok) {
      deed.isDone();
      setChosen(null);
      lookAgain();
    }
  };
  const names: Record<CorrectionDoes, string> = {
    accept: answer ? `Accept "${answer.text}" as well` : '',
    'points-for-all': 'Give the points to everybody',
    'leave-out': 'Leave the question out',
    worth:
      typeof worth === 'number' ? `Make it worth ${worth} points` : 'Make it worth other points: say below how many',
  };
  const known = chosen ? effects[chosen] : undefined;
  return (
    <div className={styles.putRight}>
      <h3>Put it right for all {counted(page.figures.sittings, 'sitting')}</h3>
      {wrong.length > 1 && (
        <Select
          label="The answer that is right as well"
          size="xs"
          data={wrong.slice(0, 50).map(({ text, thirds }, i) => ({
            value: String(i),
            label: `${text || 'without words'} (${thirds[0] + thirds[1] + thirds[2]})`,
          }))}
          value={String(answerAt)}
          allowDeselect={false}
          onChange={(at) => setAnswerAt(Number(at ?? 0))}
        />
      )}
      <Radio.Group
        aria-label="What is done"
        value={chosen ?? ''}
        onChange={(what) => setChosen(what as CorrectionDoes)}
      >
        {does.map(
          (what) =>
            (what !== 'accept' || answer) && (
              <Radio
                key={what}
                className={styles.option}
                value={what}
                label={names[what]}
                description={what === 'worth' && worth === '' ? '' : effectText(effects[what], what)}
                disabled={what === 'worth' && worth === '' ? true : effects[what]?.ok === false}
              />
            ),
        )}
      </Radio.Group>
      <NumberInput
        label="Worth on trial, points"
        size="xs"
        min={0}
        max={1000}
        decimalScale={3}
        value={worth}
        onChange={setWorth}
      />
      <Switch
        label="Nobody loses by it: who would have less keeps what they have"
        checked={nobodyLoses}
        onChange={(event) => setNobodyLoses(event.currentTarget.checked)}
      />
      <TextInput
        label="Reason"
        description="Kept with every result it changes."
        value={reason}
        maxLength={500}
        error={problem?.field === 'reason' ? problem.sentence : undefined}
        onChange={(event) => setReason(event.currentTarget.value)}
      />
      {problem && problem.field !== 'reason' && (
        <p role="alert" className={wordStyles.problem}>
          {problem.sentence}
        </p>
      )}
      <div className={styles.bar}>
        <Button size="xs" variant="default" disabled={!known?.ok} onClick={() => setSeesAll(true)}>
          See everybody
        </Button>
        <Button size="xs" disabled={!known?.ok || busy} onClick={put}>
          {busy ? 'Putting it right…' : 'Put it right'}
        </Button>
      </div>
      {seesAll && known?.ok && (
        <Modal
          opened
          onClose={() => setSeesAll(false)}
          title={`${chosen && names[chosen]}: whose result changes`}
          size="lg"
        >
          <Everybody effects={known.value} />
        </Modal>
      )}
    </div>
  );
}

/** What comes of it, in a line. */
function effectText(told: Result<Effect[]> | undefined, what: CorrectionDoes): string {
  if (!told) return 'Working out…';
  if (!told.ok) return told.problem.sentence;
  const count = (holds: (one: Effect) => boolean) => told.value.filter(holds).length;
  const better = count((one) => one.points * one.ofBefore > one.pointsBefore * one.of);
  const worse = count((one) => one.points * one.ofBefore < one.pointsBefore * one.of);
  const more = count((one) => one.passed && !one.passedBefore);
  const fewer = count((one) => !one.passed && one.passedBefore);
  const parts = [
    better > 0 && `${better} ${what === 'leave-out' ? 'come out better' : 'gain'}`,
    worse > 0 && `${worse} lose`,
    more > 0 && `${more} more pass`,
    fewer > 0 && `${fewer} fewer pass`,
  ].filter(Boolean);
  return parts.join(', ') || 'Nobody’s result changes.';
}

const mostShown = 500;

const Everybody = ({ effects }: { readonly effects: readonly Effect[] }) => (
  <>
    {effects.length === 0 && <p>Nobody’s result changes.</p>}
    {effects.length > 0 && (
      <Table stickyHeader>
        <Table.Thead>
          <Table.Tr>
            <Table.Th>Learner</Table.Th>
            <Table.Th>Sitting</Table.Th>
            <Table.Th>Now</Table.Th>
            <Table.Th>Then</Table.Th>
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {effects.slice(0, mostShown).map((one) => (
            <Table.Tr key={one.id}>
              <Table.Td>
                <bdi>{one.name}</bdi>
              </Table.Td>
              <Table.Td>{one.number}</Table.Td>
              <Table.Td>{resultText(one.pointsBefore, one.ofBefore, one.passedBefore)}</Table.Td>
              <Table.Td>{resultText(one.points, one.of, one.passed)}</Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
    )}
    {effects.length > mostShown && <p>{effects.length - mostShown} more.</p>}
  </>
);
const resultText = (points: number, of: number, passed: boolean) =>
  `${pointsText(points)} of ${pointsText(of)}${passed ? ', passed' : ''}`;
