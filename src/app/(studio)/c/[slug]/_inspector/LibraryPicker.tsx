'use client';
import { Button, Loader, Modal, TextInput } from '@mantine/core';
import { IconFolderOpen, IconSearch } from '@tabler/icons-react';
import { useEffect, useState } from 'react';
import { send } from '@/app/_client/act';
import { secondText } from '@/core/kernel/clock-time';
import { type MediaFacts, type MediaKind, sizeText } from '@/core/media';
import { Thumb } from '../../../library/Items';
import styles from './picker.module.css';

type Props = {
  readonly kind: MediaKind | null;
  /** What is chosen: `a film`. */
  readonly called: string;
  readonly onPick: (media: MediaFacts) => void;
};

/** A way to what is in the library already, wherever a file can be. */
export function LibraryPicker({ kind, called, onPick }: Props) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button
        size="compact-sm"
        variant="default"
        leftSection={<IconFolderOpen size={15} stroke={1.75} />}
        onClick={() => setOpen(true)}
      >
        From the library
      </Button>
      <PickerDialog
        opened={isOpen}
        kind={kind}
        called={called}
        onClose={() => setOpen(false)}
        onPick={(media) => {
          setOpen(false);
          onPick(media);
        }}
      />
    </>
  );
}

type DialogProps = Props & { readonly opened: boolean; readonly onClose: () => void };

export function PickerDialog({ opened, kind, called, onPick, onClose }: DialogProps) {
  return (
    <Modal
      opened={opened}
      onClose={onClose}
      size="xl"
      title={<b>Choose {called} from the library</b>}
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      {opened && <Found kind={kind} onPick={onPick} />}
    </Modal>
  );
}

type Page = { readonly rows: readonly MediaFacts[]; readonly found: number };

function Found({ kind, onPick }: Pick<Props, 'kind' | 'onPick'>) {
  const [words, setWords] = useState('');
  const [page, setPage] = useState(1);
  const [shown, setShown] = useState<Page | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    let isOver = false;
    const timer = setTimeout(async () => {
      const answer = await send<Page>('/api/library', { find: words.trim(), kind, page });
      if (isOver) return;
      setProblem(answer.ok ? null : answer.problem.sentence);
      if (answer.ok)
        setShown((so) =>
          page === 1 || !so ? answer.value : { ...answer.value, rows: [...so.rows, ...answer.value.rows] },
        );
    }, 200);
    return () => {
      isOver = true;
      clearTimeout(timer);
    };
  }, [words, kind, page]);
  return (
    <>
      <TextInput
        aria-label="Find in the library"
        placeholder="Find a name, words, a tag"
        leftSection={<IconSearch size={16} />}
        value={words}
        data-autofocus
        onChange={(event) => {
          setWords(event.currentTarget.value);
          setPage(1);
        }}
      />
      {problem && <p role="alert">{problem}</p>}
      {!shown && !problem && <Loader aria-label="Looking" m="md" />}
      {shown?.found === 0 && <p className={styles.none}>Nothing in the library is like that.</p>}
      <ul className={styles.items}>
        {shown?.rows.map((item) => (
          <li key={item.id}>
            <button type="button" onClick={() => onPick(item)}>
              <span className={styles.picture}>
                <Thumb item={item} />
              </span>
              <b dir="auto">{item.title}</b>
              <small>
                {[item.kind, item.seconds !== null ? secondText(item.seconds * 1000) : '', sizeText(item.size)]
                  .filter(Boolean)
                  .join(' · ')}
              </small>
            </button>
          </li>
        ))}
      </ul>
      {shown && shown.rows.length < shown.found && (
        <Button variant="default" fullWidth mt="sm" onClick={() => setPage(page + 1)}>
          More ({shown.found - shown.rows.length} left)
        </Button>
      )}
    </>
  );
}
