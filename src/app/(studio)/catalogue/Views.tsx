'use client';
import { ActionIcon, Button, Menu, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconBookmark, IconTrash } from '@tabler/icons-react';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import type { CatalogueTable } from '@/core/exchange';
import type { CatalogueLook, SavedView } from '@/server/exchange';
import { newId } from '@/ui/ids';
import styles from './catalogue.module.css';

type Props = {
  readonly views: readonly SavedView[];
  readonly about: CatalogueTable;
  readonly look: CatalogueLook;
  readonly onChoose: (view: SavedView) => void;
  readonly onUsual: () => void;
  readonly onChanged: () => void;
};

/** Ways to look at the table that were kept under a name; what is taken out has the columns and rows of the view. */
export function Views({ views, about, look, onChoose, onUsual, onChanged }: Props) {
  const [name, setName] = useState('');
  const told = (sentence: string) => notifications.show({ color: 'brick', message: sentence });
  const keep = async () => {
    const same = views.find((view) => view.name === name.trim());
    const done = await act('catalogue.save-view', { id: same?.id ?? newId(), name, about, look });
    if (!done.ok) return told(done.problem.sentence);
    setName('');
    notifications.show({ color: 'malachite', message: `This view is kept as "${name.trim()}".` });
    onChanged();
  };
  const remove = async (view: SavedView) => {
    const done = await act('catalogue.remove-view', { id: view.id });
    if (!done.ok) return told(done.problem.sentence);
    onChanged();
  };
  return (
    <Menu width={300}>
      <Menu.Target>
        <Button variant="default" leftSection={<IconBookmark size={16} stroke={1.75} />}>
          Views
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Item onClick={onUsual}>The usual view</Menu.Item>
        {views.map((view) => (
          <div key={view.id} className={styles.view}>
            <Menu.Item onClick={() => onChoose(view)}>{view.name}</Menu.Item>
            <ActionIcon
              variant="subtle"
              color="gray"
              size="sm"
              aria-label={`Remove the view "${view.name}"`}
              onClick={() => remove(view)}
            >
              <IconTrash size={14} />
            </ActionIcon>
          </div>
        ))}
        <Menu.Divider />
        <form
          className={styles.keep}
          onSubmit={(event) => {
            event.preventDefault();
            keep();
          }}
        >
          <TextInput
            size="xs"
            aria-label="Name of this view"
            placeholder="Keep this view as …"
            value={name}
            onChange={(event) => setName(event.currentTarget.value)}
          />
          <Button size="xs" type="submit" variant="default" disabled={name.trim() === ''}>
            Keep
          </Button>
        </form>
      </Menu.Dropdown>
    </Menu>
  );
}
