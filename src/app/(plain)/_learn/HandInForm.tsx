'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { v7 } from 'uuid';
import { act, send } from '@/app/_client/act';
import { keptText } from '@/app/_client/kept-text';
import { Recorder } from '@/app/_client/Recorder';
import { upload } from '@/app/_client/upload';
import { useAsksFirst } from '@/app/_client/use-asks-first';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';
import { DraftDesk } from './draft-desk';
import { useWholePages } from './going';
import styles from './work.module.css';

type FileRow = { readonly hash: string; readonly name: string; readonly size: number; readonly address: string };
type Props = {
  /** Whose work it is: others may use the same browser. */
  readonly personId: string;
  readonly courseId: string;
  readonly lessonId: string;
  readonly takesText: boolean;
  readonly takesLink: boolean;
  readonly mostFiles: number;
  readonly recording: 'sound' | 'film' | null;
  readonly text: string;
  readonly link: string;
  readonly files: readonly FileRow[];
  readonly again: boolean;
};

const stateText = { kept: 'draft kept', keeping: 'keeping…', waiting: 'draft kept in this browser only, so far' };

/** Writing and handing in. The draft is kept as it is typed, here and on the server. */
export function HandInForm(props: Props) {
  const {
    personId,
    courseId,
    lessonId,
    takesText,
    takesLink,
    mostFiles,
    recording,
    text: saved,
    link: savedLink,
    files,
    again,
  } = props;
  const [desk] = useState(
    () =>
      new DraftDesk(
        { text: saved, link: savedLink },
        (draft) => act('assignment.save-draft', { courseId, lessonId, ...draft }),
        keptText(`mosaik.draft.${personId}.${lessonId}`),
      ),
  );
  const { draft, state, problem: notKept } = useSyncExternalStore(desk.subscribe, desk.get, desk.get);
  const { text, link } = draft;
  const [problem, setProblem] = useState<string | null>(null);
  const [progress, setProgress] = useState<number | null>(null);
  const [busy, setBusy] = useState(false);
  const [isRecording, setRecording] = useState(false);
  const router = useRouter();
  const ready = useReady();
  useWholePages();
  useAsksFirst(progress !== null);
  useEffect(() => desk.open(), [desk]);

  /** Whether all of them are there. Those that are, are shown, also where one is not. */
  const add = async (given: readonly File[]): Promise<boolean> => {
    setProblem(null);
    let trouble: string | null = null;
    for (const file of given) {
      setProgress(0);
      const done = await upload(file, { purpose: 'handed-in', courseId, lessonId }, setProgress).done;
      setProgress(null);
      if (!done.ok) {
        trouble = done.problem.sentence;
        break;
      }
      router.refresh();
    }
    setProblem(trouble);
    return trouble === null;
  };
  const drop = async (hash: string) => {
    const dropped = await act('assignment.drop-file', { courseId, lessonId, hash });
    setProblem(dropped.ok ? null : dropped.problem.sentence);
    if (dropped.ok) router.refresh();
  };
  // One deed for as long as this page is open: handing in is not done twice because an answer was lost.
  const [deed] = useState(() => v7());
  const handIn = async () => {
    // What was recorded and is not used yet would be gone with the page.
    if (isRecording) return setProblem('Your recording is not among your files yet: use it, or leave it out, first.');
    setBusy(true);
    setProblem(null);
    // What is on its way would come after what is handed in, and be the next draft.
    await desk.settled();
    // Photographs become one PDF, turned as they were held; where that cannot be done now they are handed in as they are.
    if (files.some(({ name }) => /\.jpe?g$/i.test(name))) await send('/api/work/photographs', { courseId, lessonId });
    const done = await act('assignment.hand-in', { courseId, lessonId, text, link, deed });
    if (done.ok) {
      desk.handedIn();
      return window.location.reload();
    }
    setProblem(done.problem.sentence);
    setBusy(false);
  };
  const words = text.trim() ? text.trim().split(/\s+/).length : 0;
  return (
    <div className={styles.form}>
      {takesText && (
        <label className={controls.field}>
          <span className={controls.label}>{again ? 'Your work, again' : 'Your work'}</span>
          <textarea
            className={`${controls.input} ${styles.area}`}
            rows={12}
            value={text}
            readOnly={!ready}
            onChange={(event) => desk.change({ text: event.currentTarget.value })}
          />
          <span className={controls.quiet} role="status">
            {words} {words === 1 ? 'word' : 'words'} · {stateText[state]}
          </span>
        </label>
      )}
      {takesLink && (
        <label className={controls.field}>
          <span className={controls.label}>Address on the web</span>
          <input
            className={controls.input}
            type="url"
            placeholder="https://"
            maxLength={2000}
            value={link}
            readOnly={!ready}
            onChange={(event) => desk.change({ link: event.currentTarget.value })}
          />
        </label>
      )}
      {(mostFiles > 0 || recording) && (
        <div className={controls.field}>
          <span className={controls.label}>Files</span>
          {files.map((file) => (
            <p key={file.hash} className={styles.file}>
              <a href={file.address}>{file.name}</a>{' '}
              <span className={controls.quiet}>{Math.ceil(file.size / 1024)} kB</span>
              <button
                type="button"
                className={controls.button}
                onClick={() => drop(file.hash)}
                aria-label={`Take ${file.name} out`}
              >
                Take out
              </button>
            </p>
          ))}
          {files.length < mostFiles && (
            <label className={styles.chooser}>
              <span className="visually-hidden">Add files</span>
              <input
                type="file"
                multiple
                onChange={(event) => {
                  // A field that is emptied empties its list as well; one that is not cannot take the same file again.
                  const chosen = [...(event.currentTarget.files ?? [])];
                  event.currentTarget.value = '';
                  add(chosen);
                }}
                disabled={progress !== null || !ready}
              />
            </label>
          )}
          {recording && (
            <Recorder
              kind={recording}
              disabled={progress !== null || !ready}
              onRecorded={(file) => add([file])}
              onHolds={setRecording}
            />
          )}
          {files.some(({ name }) => /\.jpe?g$/i.test(name)) && (
            <p className={controls.quiet}>Your photographs are handed in as one PDF, turned upright.</p>
          )}
          {progress !== null && <progress value={progress} max={100} aria-label={`Uploaded ${progress} %`} />}
        </div>
      )}
      {(problem ?? notKept) && (
        <p role="alert" className={controls.notice}>
          {problem ?? notKept}
        </p>
      )}
      <p>
        <button
          type="button"
          className={controls.primary}
          onClick={handIn}
          disabled={busy || progress !== null || !ready}
        >
          {busy ? 'Handing in…' : 'Hand in'}
        </button>
      </p>
    </div>
  );
}
