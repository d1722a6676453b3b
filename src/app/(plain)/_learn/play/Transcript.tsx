'use client';
import { type RefObject, useEffect, useMemo, useRef, useState } from 'react';
import { secondText } from '@/core/kernel/clock-time';
import { type Cue, cuesWith, type MediaFacts, readCues, spoken } from '@/core/media';
import controls from '@/ui/plain/controls.module.css';
import styles from './play.module.css';

type Props = {
  readonly media: MediaFacts;
  readonly player: RefObject<HTMLMediaElement | null>;
  readonly goTo: (ms: number) => void;
};

/** What is said, as a text that follows the film, is looked through, and leads to where it is said. */
export function Transcript({ media, player, goTo }: Props) {
  const [language, setLanguage] = useState(media.captions[0]?.language ?? '');
  const [cues, setCues] = useState<readonly Cue[] | null>(null);
  const [isBroken, setBroken] = useState(false);
  const [wanted, setWanted] = useState('');
  const list = useRef<HTMLOListElement>(null);
  const here = useHere(player, cues);
  const shown = useMemo(() => cuesWith(cues ?? [], wanted), [cues, wanted]);

  useEffect(() => {
    let isOver = false;
    setCues(null);
    setBroken(false);
    fetch(`/files/${media.id}/captions-${language}`)
      .then(async (response) => {
        const read = response.ok ? readCues(await response.text()) : null;
        if (isOver) return;
        if (read?.ok) setCues(read.value.cues);
        else setBroken(true);
      })
      .catch(() => !isOver && setBroken(true));
    return () => {
      isOver = true;
    };
  }, [media.id, language]);

  // It follows within its own box: the page itself stays where its reader is.
  useEffect(() => {
    const box = list.current;
    const line = here && box?.querySelector<HTMLElement>('[aria-current]');
    if (!box || !line || wanted !== '' || box.contains(document.activeElement)) return;
    box.scrollTop = line.offsetTop - box.offsetTop - box.clientHeight / 3;
  }, [here, wanted]);

  const chosen = media.captions.find((one) => one.language === language);
  return (
    <div className={styles.transcript}>
      <div className={styles.find}>
        <input
          type="search"
          className={controls.input}
          aria-label="Find in what is said"
          placeholder="Find in what is said"
          value={wanted}
          onChange={(event) => setWanted(event.currentTarget.value)}
        />
        {media.captions.length > 1 && (
          <select
            className={controls.input}
            aria-label="Language of the transcript"
            value={language}
            onChange={(event) => setLanguage(event.currentTarget.value)}
          >
            {media.captions.map((one) => (
              <option key={one.language} value={one.language}>
                {one.label}
              </option>
            ))}
          </select>
        )}
      </div>
      {isBroken && <p role="alert">The transcript cannot be read at the moment. Load the page again.</p>}
      {!cues && !isBroken && <p role="status">Loading the transcript…</p>}
      {cues && shown.length === 0 && <p role="status">Nobody says that here.</p>}
      <ol ref={list} lang={chosen?.language}>
        {shown.map((cue) => (
          <li key={`${cue.from} ${cue.to} ${cue.text}`}>
            <button type="button" aria-current={cue === here || undefined} onClick={() => goTo(cue.from)}>
              <span className={styles.time}>{secondText(cue.from)}</span>
              <span dir="auto">{spoken(cue.text)}</span>
            </button>
          </li>
        ))}
      </ol>
    </div>
  );
}

/** The caption of the moment. */
function useHere(player: RefObject<HTMLMediaElement | null>, cues: readonly Cue[] | null): Cue | null {
  const [here, setHere] = useState<Cue | null>(null);
  useEffect(() => {
    const media = player.current;
    if (!media || !cues) return setHere(null);
    const look = () => {
      const at = media.currentTime * 1000;
      setHere(cues.findLast(({ from, to }) => from <= at && at < to) ?? null);
    };
    look();
    media.addEventListener('timeupdate', look);
    media.addEventListener('seeked', look);
    return () => {
      media.removeEventListener('timeupdate', look);
      media.removeEventListener('seeked', look);
    };
  }, [player, cues]);
  return here;
}
