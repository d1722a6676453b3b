'use client';
import { Button } from '@mantine/core';
import { type Editor, useEditorState } from '@tiptap/react';
import styles from './text.module.css';

/** What can be done with the table, or the picture, that the cursor is in. */
export function Within({ editor }: { readonly editor: Editor }) {
  const where = useEditorState({
    editor,
    selector: ({ editor: now }) => ({
      table: now.isActive('table'),
      thing: ['image', 'media'].find((name) => now.isActive(name)) ?? null,
      beside: (now.getAttributes('image').beside ?? now.getAttributes('media').beside ?? null) as string | null,
      wrapped: ['callout', 'folded', 'columns'].find((name) => now.isActive(name)) ?? null,
    }),
  });
  const chain = () => editor.chain().focus();
  const inTable = [
    { name: 'Row above', run: () => chain().addRowBefore().run() },
    { name: 'Row below', run: () => chain().addRowAfter().run() },
    { name: 'Column before', run: () => chain().addColumnBefore().run() },
    { name: 'Column after', run: () => chain().addColumnAfter().run() },
    { name: 'Heads on or off', run: () => chain().toggleHeaderRow().run() },
    { name: 'Join or divide cells', run: () => chain().mergeOrSplit().run() },
    { name: 'Remove row', run: () => chain().deleteRow().run() },
    { name: 'Remove column', run: () => chain().deleteColumn().run() },
    { name: 'Remove table', run: () => chain().deleteTable().run() },
  ];
  const { thing, wrapped } = where;
  const stand = (beside: 'start' | 'end' | null) => () => thing && chain().updateAttributes(thing, { beside }).run();
  const ofThing = [
    { name: 'On its own line', run: stand(null), on: where.beside === null },
    { name: 'Beside the text, before', run: stand('start'), on: where.beside === 'start' },
    { name: 'Beside the text, after', run: stand('end'), on: where.beside === 'end' },
  ];
  const names = { callout: 'callout', folded: 'folded part', columns: 'columns' } as const;
  const ofWrapped = wrapped
    ? [{ name: `Remove the ${names[wrapped as keyof typeof names]}`, run: () => chain().deleteNode(wrapped).run() }]
    : [];
  const all = [...(where.table ? inTable : []), ...(thing ? ofThing : []), ...ofWrapped];
  if (all.length === 0) return null;
  return (
    <span className={styles.within}>
      {all.map(({ name, run, ...rest }) => (
        <Button
          key={name}
          size="compact-xs"
          variant={'on' in rest && rest.on ? 'light' : 'default'}
          aria-pressed={'on' in rest ? rest.on : undefined}
          onClick={run}
        >
          {name}
        </Button>
      ))}
    </span>
  );
}
