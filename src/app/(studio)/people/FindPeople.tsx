'use client';
import { TextInput } from '@mantine/core';
import { IconSearch } from '@tabler/icons-react';
import { useFind } from '@/app/_client/use-find';

/** The list of people is looked through on the server; what is looked for stands in the address. */
export function FindPeople({ find }: { readonly find: string }) {
  const { words, setWords } = useFind(find);
  return (
    <TextInput
      aria-label="Find a person"
      placeholder="Find a name or an address"
      leftSection={<IconSearch size={15} />}
      value={words}
      onChange={(event) => setWords(event.currentTarget.value)}
      w={280}
      mb="sm"
    />
  );
}
