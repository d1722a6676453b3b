'use client';
import { Button, FileButton, Kbd } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconBookmark, IconHexagon } from '@tabler/icons-react';
import { useEffect, useState } from 'react';
import { act } from '@/app/_client/act';
import { saveFile } from '@/app/_client/save-file';
import { clockTime } from '@/core/kernel/clock-time';
import type { MediaFacts } from '@/core/media';
import { type Lesson, type OutlineEdit, questionsOf, timeFaults } from '@/core/outline';
import wordStyles from '@/ui/plain/words.module.css';
import { useDesk } from '../../../_course/CourseProvider';
import { isField } from '../../keys';
import { DeskFilm } from '../DeskFilm';
import type { DeskPlayer } from '../use-player';
import { addChapter, addCheckpoint, type Chosen, chaptersFile, pointsOf, removePoint, takeChapters } from './points';
import { TimeLine } from './TimeLine';
import styles from './time-line.module.css';

type Props = {
  readonly lesson: Lesson;
  readonly media: MediaFacts;
  readonly chosen: Chosen | null;
  readonly onChoose: (chosen: Chosen | null) => void;
  readonly player: DeskPlayer;
};

/** The film, what stands on its time line as a list, and the time line itself. */
export function FilmDesk({ lesson, media, chosen, onChoose, player }: Props) {
  const { store, state } = useDesk();
  const [problem, setProblem] = useState<string | null>(null);
  const { chapters, checkpoints } = pointsOf(state.outline, lesson);
  const length = media.seconds === null ? null : Math.round(media.seconds * 1000);
  const faults = timeFaults(lesson, questionsOf(state.outline, lesson.id), length);
  const put = (table: Chosen['table'], add: (of: Lesson, at: number) => { id: string; edit: OutlineEdit }) => {
    const { id, edit } = add(lesson, player.at());
    if (store.edit(edit).ok) onChoose({ table, id });
  };
  const putChapter = () => put('chapter', addChapter);
  const putCheckpoint = () => put('question', addCheckpoint);
  const takeFile = async (file: File | null) => {
    if (!file) return;
    const taken = takeChapters(lesson, await file.text());
    const done = taken.ok ? store.edit(taken.value) : taken;
    setProblem(done.ok ? null : done.problem.sentence);
  };
  const takePoster = async () => {
    const done = await act('media.set-poster', { mediaId: media.id, at: player.at() / 1000 });
    setProblem(done.ok ? null : done.problem.sentence);
    if (done.ok) notifications.show({ message: `${clockTime(player.at())} is being made its poster` });
  };
  const remove = () => {
    if (!chosen) return;
    store.edit(removePoint(lesson, chosen));
    onChoose(null);
  };

  useEffect(() => {
    const keys: { readonly [key: string]: () => void } = {
      c: putChapter,
      q: putCheckpoint,
      ' ': player.toggle,
      delete: remove,
      escape: () => onChoose(null),
    };
    const onKey = (event: KeyboardEvent) => {
      const isButton = event.target instanceof HTMLElement && event.target.closest('button, a, video, audio') !== null;
      const run = keys[event.key.toLowerCase()];
      if (!run || isField(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === ' ' && isButton) return;
      event.preventDefault();
      run();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });

  const lines = [
    ...chapters.map(({ id, at, title }) => ({ id, at, table: 'chapter' as const, words: title || 'without a name' })),
    ...checkpoints.map(({ id, moment, prompt }) => ({
      id,
      at: moment.at,
      table: 'question' as const,
      words: prompt || 'asks nothing yet',
    })),
  ].sort((a, b) => a.at - b.at || (a.table === 'chapter' ? -1 : 1));
  const isFilm = media.width !== null;
  return (
    <div className={styles.desk}>
      <div className={styles.upper}>
        <DeskFilm media={media} player={player} />
        <section className={styles.points} aria-label={isFilm ? 'In this film' : 'In this recording'}>
          <header>
            <h2>{isFilm ? 'In this film' : 'In this recording'}</h2>
            <span>
              {counted(chapters.length, 'chapter')} · {counted(checkpoints.length, 'checkpoint')}
            </span>
          </header>
          {lines.length === 0 && (
            <p className={styles.empty}>
              Play it, and press C where a part begins that has a name, or Q where it should stop to ask.
            </p>
          )}
          <ol>
            {lines.map(({ id, at, table, words }) => {
              const fault = faults.find((one) => one.id === id);
              const Glyph = table === 'chapter' ? IconBookmark : IconHexagon;
              return (
                <li key={id}>
                  <button
                    type="button"
                    data-table={table}
                    aria-current={chosen?.id === id || undefined}
                    onClick={() => {
                      player.goTo(at);
                      onChoose({ table, id });
                    }}
                  >
                    <span className={styles.time}>{clockTime(at)}</span>
                    <Glyph size={17} stroke={1.75} aria-label={table === 'chapter' ? 'Chapter' : 'Checkpoint'} />
                    <span className={styles.words} dir="auto">
                      {words}
                      {fault && <small>{fault.sentence}</small>}
                    </span>
                  </button>
                </li>
              );
            })}
          </ol>
          <div className={styles.adds}>
            <Button
              variant="default"
              leftSection={<IconBookmark size={16} stroke={1.75} />}
              rightSection={<Kbd size="xs">C</Kbd>}
              onClick={putChapter}
            >
              Chapter here
            </Button>
            <Button
              variant="default"
              leftSection={<IconHexagon size={16} stroke={1.75} />}
              rightSection={<Kbd size="xs">Q</Kbd>}
              onClick={putCheckpoint}
            >
              Checkpoint here
            </Button>
          </div>
          <div className={styles.adds}>
            <FileButton
              accept=".vtt,text/vtt"
              onChange={takeFile}
              inputProps={{ 'aria-label': 'Choose a file of chapters' }}
            >
              {(props) => (
                <Button {...props} variant="subtle" color="gray" size="compact-sm">
                  Chapters from WebVTT
                </Button>
              )}
            </FileButton>
            {isFilm && media.state === 'ready' && (
              <Button variant="subtle" color="gray" size="compact-sm" onClick={takePoster}>
                This frame as its poster
              </Button>
            )}
            {chapters.length > 0 && length !== null && (
              <Button
                variant="subtle"
                color="gray"
                size="compact-sm"
                onClick={() => saveFile(`${lesson.title} chapters.vtt`, chaptersFile(chapters, length))}
              >
                Chapters as WebVTT
              </Button>
            )}
          </div>
          {problem && (
            <p role="alert" className={wordStyles.problem}>
              {problem}
            </p>
          )}
        </section>
      </div>
      {length === null ? (
        <p className={styles.none}>How long it is, is being worked out. The time line stands here then.</p>
      ) : (
        <TimeLine
          lesson={lesson}
          media={media}
          length={length}
          chapters={chapters}
          checkpoints={checkpoints}
          chosen={chosen}
          onChoose={onChoose}
          player={player}
        />
      )}
    </div>
  );
}

const counted = (count: number, what: string) => `${count} ${what}${count === 1 ? '' : 's'}`;
