'use client';
import { Button, FileButton } from '@mantine/core';
import { IconLayoutGrid, IconList, IconUpload } from '@tabler/icons-react';
import { fromEvent } from 'file-selector';
import { useRouter } from 'next/navigation';
import { type DragEvent, type ReactNode, useEffect, useRef, useState } from 'react';
import { uploads } from '@/app/_client/upload-queue';
import { useUploads } from '@/app/_client/use-intake';
import { Link } from '@/ui/frame/Link';
import styles from './library.module.css';

type Props = {
  /** Whether somebody may put things here that belong to no course. */
  readonly mayUpload: boolean;
  readonly view: 'pictures' | 'list';
  readonly views: { readonly pictures: string; readonly list: string };
  readonly children: ReactNode;
};

/** The whole page takes files that are dropped on it; what is new is seen as soon as it is there. */
export function DropGround({ mayUpload, view, views, children }: Props) {
  const router = useRouter();
  const [isOver, setOver] = useState(false);
  const { items } = useUploads();
  const done = items.filter(({ state }) => state === 'done').length;
  const known = useRef(done);
  useEffect(() => {
    if (done === known.current) return;
    known.current = done;
    router.refresh();
    // What is worked out of a file follows a moment later.
    const later = setTimeout(() => router.refresh(), 4000);
    return () => clearTimeout(later);
  }, [done, router]);
  const take = (files: readonly File[]) =>
    uploads.add(files.map((file) => ({ file, target: { purpose: 'attachment' } })));
  const isFiles = (event: DragEvent) => mayUpload && event.dataTransfer.types.includes('Files');
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: files are dropped anywhere; the button is the equal way
    <div
      data-over={isOver || undefined}
      className={styles.ground}
      onDragOver={(event) => {
        if (!isFiles(event)) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget as Node | null)) setOver(false);
      }}
      onDrop={async (event) => {
        if (!isFiles(event)) return;
        event.preventDefault();
        setOver(false);
        const found: readonly unknown[] = await fromEvent(event.nativeEvent);
        take(found.flatMap((one) => (one instanceof File ? [one] : [])));
      }}
    >
      <div className={styles.tools}>
        <nav aria-label="How it is shown" className={styles.views}>
          <Link href={views.pictures} aria-current={view === 'pictures' || undefined} aria-label="As pictures">
            <IconLayoutGrid size={18} stroke={1.75} />
          </Link>
          <Link href={views.list} aria-current={view === 'list' || undefined} aria-label="As a list">
            <IconList size={18} stroke={1.75} />
          </Link>
        </nav>
        {mayUpload && (
          <FileButton multiple onChange={take} inputProps={{ 'aria-label': 'Choose files for the library' }}>
            {(props) => (
              <Button {...props} leftSection={<IconUpload size={17} stroke={1.75} />}>
                Upload
              </Button>
            )}
          </FileButton>
        )}
      </div>
      {children}
    </div>
  );
}
