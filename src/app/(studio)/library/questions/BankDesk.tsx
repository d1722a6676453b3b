'use client';
import { Button, Modal, SegmentedControl, Select, TagsInput, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconFileImport, IconFolderPlus, IconPlus } from '@tabler/icons-react';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import { showUndoable } from '@/app/_client/undo-notice';
import { counted } from '@/core/kernel/words';
import { type BankQuestion, contentOf, type Difficulty, kindOf, pathOf, questionKinds } from '@/core/quiz';
import { Link } from '@/ui/frame/Link';
import { newId } from '@/ui/ids';
import wordStyles from '@/ui/plain/words.module.css';
import { BankNav } from '../../_bank/BankNav';
import { BankTable } from '../../_bank/BankTable';
import { BringIn, type BroughtIn } from '../../_bank/BringIn';
import styles from '../../_bank/bank.module.css';
import { categoryOptions } from '../../_bank/category-options';
import { TakeOut } from '../../_bank/TakeOut';
import { type ShownBank, useBank } from '../../_bank/use-bank';
import { BankEditor } from './BankEditor';
import { CategoryDialog } from './CategoryDialog';

type Props = {
  /** The question that is open from the beginning. */
  readonly opens: string | null;
  readonly outcomes: readonly { readonly id: string; readonly text: string; readonly course: string }[];
  readonly zone: string;
};

/** The bank of the school: found, made, moved and changed together. */
export function BankDesk({ opens, outcomes, zone }: Props) {
  const { wish, change, bank, problem, look } = useBank(opens === null ? {} : { find: opens });
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [openId, setOpenId] = useState<string | null>(opens);
  const [category, setCategory] = useState<'new' | 'this' | null>(null);
  const [bringing, setBringing] = useState(false);
  const [refused, setRefused] = useState<string | null>(null);
  const open = bank?.questions.find(({ id }) => id === openId) ?? null;
  const here = bank?.categories.find(({ id }) => id === wish.category) ?? null;
  const add = async () => {
    const [id, kind] = [newId(), 'one' as const];
    const content = {
      ...{ kind, prompt: 'A new question', category: '', points: 1000, body: kindOf(kind).begin(id), media: null },
      ...{ hint: '' },
      ...{ feedbackRight: '', feedbackPart: '', feedbackWrong: '', difficulty: 1, tags: [], outcomes: [] },
    };
    const done = await act('bank.put-questions', { categoryId: here?.id ?? null, questions: [{ id, ...content }] });
    setRefused(done.ok ? null : done.problem.sentence);
    if (!done.ok) return;
    change({ find: '', tag: '', kind: '', from: '1', to: '3' });
    look();
    setOpenId(id);
  };
  const bring = async (questions: readonly BroughtIn[]) => {
    const done = await act('bank.put-questions', {
      categoryId: here?.id ?? null,
      questions: questions.map(({ id, difficulty = 1, tags = [], ...question }) => ({
        ...{ id, ...contentOf(question), difficulty, tags, outcomes: [] },
      })),
    });
    if (!done.ok) return done.problem.sentence;
    look();
    return null;
  };
  const choose = (ids: readonly string[], isChosen: boolean) =>
    setChosen((before) => {
      const next = new Set(before);
      for (const id of ids) isChosen ? next.add(id) : next.delete(id);
      return next;
    });
  return (
    <div className={styles.bench} data-open={open !== null || undefined}>
      <div className={styles.head}>
        <h1>Question bank</h1>
        <span className={wordStyles.quiet}>{bank ? counted(bank.everything, 'question') : ''}</span>
        <Link href="/library">Files</Link>
        <TextInput
          aria-label="Find in the questions"
          placeholder="Find in the questions"
          w={150}
          value={wish.find}
          onChange={(event) => change({ find: event.currentTarget.value })}
        />
        <SegmentedControl
          size="xs"
          aria-label="Difficulty"
          value={wish.from === '1' && wish.to === '3' ? '' : wish.from}
          data={[
            { value: '', label: 'any' },
            { value: '1', label: 'easy' },
            { value: '2', label: 'middling' },
            { value: '3', label: 'hard' },
          ]}
          onChange={(hard) => change(hard === '' ? { from: '1', to: '3' } : { from: hard, to: hard })}
        />
        <Select
          aria-label="Kind"
          placeholder="any kind"
          size="xs"
          w={120}
          clearable
          value={wish.kind || null}
          data={questionKinds.map((kind) => ({ value: kind, label: kindOf(kind).title }))}
          onChange={(kind) => change({ kind: kind ?? '' })}
        />
        <div className={styles.deeds}>
          <Button variant="default" leftSection={<IconFolderPlus size={16} />} onClick={() => setCategory('new')}>
            Category
          </Button>
          <Button variant="default" leftSection={<IconFileImport size={16} />} onClick={() => setBringing(true)}>
            Bring in
          </Button>
          <TakeOut address={`/api/bank/file?${new URLSearchParams(wish)}`} />
          <Button leftSection={<IconPlus size={16} />} onClick={add}>
            Question
          </Button>
        </div>
      </div>
      <div className={styles.side}>
        {bank && <BankNav bank={bank} wish={wish} onChange={change} />}
        {here && (
          <Button mt="sm" size="compact-xs" variant="default" onClick={() => setCategory('this')}>
            Change this category
          </Button>
        )}
      </div>
      <main className={styles.main}>
        {(problem ?? refused) && (
          <p role="alert" className={wordStyles.problem}>
            {problem ?? refused}
          </p>
        )}
        {!bank && !problem && <p role="status">Opening the bank…</p>}
        {bank && chosen.size > 0 && (
          <ChosenBar
            bank={bank}
            chosen={bank.questions.filter(({ id }) => chosen.has(id))}
            onDone={(isGone) => {
              if (isGone) setChosen(new Set());
              look();
            }}
            onLetGo={() => setChosen(new Set())}
          />
        )}
        {bank && bank.found === 0 && (
          <p className={wordStyles.empty}>
            {bank.everything === 0
              ? 'The bank is empty. Make a question here, or put those of a quiz into it.'
              : 'No question is like that. Take a condition away, or look for other words.'}
          </p>
        )}
        {bank && bank.found > 0 && (
          <BankTable bank={bank} chosen={chosen} openId={openId} onChoose={choose} onOpen={({ id }) => setOpenId(id)} />
        )}
        {bank && bank.found > bank.questions.length && (
          <div className={styles.chosen}>
            <span>
              {bank.questions.length} of {bank.found}
            </span>
            <Button
              size="xs"
              variant="default"
              disabled={wish.page === '1'}
              onClick={() => change({ page: String(Number(wish.page) - 1) })}
            >
              Those before
            </Button>
            <Button
              size="xs"
              variant="default"
              disabled={Number(wish.page) * bank.perPage >= bank.found}
              onClick={() => change({ page: String(Number(wish.page) + 1) })}
            >
              Those after
            </Button>
          </div>
        )}
      </main>
      {bank && open && (
        <BankEditor
          key={open.id}
          question={open}
          bank={bank}
          outcomes={outcomes}
          zone={zone}
          onChanged={look}
          onClose={() => setOpenId(null)}
        />
      )}
      {bringing && (
        <BringIn
          where={here ? `into ${here.title}` : 'into the bank'}
          onPut={bring}
          onClose={() => setBringing(false)}
        />
      )}
      {bank && category && (
        <CategoryDialog
          bank={bank}
          category={category === 'this' ? here : null}
          parentId={here?.id ?? null}
          onClose={(changed) => {
            setCategory(null);
            if (changed === 'removed') change({ category: '' });
            if (changed) look();
          }}
        />
      )}
    </div>
  );
}

type ChosenProps = {
  readonly bank: ShownBank;
  readonly chosen: readonly BankQuestion[];
  readonly onDone: (isGone: boolean) => void;
  readonly onLetGo: () => void;
};
type Facts = {
  readonly id: string;
  readonly categoryId?: string | null;
  readonly difficulty?: Difficulty;
  readonly tags?: readonly string[];
  readonly removed?: boolean;
};

/** What can be done with several questions: seen before it is done, and taken back afterwards. */
function ChosenBar({ bank, chosen, onDone, onLetGo }: ChosenProps) {
  const [moves, setMoves] = useState(false);
  const [categoryId, setCategoryId] = useState<string | null>(null);
  const [tags, setTags] = useState<string[]>([]);
  const [difficulty, setDifficulty] = useState<string>('');
  const [problem, setProblem] = useState<string | null>(null);
  const [toCategory, setToCategory] = useState(false);
  const placeText = (id: string | null) => (id === null ? 'without a category' : (pathOf(bank.categories, id) ?? '–'));
  const changes: Facts[] = chosen.map((one) => ({
    id: one.id,
    ...(toCategory ? { categoryId } : {}),
    ...(difficulty === '' ? {} : { difficulty: Number(difficulty) as Difficulty }),
    ...(tags.length === 0 ? {} : { tags: [...new Set([...one.tags, ...tags])] }),
  }));
  const before: Facts[] = chosen.map((one) => ({
    ...{ id: one.id, categoryId: one.categoryId, difficulty: one.difficulty, tags: one.tags, removed: false },
  }));
  const send = async (next: readonly Facts[], words: string, isGone = false) => {
    const done = await act('bank.change-many', { changes: next });
    setProblem(done.ok ? null : done.problem.sentence);
    if (!done.ok) return;
    setMoves(false);
    onDone(isGone);
    showUndoable(words, async () => {
      const undone = await act('bank.change-many', { changes: before });
      if (!undone.ok) notifications.show({ color: 'brick', message: undone.problem.sentence });
      onDone(false);
    });
  };
  return (
    <div className={styles.chosen} role="toolbar" aria-label="Chosen questions">
      <b>{chosen.length} chosen</b>
      <Button size="xs" variant="default" onClick={() => setMoves(true)}>
        Move, tag, difficulty…
      </Button>
      <Button
        size="xs"
        variant="default"
        color="red"
        onClick={() =>
          send(
            chosen.map(({ id }) => ({ id, removed: true })),
            `${counted(chosen.length, 'question')} taken out of the bank. Papers that have them keep them.`,
            true,
          )
        }
      >
        Take out
      </Button>
      {problem && (
        <span role="alert" className={wordStyles.problem}>
          {problem}
        </span>
      )}
      <span className={wordStyles.spring} />
      <Button size="xs" variant="subtle" onClick={onLetGo}>
        Let go
      </Button>
      <Modal
        opened={moves}
        onClose={() => setMoves(false)}
        title={`Change ${counted(chosen.length, 'question')}`}
        size="xl"
      >
        <div className={styles.pair}>
          <Select
            label="Move to"
            placeholder="where they are"
            searchable
            value={toCategory ? (categoryId ?? 'none') : null}
            clearable
            data={[{ value: 'none', label: 'Without a category' }, ...categoryOptions(bank.categories)]}
            onChange={(value) => {
              setToCategory(value !== null);
              setCategoryId(value === 'none' ? null : value);
            }}
          />
          <Select
            label="Difficulty"
            placeholder="as it is"
            clearable
            value={difficulty || null}
            data={[
              { value: '1', label: 'easy' },
              { value: '2', label: 'middling' },
              { value: '3', label: 'hard' },
            ]}
            onChange={(value) => setDifficulty(value ?? '')}
          />
        </div>
        <TagsInput label="Add tags" value={tags} data={bank.tags.map(({ tag }) => tag)} onChange={setTags} mt="sm" />
        <table className={styles.table} aria-label="What changes">
          <tbody>
            {chosen.slice(0, 100).map((one, i) => {
              const next = changes[i];
              const parts = [
                toCategory && one.categoryId !== categoryId
                  ? `${placeText(one.categoryId)} → ${placeText(categoryId)}`
                  : '',
                next?.difficulty && next.difficulty !== one.difficulty
                  ? `difficulty ${one.difficulty} → ${next.difficulty}`
                  : '',
                ...tags.filter((tag) => !one.tags.includes(tag)).map((tag) => `+ ${tag}`),
              ].filter(Boolean);
              return (
                <tr key={one.id}>
                  <th scope="row" dir="auto">
                    {one.prompt}
                  </th>
                  <td className={wordStyles.quiet}>{parts.join(', ') || 'stays as it is'}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
        <Button
          mt="sm"
          disabled={!toCategory && difficulty === '' && tags.length === 0}
          onClick={() => send(changes, `${counted(chosen.length, 'question')} changed.`)}
        >
          Change {counted(chosen.length, 'question')}
        </Button>
      </Modal>
    </div>
  );
}
