'use client';
import { ActionIcon, Alert, Button, FileButton, Kbd, NumberInput, Tooltip } from '@mantine/core';
import {
  IconArrowBackUp,
  IconArrowForwardUp,
  IconDownload,
  IconPlus,
  IconTrash,
  IconUpload,
} from '@tabler/icons-react';
import { useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { act } from '@/app/_client/act';
import { useOwnTexts } from '@/app/_client/own-texts';
import { uploads } from '@/app/_client/upload-queue';
import { addCue, type Cue, cueFaults, type MediaFacts, shiftCues, spoken } from '@/core/media';
import wordStyles from '@/ui/plain/words.module.css';
import { useDesk } from '../../../_course/CourseProvider';
import { isField } from '../../keys';
import { DeskFilm } from '../DeskFilm';
import { type DeskPlayer, usePlayer } from '../use-player';
import { CueList } from './CueList';
import styles from './captions.module.css';
import { CaptionsDesk, type Send, type Stored } from './captions-desk';

type Props = {
  readonly media: MediaFacts;
  readonly language: string;
  readonly label: string;
  readonly stored: Stored | null;
  /** Has what is stored read anew: somebody else has changed it, or a file has taken its place. */
  readonly onStale: () => void;
};

const stateWords = { saved: 'Saved', waiting: 'Saving soon', saving: 'Saving', refused: 'Not saved' };

/** The captions of one language beside their film. */
export function CaptionsPanel({ media, language, label, stored, onStale }: Props) {
  const { store } = useDesk();
  const player = usePlayer();
  const own = useOwnTexts();
  const desk = useMemo(() => {
    const send: Send = async (text, was) => {
      const done = await act<{ hash: string }>('media.write-captions', {
        mediaId: media.id,
        language,
        label,
        was,
        text,
      });
      if (done.ok) await store.refreshMedia();
      return done;
    };
    return new CaptionsDesk(stored, send, own(`captions.${media.id}.${language}`));
  }, [media.id, language, label, stored, store, own]);
  const { cues, state, problem, canUndo, canRedo } = useSyncExternalStore(desk.subscribe, desk.get, desk.get);
  const length = media.seconds === null ? null : Math.round(media.seconds * 1000);
  const [chosen, setChosen] = useState<number | null>(null);
  const faults = useMemo(() => cueFaults(cues, length), [cues, length]);
  useEffect(() => {
    window.addEventListener('pagehide', desk.flush);
    return () => {
      window.removeEventListener('pagehide', desk.flush);
      desk.flush();
    };
  }, [desk]);

  const add = () => {
    const added = addCue(cues, player.at(), length);
    desk.change(added.cues);
    setChosen(added.index);
  };
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const key = event.key.toLowerCase();
      if ((event.ctrlKey || event.metaKey) && key === 'z') {
        event.preventDefault();
        return event.shiftKey ? desk.redo() : desk.undo();
      }
      if (event.key === 'F8') {
        event.preventDefault();
        return player.toggle();
      }
      if (isField(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      const isButton = event.target instanceof HTMLElement && event.target.closest('button, a, video') !== null;
      if (key === 'n') {
        event.preventDefault();
        add();
      } else if (key === ' ' && !isButton) {
        event.preventDefault();
        player.toggle();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });

  const takeFile = (file: File | null) => {
    if (!file) return;
    desk.giveUp();
    const target = { purpose: 'captions' as const, mediaId: media.id, language, label };
    uploads.add([{ file, target, onDone: () => void store.refreshMedia().then(onStale) }]);
  };
  const remove = async () => {
    const done = await act('media.remove-captions', { mediaId: media.id, language });
    if (!done.ok) return;
    desk.giveUp();
    await store.refreshMedia();
    onStale();
  };
  const insist = () => {
    const there = media.captions.find((one) => one.language === language);
    desk.insist(there?.hash ?? null);
  };
  return (
    <div className={styles.desk}>
      <div className={styles.side}>
        <DeskFilm media={media} player={player}>
          {media.width !== null && <Shown cues={cues} player={player} />}
        </DeskFilm>
        <div className={styles.tools}>
          <Button leftSection={<IconPlus size={16} />} rightSection={<Kbd size="xs">N</Kbd>} onClick={add}>
            Caption here
          </Button>
          <ShiftAll disabled={cues.length === 0} onShift={(by) => desk.change(shiftCues(cues, by))} />
        </div>
        <div className={styles.tools}>
          <FileButton
            accept=".vtt,.srt,text/vtt"
            onChange={takeFile}
            inputProps={{ 'aria-label': 'Choose a captions file' }}
          >
            {(props) => (
              <Button {...props} variant="default" leftSection={<IconUpload size={16} />}>
                From a file
              </Button>
            )}
          </FileButton>
          {stored && (
            <Button
              component="a"
              href={`/files/${media.id}/captions-${language}`}
              download={`${media.title} ${language}.vtt`}
              variant="default"
              leftSection={<IconDownload size={16} />}
            >
              As WebVTT
            </Button>
          )}
          {stored && (
            <Button variant="default" leftSection={<IconTrash size={16} />} onClick={remove}>
              Remove {label}
            </Button>
          )}
        </div>
        <p className={wordStyles.quiet}>
          What is saved here, learners see at once. In a caption: <Kbd size="xs">Ctrl Enter</Kbd> divides it where the
          cursor is, <Kbd size="xs">F8</Kbd> plays and pauses, <Kbd size="xs">Alt ↑</Kbd> <Kbd size="xs">Alt ↓</Kbd> go
          to the one before and after.
        </p>
      </div>
      <section className={styles.list} aria-label={`Captions in ${label}`}>
        <header>
          <h2>{label}</h2>
          <span className={wordStyles.quiet}>
            {cues.length} {cues.length === 1 ? 'caption' : 'captions'}
            {faults.length > 0 && `, ${faults.length} worth a look`}
          </span>
          <span className={wordStyles.spring} />
          <span role="status" className={state === 'refused' ? styles.bad : wordStyles.quiet}>
            {stateWords[state]}
          </span>
          <Step name="Undo" Glyph={IconArrowBackUp} isOff={!canUndo} onClick={desk.undo} />
          <Step name="Do again" Glyph={IconArrowForwardUp} isOff={!canRedo} onClick={desk.redo} />
        </header>
        {problem && (
          <Alert color="saffron" variant="light" role="alert">
            {problem.sentence}
            {problem.code === 'conflict' && (
              <span className={styles.tools}>
                <Button size="compact-sm" onClick={insist}>
                  Keep mine
                </Button>
                <Button
                  size="compact-sm"
                  variant="default"
                  onClick={() => {
                    desk.giveUp();
                    onStale();
                  }}
                >
                  Take theirs
                </Button>
              </span>
            )}
          </Alert>
        )}
        {cues.length === 0 ? (
          <p className={styles.empty}>
            Play the film, and press N where somebody begins to speak; or take the captions from a file (WebVTT or SRT).
          </p>
        ) : (
          <CueList
            cues={cues}
            faults={faults}
            player={player}
            chosen={chosen}
            onChoose={setChosen}
            onChange={desk.change}
          />
        )}
      </section>
    </div>
  );
}

/** The caption of the moment, over the picture. */
function Shown({ cues, player }: { readonly cues: readonly Cue[]; readonly player: DeskPlayer }) {
  const words = useSyncExternalStore(
    player.subscribe,
    () => {
      const at = player.at();
      return cues
        .filter(({ from, to }) => from <= at && at < to)
        .map(({ text }) => spoken(text))
        .join('\n');
    },
    () => '',
  );
  return words ? (
    <p className={styles.shown} dir="auto">
      {words}
    </p>
  ) : null;
}

function ShiftAll({ disabled, onShift }: { readonly disabled: boolean; readonly onShift: (by: number) => void }) {
  const [seconds, setSeconds] = useState<number | string>(0.5);
  const by = Math.round(Number(seconds) * 1000);
  return (
    <span className={styles.shift}>
      <NumberInput
        aria-label="Seconds to move all captions by"
        value={seconds}
        onChange={setSeconds}
        step={0.1}
        decimalScale={3}
        suffix=" s"
        w={96}
      />
      <Button variant="default" disabled={disabled || !by} onClick={() => onShift(by)}>
        Move all later
      </Button>
      <Button variant="default" disabled={disabled || !by} onClick={() => onShift(-by)}>
        Move all sooner
      </Button>
    </span>
  );
}

type StepProps = {
  readonly name: string;
  readonly Glyph: typeof IconPlus;
  readonly isOff: boolean;
  readonly onClick: () => void;
};
const Step = ({ name, Glyph, isOff, onClick }: StepProps) => (
  <Tooltip label={name}>
    <ActionIcon variant="subtle" color="gray" aria-label={name} disabled={isOff} onClick={onClick}>
      <Glyph size={18} />
    </ActionIcon>
  </Tooltip>
);
