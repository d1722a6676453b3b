'use client';
import { Button, SegmentedControl } from '@mantine/core';
import { IconArrowBackUp } from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import { dateTimeText, type Names, Temporal } from '@/core/kernel/time';
import { type Piece, wordsIn } from '@/core/kernel/word-difference';
import { counted } from '@/core/kernel/words';
import type { RichText, TextVersion } from '@/core/outline';
import { Link } from '@/ui/frame/Link';
import wordStyles from '@/ui/plain/words.module.css';
import { WordDifference } from '@/ui/text/WordDifference';
import { useDesk } from '../../../_course/CourseProvider';
import { tellUndoable } from '../../../_course/undo-notice';
import { useFreshPage } from '../../../_course/use-fresh-page';
import { Workbench } from '../../../_course/Workbench';
import { LessonBar } from '../LessonBar';
import styles from './versions.module.css';

type Props = {
  readonly lessonId: string;
  readonly versions: readonly Omit<TextVersion, 'content'>[];
  readonly chosen: { readonly revision: number; readonly content: RichText | null } | undefined;
  /** What this version changed is shown, and not what has changed since. */
  readonly own: boolean;
  readonly pieces: readonly Piece[];
  readonly names: Names;
};

/** The versions of a lesson's text, one of them word by word, and the way back to it. */
export function VersionsDesk({ lessonId, versions, chosen, own, pieces, names }: Props) {
  const { state, store, head } = useDesk();
  const router = useRouter();
  const lesson = state.outline.lesson[lessonId];
  useEffect(() => {
    store.select({ table: 'lesson', id: lessonId });
    store.loadText(lessonId);
  }, [store, lessonId]);
  useFreshPage();
  const addressOf = (version: number, what: 'own' | 'since') =>
    `/c/${head.slug}/build/${lessonId}/versions?version=${version}&what=${what}`;
  const isNewest = chosen?.revision === versions[0]?.revision;
  const bringBack = () => {
    if (!chosen) return;
    store.edit({ do: 'set', table: 'text', id: lessonId, fields: { content: chosen.content } });
    tellUndoable(store, 'The text is as it was then.');
  };
  return (
    <Workbench
      label="Versions"
      inspector={
        <section className={styles.versions} aria-label="Versions of the text">
          <h2>Versions</h2>
          {versions.length === 0 && <p className={wordStyles.quiet}>None yet. Writing makes the first one.</p>}
          <ol>
            {versions.map((version, i) => (
              <li key={version.revision}>
                <Link
                  href={addressOf(version.revision, own ? 'own' : 'since')}
                  scroll={false}
                  aria-current={version.revision === chosen?.revision || undefined}
                >
                  <b>{version.left ? dateTimeText(Temporal.Instant.from(version.left.at), names) : 'At first'}</b>
                  <span dir="auto">
                    {version.left?.by ?? 'Before anything was changed here'}
                    {i === 0 && ' · as it is now'}
                  </span>
                </Link>
              </li>
            ))}
          </ol>
        </section>
      }
    >
      <LessonBar lesson={lesson} />
      {chosen && (
        <article className={styles.page}>
          <div className={styles.tools}>
            {!isNewest && (
              <>
                <SegmentedControl
                  aria-label="What is shown"
                  value={own ? 'own' : 'since'}
                  onChange={(what) => router.replace(addressOf(chosen.revision, what as 'own' | 'since'))}
                  data={[
                    { value: 'since', label: 'What has changed since' },
                    { value: 'own', label: 'What this version changed' },
                  ]}
                />
                <Button variant="default" leftSection={<IconArrowBackUp size={16} />} onClick={bringBack}>
                  Bring this version back
                </Button>
              </>
            )}
            <p className={wordStyles.quiet} role="status">
              {pieces.every(({ how }) => how === 'same')
                ? 'No word differs.'
                : `${counted(wordsIn(pieces, 'in'), 'word')} came in, ${counted(wordsIn(pieces, 'out'), 'word')} went out.`}
            </p>
          </div>
          <WordDifference pieces={pieces} />
        </article>
      )}
    </Workbench>
  );
}
