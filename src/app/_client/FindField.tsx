'use client';
import { TextInput } from '@mantine/core';
import { IconSearch } from '@tabler/icons-react';
import { useFind } from './use-find';

type Props = { readonly label: string; readonly placeholder?: string; readonly find: string; readonly mb?: 'sm' };

/** A field for words that a list on the server is looked through for. `find` is what it has been looked through for. */
export function FindField({ label, placeholder = label, find, mb }: Props) {
  const { words, setWords } = useFind(find);
  return (
    <TextInput
      aria-label={label}
      placeholder={placeholder}
      leftSection={<IconSearch size={15} />}
      value={words}
      onChange={(event) => setWords(event.currentTarget.value)}
      w={260}
      mb={mb}
    />
  );
}
