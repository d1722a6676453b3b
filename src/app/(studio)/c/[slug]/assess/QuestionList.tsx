'use client';
import { closestCenter, DndContext, KeyboardSensor, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { Button } from '@mantine/core';
import { IconClipboardText, IconPlus } from '@tabler/icons-react';
import { useCallback, useRef, useState } from 'react';
import { type Lesson, type Question, questionsOf } from '@/core/outline';
import { type Draw, kindOf, type QuestionKind, questionKinds } from '@/core/quiz';
import { newId } from '@/ui/ids';
import wordStyles from '@/ui/plain/words.module.css';
import { TakeOut } from '../../../_bank/TakeOut';
import { useDesk } from '../_course/CourseProvider';
import { useAssessDesk } from './AssessDesk';
import styles from './assess.module.css';
import { ChosenBar } from './ChosenBar';
import { DrawRow } from './DrawRow';
import { PasteQuestions } from './PasteQuestions';
import { keyBefore, linesOf } from './paper-lines';
import { QuestionRow } from './QuestionRow';
import { useBankOfPaper } from './use-bank-of-paper';

/** What a copy of a question takes along. */
const copied = ({ id: _id, lessonId: _lessonId, order: _order, kind: _kind, moment: _moment, ...fields }: Question) =>
  fields;

/** The questions of a paper: made, opened one at a time, put in order, and changed together. */
export function QuestionList({ lesson }: { readonly lesson: Lesson }) {
  const { store, state } = useDesk();
  const { openId, setOpenId } = useAssessDesk();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [pasting, setPasting] = useState(false);
  const questions = questionsOf(state.outline, lesson.id);
  const lines = linesOf(state.outline, lesson);
  const draws = lesson.quiz?.draws ?? [];
  const bank = useBankOfPaper(
    draws,
    questions.flatMap(({ bankId }) => bankId ?? []),
  );
  const there = useRef(questions);
  there.current = questions;
  const lastChosen = useRef<string | null>(null);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const choose = useCallback((id: string, isChosen: boolean, withRange: boolean) => {
    const ids = there.current.map((question) => question.id);
    const [from, to] = [ids.indexOf(lastChosen.current ?? ''), ids.indexOf(id)];
    const meant = withRange && from >= 0 ? ids.slice(Math.min(from, to), Math.max(from, to) + 1) : [id];
    lastChosen.current = id;
    setChosen((before) => {
      const next = new Set(before);
      for (const one of meant) isChosen ? next.add(one) : next.delete(one);
      return next;
    });
  }, []);
  const copy = useCallback(
    (ids: readonly string[]) => {
      const originals = there.current.filter((question) => ids.includes(question.id));
      let after = originals.at(-1)?.id ?? '';
      const edits = originals.map((question) => {
        const edit = {
          ...({ do: 'add-question', id: newId(), lessonId: lesson.id, kind: question.kind, after } as const),
          fields: copied(question),
        };
        after = edit.id;
        return edit;
      });
      if (store.edit({ do: 'all', edits }).ok && edits.length === 1) setOpenId(after);
    },
    [store, lesson.id, setOpenId],
  );
  const add = (kind: QuestionKind) => {
    const id = newId();
    if (store.edit({ do: 'add-question', id, lessonId: lesson.id, kind }).ok) setOpenId(id);
  };
  const setDraw = (id: string, draw: Draw | null) =>
    store.edit({
      ...({ do: 'set', table: 'lesson', id: lesson.id } as const),
      fields: { quiz: { ...lesson.quiz, draws: draws.flatMap((one) => (one.id === id ? (draw ?? []) : one)) } },
    });
  const marked = questions.filter((question) => chosen.has(question.id));
  return (
    <>
      {lines.length === 0 && (
        <p className={wordStyles.empty}>
          This quiz asks nothing yet. Begin with one of the kinds below, or paste a list.
        </p>
      )}
      {marked.length > 0 && <ChosenBar questions={marked} onCopy={copy} onLetGo={() => setChosen(new Set())} />}
      <DndContext
        id="questions"
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={({ active, over }) => {
          if (!over || over.id === active.id) return;
          const ids = lines.map((line) => line.id);
          const [from, to] = [ids.indexOf(String(active.id)), ids.indexOf(String(over.id))];
          const before = (to > from ? ids[to + 1] : ids[to]) ?? null;
          const line = lines[from];
          if (line && 'draw' in line) setDraw(line.draw.id, { ...line.draw, order: keyBefore(lines, line.id, before) });
          else store.edit({ do: 'move-question', id: String(active.id), before });
        }}
      >
        <SortableContext items={lines.map((line) => line.id)} strategy={verticalListSortingStrategy}>
          <div className={styles.questions}>
            {lines.map((line) =>
              'draw' in line ? (
                <DrawRow
                  key={line.id}
                  draw={line.draw}
                  name={`Draw ${draws.indexOf(line.draw) + 1}`}
                  categories={bank.categories}
                  count={bank.counts[line.id]}
                  isOpen={line.id === openId}
                  onOpen={setOpenId}
                  onSet={(draw) => setDraw(line.id, draw)}
                />
              ) : (
                <QuestionRow
                  key={line.id}
                  question={line.question}
                  number={questions.indexOf(line.question) + 1}
                  isOpen={line.id === openId}
                  isChosen={chosen.has(line.id)}
                  onOpen={setOpenId}
                  onChoose={choose}
                  onCopy={copy}
                  inBank={bank.questions.find(({ id }) => id === line.question.bankId) ?? null}
                />
              ),
            )}
          </div>
        </SortableContext>
      </DndContext>
      <div className={styles.additions} role="toolbar" aria-label="Add a question">
        {questionKinds.map((kind) => (
          <Button key={kind} variant="default" leftSection={<IconPlus size={15} />} onClick={() => add(kind)}>
            {kindOf(kind).title}
          </Button>
        ))}
        <Button variant="default" leftSection={<IconClipboardText size={15} />} onClick={() => setPasting(true)}>
          Paste or bring in
        </Button>
        {questions.length > 0 && <TakeOut address={`/api/course/${store.courseId}/questions/${lesson.id}`} />}
      </div>
      {pasting && <PasteQuestions lesson={lesson} onClose={() => setPasting(false)} />}
    </>
  );
}
