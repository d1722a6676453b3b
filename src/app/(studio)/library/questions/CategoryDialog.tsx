'use client';
import { Button, Group, Modal, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import type { Problem } from '@/core/kernel/problem';
import { type BankCategory, categoriesBelow } from '@/core/quiz';
import { newId } from '@/ui/ids';
import wordStyles from '@/ui/plain/words.module.css';
import { categoryOptions } from '../../_bank/category-options';
import type { ShownBank } from '../../_bank/use-bank';

type Props = {
  readonly bank: ShownBank;
  /** Null for a new one, which stands below `parentId`. */
  readonly category: BankCategory | null;
  readonly parentId: string | null;
  readonly onClose: (changed: 'changed' | 'removed' | null) => void;
};

/** The name of a category and its place in the tree. */
export function CategoryDialog({ bank, category, parentId, onClose }: Props) {
  const [id] = useState(category?.id ?? newId());
  const [title, setTitle] = useState(category?.title ?? '');
  const [parent, setParent] = useState(category ? category.parentId : parentId);
  const [problem, setProblem] = useState<Problem | null>(null);
  const below = category ? categoriesBelow(bank.categories, category.id) : new Set<string>();
  const finish = (told: Awaited<ReturnType<typeof act>>, how: 'changed' | 'removed') => {
    setProblem(told.ok ? null : told.problem);
    if (told.ok) onClose(how);
  };
  const keep = async () => finish(await act('bank.put-category', { id, parentId: parent, title }), 'changed');
  return (
    <Modal opened onClose={() => onClose(null)} title={category ? 'Change a category' : 'A new category'}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          keep();
        }}
      >
        <TextInput
          label="Name"
          data-autofocus
          value={title}
          error={problem?.field === 'title' ? problem.sentence : undefined}
          onChange={(event) => setTitle(event.currentTarget.value)}
        />
        <Select
          label="Below"
          placeholder="at the top"
          clearable
          searchable
          value={parent}
          data={categoryOptions(bank.categories, below)}
          onChange={setParent}
        />
        {problem && problem.field !== 'title' && (
          <p role="alert" className={wordStyles.problem}>
            {problem.sentence}
          </p>
        )}
        <Group mt="md" justify="flex-end">
          {category && (
            <Button
              variant="default"
              color="red"
              onClick={async () => finish(await act('bank.remove-category', { id: category.id }), 'removed')}
            >
              Take away; what is in it moves up
            </Button>
          )}
          <Button type="submit">{category ? 'Keep' : 'Make it'}</Button>
        </Group>
      </form>
    </Modal>
  );
}
