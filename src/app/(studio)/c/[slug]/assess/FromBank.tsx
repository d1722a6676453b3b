'use client';
import { Button, Select, TextInput } from '@mantine/core';
import { IconDice3 } from '@tabler/icons-react';
import { useState } from 'react';
import { counted } from '@/core/kernel/words';
import { type Lesson, questionsOf } from '@/core/outline';
import type { BankQuestion, Draw } from '@/core/quiz';
import { newId } from '@/ui/ids';
import wordStyles from '@/ui/plain/words.module.css';
import { BankTable } from '../../../_bank/BankTable';
import { categoryOptions } from '../../../_bank/category-options';
import { useBank } from '../../../_bank/use-bank';
import { useDesk } from '../_course/CourseProvider';
import { useAssessDesk } from './AssessDesk';
import styles from './assess.module.css';
import { keyBefore, linesOf } from './paper-lines';

/** What a question of the bank takes along onto a paper. */
const fieldsOf = ({
  id,
  version,
  kind: _kind,
  categoryId: _category,
  difficulty: _hard,
  tags: _tags,
  ...fields
}: BankQuestion) => ({
  ...fields,
  ...{ bankId: id, bankVersion: version },
});

/** The bank beside a paper: questions are put on it as they are, or drawn anew for each sitting. */
export function FromBank({ lesson }: { readonly lesson: Lesson }) {
  const { store, state } = useDesk();
  const { setView, setOpenId } = useAssessDesk();
  const { wish, change, bank, problem } = useBank();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [said, setSaid] = useState('');
  const there = new Set(questionsOf(state.outline, lesson.id).flatMap(({ bankId }) => bankId ?? []));
  const put = () => {
    const wanted = (bank?.questions ?? []).filter(({ id }) => chosen.has(id) && !there.has(id));
    const done = store.edit({
      do: 'all',
      edits: wanted.map((question) => ({
        ...({ do: 'add-question', id: newId(), lessonId: lesson.id, kind: question.kind } as const),
        fields: {
          ...fieldsOf(question),
          category: bank?.categories.find(({ id }) => id === question.categoryId)?.title ?? '',
        },
      })),
    });
    setSaid(done.ok ? `${counted(wanted.length, 'question')} put on the paper.` : done.problem.sentence);
    if (done.ok) setChosen(new Set());
  };
  const draw = () => {
    const { quiz } = lesson;
    if (!quiz) return;
    const one: Draw = {
      ...{ id: newId(), order: keyBefore(linesOf(state.outline, lesson), '', null), points: 1000, unseen: false },
      ...{ categoryId: wish.category === '' || wish.category === 'none' ? null : wish.category, count: 3 },
      ...{ from: Number(wish.from) as Draw['from'], to: Number(wish.to) as Draw['to'] },
      tags: wish.tag === '' ? [] : [wish.tag],
    };
    const fields = { quiz: { ...quiz, draws: [...(quiz.draws ?? []), one] } };
    const done = store.edit({ do: 'set', table: 'lesson', id: lesson.id, fields });
    if (!done.ok) return setSaid(done.problem.sentence);
    setOpenId(one.id);
    setView('questions');
  };
  const fresh = [...chosen].filter((id) => !there.has(id)).length;
  return (
    <>
      <div className={styles.foot}>
        <TextInput
          aria-label="Find in the questions"
          placeholder="Find in the questions"
          value={wish.find}
          onChange={(event) => change({ find: event.currentTarget.value })}
        />
        <Select
          aria-label="Category"
          placeholder="all of the bank"
          clearable
          searchable
          value={wish.category || null}
          data={categoryOptions(bank?.categories ?? [])}
          onChange={(category) => change({ category: category ?? '' })}
        />
        <Select
          aria-label="Difficulty"
          w={130}
          value={`${wish.from}-${wish.to}`}
          data={[
            { value: '1-3', label: 'any difficulty' },
            { value: '1-1', label: 'easy' },
            { value: '1-2', label: 'easy to middling' },
            { value: '2-2', label: 'middling' },
            { value: '2-3', label: 'middling to hard' },
            { value: '3-3', label: 'hard' },
          ]}
          allowDeselect={false}
          onChange={(hard) => {
            const [from = '1', to = '3'] = (hard ?? '').split('-');
            change({ from, to });
          }}
        />
      </div>
      <div className={styles.chosen}>
        <Button size="xs" disabled={fresh === 0} onClick={put}>
          {fresh === 0 ? 'Put on the paper' : `Put ${counted(fresh, 'question')} on the paper`}
        </Button>
        <Button size="xs" variant="default" leftSection={<IconDice3 size={15} />} onClick={draw}>
          Draw from these
        </Button>
        <span role="status">{said}</span>
        <span className={wordStyles.spring} />
        <span className={wordStyles.quiet}>{bank ? `${bank.found} found` : ''}</span>
      </div>
      {problem && (
        <p role="alert" className={wordStyles.problem}>
          {problem}
        </p>
      )}
      {bank?.found === 0 && (
        <p className={wordStyles.empty}>
          {bank.everything === 0
            ? 'The bank is empty. Choose questions of this paper, and put them into it.'
            : 'No question of the bank is like that.'}
        </p>
      )}
      {bank && bank.found > 0 && (
        <BankTable
          bank={bank}
          chosen={new Set([...chosen, ...there])}
          onChoose={(ids, isChosen) =>
            setChosen((before) => {
              const next = new Set(before);
              for (const id of ids) isChosen ? next.add(id) : next.delete(id);
              return next;
            })
          }
          onOpen={({ id }) => setChosen((before) => new Set([...before, id]))}
        />
      )}
    </>
  );
}
