'use client';
import { Button, FileButton, TagsInput } from '@mantine/core';
import { IconDownload, IconLock, IconReplace, IconTrash, IconX } from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import { uploads } from '@/app/_client/upload-queue';
import { useLater } from '@/app/_client/useLater';
import { secondText } from '@/core/kernel/clock-time';
import { ok, type Result } from '@/core/kernel/problem';
import { sizeText } from '@/core/media';
import type { LibraryEntry } from '@/server/media';
import type { UsedIn } from '@/server/outline';
import { TextField } from '@/ui/fields/fields';
import { Link } from '@/ui/frame/Link';
import { kinds } from '@/ui/tile/kinds';
import styles from './library.module.css';
import { Preview } from './Preview';

type Props = {
  readonly entry: LibraryEntry;
  readonly used: { readonly here: readonly UsedIn[]; readonly elsewhere: number };
  readonly versions: readonly {
    readonly number: number;
    readonly fileName: string;
    readonly by: string | null;
    readonly day: string;
  }[];
  readonly closeHref: string;
};

/** Everything about one thing of the library. */
export function FileInspector({ entry, used, versions, closeHref }: Props) {
  const router = useRouter();
  const [problem, setProblem] = useState<string | null>(null);
  const [tags, setTags] = useState<string[]>([...entry.tags]);
  const { id } = entry;
  const tell = async (name: string, input: object): Promise<Result<unknown>> => {
    const done = await act(name, { mediaId: id, ...input });
    setProblem(done.ok ? null : done.problem.sentence);
    if (done.ok) router.refresh();
    return done;
  };
  // Typing waits for a pause, so that a word is one change.
  const sayLater = useLater((fields) => tell('media.describe', fields));
  const set = (field: string) => (value: string) => {
    sayLater({ [field]: value });
    return ok(null);
  };
  const uses = used.here.length + used.elsewhere;
  const facts = [
    entry.kind,
    entry.width !== null ? `${entry.width} × ${entry.height}` : '',
    entry.seconds !== null ? secondText(entry.seconds * 1000) : '',
    entry.pages !== null ? `${entry.pages} pages` : '',
    sizeText(entry.size),
  ].filter(Boolean);
  return (
    <>
      <Link href={closeHref} scroll={false} className={styles.close} aria-label="Close">
        <IconX size={18} />
      </Link>
      <Preview entry={entry} />
      <h2 dir="auto">{entry.title}</h2>
      <p className={styles.quiet}>
        {facts.join(' · ')}
        <br />
        {entry.fileName}
      </p>
      {entry.state === 'failed' && (
        <p role="alert" className={styles.bad}>
          {entry.problem}.{' '}
          <Button size="compact-xs" variant="default" onClick={() => tell('media.try-again', {})}>
            Try again
          </Button>
        </p>
      )}
      {problem && (
        <p role="alert" className={styles.bad}>
          {problem}
        </p>
      )}
      <TextField label="Name" value={entry.title} onSave={set('title')} />
      <TextField
        label="What it shows"
        description="For those who cannot see or hear it."
        lines={2}
        value={entry.alt}
        onSave={set('alt')}
      />
      <TagsInput
        label="Tags"
        value={tags}
        maxTags={20}
        onChange={(next) => {
          setTags(next);
          tell('media.describe', { tags: next.map((one) => one.trim().slice(0, 40)).filter(Boolean) });
        }}
      />
      <TextField label="Licence" value={entry.licence} onSave={set('licence')} />
      <TextField label="Source" value={entry.source} onSave={set('source')} />
      <h3>Used in</h3>
      {uses === 0 && <p className={styles.quiet}>No lesson uses it yet.</p>}
      <ul className={styles.uses}>
        {used.here.map(({ lessonId, title, kind, courseTitle, slug }) => {
          const { Glyph } = kinds[kind];
          return (
            <li key={lessonId}>
              <Glyph size={18} stroke={1.75} aria-hidden="true" />
              <Link href={`/c/${slug}/build?select=${lessonId}`} dir="auto">
                {title}
              </Link>
              <span className={styles.quiet} dir="auto">
                {courseTitle}
              </span>
            </li>
          );
        })}
      </ul>
      {used.elsewhere > 0 && (
        <p className={styles.quiet}>
          And in {used.elsewhere} {used.elsewhere === 1 ? 'lesson' : 'lessons'} of other courses.
        </p>
      )}
      <h3>Versions</h3>
      <ul className={styles.versions}>
        {versions.map(({ number, fileName, by, day }) => (
          <li key={number}>
            <b>{number}</b>
            <span>
              {day}
              <small dir="auto">{[fileName, by].filter(Boolean).join(', ')}</small>
            </span>
            {number === entry.version ? (
              <span className={styles.quiet}>now</span>
            ) : (
              <Button size="compact-xs" variant="default" onClick={() => tell('media.show-version', { number })}>
                Show this one
              </Button>
            )}
          </li>
        ))}
      </ul>
      <div className={styles.acts}>
        <FileButton
          onChange={(file) =>
            file &&
            uploads.add([{ file, target: { purpose: 'attachment', mediaId: id }, onDone: () => router.refresh() }])
          }
          inputProps={{ 'aria-label': 'Choose a new version' }}
        >
          {(props) => (
            <Button {...props} variant="default" leftSection={<IconReplace size={16} stroke={1.75} />}>
              Replace everywhere
            </Button>
          )}
        </FileButton>
        <Button
          component="a"
          href={`/files/${id}/download`}
          variant="default"
          leftSection={<IconDownload size={16} stroke={1.75} />}
        >
          Download
        </Button>
      </div>
      {uses > 0 ? (
        <p className={styles.quiet}>
          <IconLock size={14} stroke={1.75} aria-hidden="true" /> In use, so it cannot be removed. Editions that are
          published keep the version they were made with.
        </p>
      ) : (
        <Button
          variant="default"
          color="red"
          leftSection={<IconTrash size={16} stroke={1.75} />}
          onClick={async () => (await tell('media.remove', {})).ok && router.push(closeHref)}
        >
          Remove from the library
        </Button>
      )}
    </>
  );
}
