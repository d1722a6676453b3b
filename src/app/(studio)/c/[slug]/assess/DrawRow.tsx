'use client';
import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { ActionIcon, Checkbox, Select, TagsInput, UnstyledButton } from '@mantine/core';
import { IconDice3, IconGripVertical, IconTrash } from '@tabler/icons-react';
import { pointsInWords } from '@/core/kernel/exact';
import type { Result } from '@/core/kernel/problem';
import { type BankCategory, type Difficulty, type Draw, drawText } from '@/core/quiz';
import { NumberField } from '@/ui/fields/fields';
import wordStyles from '@/ui/plain/words.module.css';
import { categoryOptions } from '../../../_bank/category-options';
import styles from './assess.module.css';

type Props = {
  readonly draw: Draw;
  readonly name: string;
  readonly categories: readonly BankCategory[];
  /** How many there are to choose from; undefined until it is known. */
  readonly count: number | undefined;
  readonly isOpen: boolean;
  readonly onOpen: (id: string | null) => void;
  readonly onSet: (draw: Draw | null) => Result<unknown>;
};

const hard = [
  { value: '1', label: '1 easy' },
  { value: '2', label: '2 middling' },
  { value: '3', label: '3 hard' },
];

/** What a quiz draws from the bank for each sitting: one line, and open to be changed. */
export function DrawRow({ draw, name, categories, count, isOpen, onOpen, onSet }: Props) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition } = useSortable({
    id: draw.id,
  });
  const set = (part: Partial<Draw>) => onSet({ ...draw, ...part });
  const isShort = count !== undefined && count < draw.count;
  return (
    <section
      ref={setNodeRef}
      className={styles.question}
      data-open={isOpen || undefined}
      data-draw
      style={{ transform: CSS.Translate.toString(transform), transition }}
      aria-label={name}
    >
      <header className={styles.questionHead}>
        <button
          type="button"
          ref={setActivatorNodeRef}
          className={styles.grip}
          {...attributes}
          {...listeners}
          aria-label={`Move ${name}`}
        >
          <IconGripVertical size={16} />
        </button>
        <IconDice3 size={18} stroke={1.75} aria-hidden="true" />
        <UnstyledButton
          className={styles.asks}
          aria-expanded={isOpen}
          aria-label={isOpen ? `Close ${name}` : `Open ${name}`}
          onClick={() => onOpen(isOpen ? null : draw.id)}
        >
          <span />
          <span dir="auto">{drawText(draw, categories)}</span>
          <span className={wordStyles.quiet}>
            {count === undefined ? '' : `${count} to choose from · `}
            {draw.count} × {pointsInWords(draw.points)}
          </span>
        </UnstyledButton>
        <ActionIcon variant="subtle" color="gray" aria-label={`Remove ${name}`} onClick={() => onSet(null)}>
          <IconTrash size={17} stroke={1.75} />
        </ActionIcon>
      </header>
      {isShort && (
        <p role="alert" className={wordStyles.problem}>
          It draws {draw.count} questions, and the bank has {count} to choose from. Draw fewer, or from more.
        </p>
      )}
      {isOpen && (
        <>
          <div className={styles.two}>
            <NumberField label="How many" value={draw.count} onSave={(many) => set({ count: many ?? 1 })} />
            <NumberField
              label="Points each"
              value={draw.points}
              scale={1000}
              onSave={(points) => set({ points: points ?? 1000 })}
            />
            <Select
              label="From the category"
              placeholder="all of the bank"
              clearable
              searchable
              value={draw.categoryId}
              data={categoryOptions(categories)}
              onChange={(categoryId) => set({ categoryId })}
            />
            <TagsInput
              label="With all of the tags"
              value={[...draw.tags]}
              onChange={(tags) => set({ tags: [...new Set(tags.map((tag) => tag.trim()).filter(Boolean))] })}
            />
            <Select
              label="Difficulty from"
              allowDeselect={false}
              value={String(draw.from)}
              data={hard}
              onChange={(from) => {
                const next = Number(from ?? 1) as Difficulty;
                set({ from: next, to: Math.max(next, draw.to) as Difficulty });
              }}
            />
            <Select
              label="to"
              allowDeselect={false}
              value={String(draw.to)}
              data={hard}
              onChange={(to) => {
                const next = Number(to ?? 3) as Difficulty;
                set({ to: next, from: Math.min(next, draw.from) as Difficulty });
              }}
            />
          </div>
          <Checkbox
            label="Those a learner has not had yet come first"
            checked={draw.unseen}
            onChange={(event) => set({ unseen: event.currentTarget.checked })}
          />
        </>
      )}
    </section>
  );
}
