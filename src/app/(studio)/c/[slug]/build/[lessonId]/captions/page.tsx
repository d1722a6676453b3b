'use client';
import { Button, Loader, Menu, SegmentedControl } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import { useParams } from 'next/navigation';
import { useCallback, useEffect, useState } from 'react';
import type { MediaFacts } from '@/core/media';
import { useDesk } from '../../../_course/CourseProvider';
import { LessonBar } from '../LessonBar';
import { CaptionsPanel } from './CaptionsPanel';
import styles from './captions.module.css';
import type { Stored } from './captions-desk';

/** Languages that are offered; a file may bring any other. */
const offered = ['en', 'de', 'fr', 'es', 'it', 'pt', 'nl', 'pl', 'cy', 'uk', 'tr', 'ar', 'fa', 'hi', 'zh', 'ja'];
/** What a language calls itself. */
const nameOf = (language: string): string =>
  new Intl.DisplayNames([language], { type: 'language' }).of(language) ?? language;

/** The captions of a film or a recording: what is said, beside it. */
export default function CaptionsPage() {
  const { lessonId } = useParams<{ lessonId: string }>();
  const { state, store } = useDesk();
  const lesson = state.outline.lesson[lessonId];
  const media = lesson?.mediaId ? state.media.get(lesson.mediaId) : undefined;
  useEffect(() => {
    if (lessonId) store.select({ table: 'lesson', id: lessonId });
  }, [store, lessonId]);
  return (
    <main className={styles.page}>
      <LessonBar lesson={lesson} />
      {media ? (
        <Languages key={media.id} media={media} />
      ) : (
        <p className={styles.empty}>
          There is no file yet whose words could stand here. Put one in on the page of the lesson.
        </p>
      )}
    </main>
  );
}

function Languages({ media }: { readonly media: MediaFacts }) {
  const [begun, setBegun] = useState<readonly string[]>([]);
  const there = media.captions.map((one) => one.language);
  const all = [...there, ...begun.filter((one) => !there.includes(one))];
  const [wanted, setWanted] = useState<string | null>(null);
  const language = wanted !== null && all.includes(wanted) ? wanted : (all[0] ?? null);
  const labelOf = (one: string) => media.captions.find((captions) => captions.language === one)?.label ?? nameOf(one);
  const begin = (one: string) => {
    setBegun([...begun, one]);
    setWanted(one);
  };
  return (
    <>
      <div className={styles.languages}>
        {language !== null && all.length > 1 && (
          <SegmentedControl
            aria-label="Language"
            value={language}
            onChange={setWanted}
            data={all.map((one) => ({ value: one, label: labelOf(one) }))}
          />
        )}
        <Menu position="bottom-start">
          <Menu.Target>
            <Button variant="default" leftSection={<IconPlus size={16} />}>
              {all.length === 0 ? 'Captions in' : 'Another language'}
            </Button>
          </Menu.Target>
          <Menu.Dropdown mah={320} style={{ overflowY: 'auto' }}>
            {offered
              .filter((one) => !all.includes(one))
              .map((one) => (
                <Menu.Item key={one} lang={one} onClick={() => begin(one)}>
                  {nameOf(one)}
                </Menu.Item>
              ))}
          </Menu.Dropdown>
        </Menu>
      </div>
      {language === null ? (
        <p className={styles.empty}>
          Nothing of what is said stands in words yet. Choose the language it is spoken in.
        </p>
      ) : (
        <Loaded key={language} media={media} language={language} label={labelOf(language)} />
      )}
    </>
  );
}

type LoadedProps = { readonly media: MediaFacts; readonly language: string; readonly label: string };

/** Fetches what is stored, once: what is saved afterwards is known to the panel itself. */
function Loaded({ media, language, label }: LoadedProps) {
  const [stored, setStored] = useState<Stored | null | undefined>(undefined);
  const [problem, setProblem] = useState(false);
  const [turn, setTurn] = useState(0);
  const again = useCallback(() => setTurn((so) => so + 1), []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: read when it is opened, and when it is asked for anew
  useEffect(() => {
    const hash = media.captions.find((one) => one.language === language)?.hash;
    if (hash === undefined) return setStored(null);
    let isOver = false;
    fetch(`/files/${media.id}/captions-${language}?${hash.slice(0, 8)}`)
      .then(async (response) => {
        if (!response.ok) throw new Error();
        const text = await response.text();
        if (!isOver) setStored({ hash, text });
      })
      .catch(() => !isOver && setProblem(true));
    return () => {
      isOver = true;
    };
  }, [turn]);
  if (problem)
    return (
      <p className={styles.empty}>
        The captions cannot be read at the moment.{' '}
        <Button
          size="compact-sm"
          variant="default"
          onClick={() => {
            setProblem(false);
            again();
          }}
        >
          Try again
        </Button>
      </p>
    );
  if (stored === undefined) return <Loader aria-label="Loading the captions" />;
  return <CaptionsPanel key={turn} media={media} language={language} label={label} stored={stored} onStale={again} />;
}
