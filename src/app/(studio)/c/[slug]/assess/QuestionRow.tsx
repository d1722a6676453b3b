'use client';
import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { ActionIcon, Checkbox, Tooltip, UnstyledButton } from '@mantine/core';
import { IconCopy, IconGripVertical, IconTrash } from '@tabler/icons-react';
import { memo } from 'react';
import { pointsInWords } from '@/core/kernel/exact';
import type { Question } from '@/core/outline';
import { type BankQuestion, kindOf } from '@/core/quiz';
import { NumberField } from '@/ui/fields/fields';
import wordStyles from '@/ui/plain/words.module.css';
import { useDesk } from '../_course/CourseProvider';
import styles from './assess.module.css';
import { BankBound } from './BankBound';
import { QuestionFields } from './QuestionFields';

type Props = {
  readonly question: Question;
  readonly number: number;
  readonly isOpen: boolean;
  readonly isChosen: boolean;
  readonly onOpen: (id: string | null) => void;
  readonly onChoose: (id: string, isChosen: boolean, withRange: boolean) => void;
  readonly onCopy: (ids: readonly string[]) => void;
  /** Of a question of the bank: as it is there now, where that is known. */
  readonly inBank: BankQuestion | null;
};

const isNewer = ({ bankVersion }: Question, inBank: BankQuestion | null) =>
  inBank !== null && bankVersion !== null && inBank.version > bankVersion;

/** A question of a paper: one line, and open to be changed. */
export const QuestionRow = memo(function QuestionRow(props: Props) {
  const { question, number, isOpen, isChosen, onOpen, onChoose, onCopy, inBank } = props;
  const { store } = useDesk();
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition } = useSortable({
    id: question.id,
  });
  const set = (fields: Partial<Question>) => store.edit({ do: 'set', table: 'question', id: question.id, fields });
  const hasPoints = kindOf(question.kind).judgedBy !== 'nobody';
  return (
    <section
      ref={setNodeRef}
      className={styles.question}
      data-open={isOpen || undefined}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      aria-label={`Question ${number}`}
    >
      <header className={styles.questionHead}>
        <button
          type="button"
          ref={setActivatorNodeRef}
          className={styles.grip}
          {...attributes}
          {...listeners}
          aria-label={`Move question ${number}`}
        >
          <IconGripVertical size={16} />
        </button>
        <Checkbox
          size="xs"
          aria-label={`Choose question ${number}`}
          checked={isChosen}
          onChange={(event) =>
            onChoose(question.id, event.currentTarget.checked, (event.nativeEvent as MouseEvent).shiftKey)
          }
        />
        <UnstyledButton
          className={styles.asks}
          aria-expanded={isOpen}
          aria-label={isOpen ? `Close question ${number}` : `Open question ${number}`}
          onClick={() => onOpen(isOpen ? null : question.id)}
        >
          <b>{number}</b>
          <span dir="auto">{isOpen ? '' : question.prompt || 'It asks nothing yet.'}</span>
          <span className={wordStyles.quiet}>
            {question.bankId !== null && (isNewer(question, inBank) ? 'of the bank, newer there · ' : 'of the bank · ')}
            {kindOf(question.kind).title}
            {!isOpen && hasPoints && ` · ${pointsInWords(question.points)}`}
          </span>
        </UnstyledButton>
        {isOpen && (
          <>
            {hasPoints && (
              <div className={styles.points}>
                <NumberField
                  label="Points"
                  hideLabel
                  unit="points"
                  value={question.points}
                  scale={1000}
                  onSave={(points) => set({ points: points ?? 0 })}
                />
              </div>
            )}
            <Tooltip label="Copy it below">
              <ActionIcon
                variant="subtle"
                color="gray"
                aria-label={`Copy question ${number}`}
                onClick={() => onCopy([question.id])}
              >
                <IconCopy size={17} stroke={1.75} />
              </ActionIcon>
            </Tooltip>
          </>
        )}
        <ActionIcon
          variant="subtle"
          color="gray"
          aria-label={`Remove question ${number}`}
          onClick={() => store.edit({ do: 'remove', table: 'question', ids: [question.id] })}
        >
          <IconTrash size={17} stroke={1.75} />
        </ActionIcon>
      </header>
      {isOpen && question.bankId === null && <QuestionFields question={question} folds />}
      {isOpen && question.bankId !== null && <BankBound question={question} now={inBank} />}
    </section>
  );
});
