'use client';
import { useRef, useState } from 'react';
import { upload } from '@/app/_client/upload';
import { sizeText } from '@/core/media';
import { limitText } from '@/core/quiz';
import controls from '@/ui/plain/controls.module.css';
import styles from '../work.module.css';
import type { AnswerProps } from './part';
import { useComing, useSittingId } from './sitting-id';

/** Files to answer with; each is uploaded as it is chosen, and goes on where a broken line stopped it. */
export function Files({ id, shown, answer, onAnswer }: AnswerProps<'files'>) {
  const sittingId = useSittingId();
  const coming = useComing();
  const [progress, setProgress] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const files = answer?.files ?? [];
  // Something may be taken out while another file is on its way.
  const now = useRef(files);
  now.current = files;
  const add = async (chosen: readonly File[]) => {
    if (!sittingId) return;
    setProblem(null);
    for (const file of chosen) {
      if (now.current.length >= shown.most) {
        setProblem(`Here you give ${limitText(shown)}: "${file.name}" was not added.`);
        break;
      }
      setProgress(0);
      coming(1);
      const done = await upload(file, { purpose: 'answered', sittingId, questionId: id }, setProgress).done;
      setProgress(null);
      const hash = done.ok ? done.value.id : null;
      if (hash !== null && !now.current.some((one) => one.hash === hash)) {
        const given = { hash, name: file.name, size: file.size, contentType: file.type || 'application/octet-stream' };
        now.current = [...now.current, given];
        onAnswer({ files: now.current }, 0);
      }
      // Only what stands in an answer has arrived.
      coming(-1);
      if (!done.ok) {
        setProblem(done.problem.sentence);
        break;
      }
    }
  };
  return (
    <div className={controls.field}>
      {files.map(({ hash, name, size }) => (
        <p key={hash} className={styles.file}>
          <a href={`/answered/${sittingId}/${hash}`}>{name}</a> <span className={controls.quiet}>{sizeText(size)}</span>
          <button
            type="button"
            className={controls.button}
            aria-label={`Take ${name} out`}
            onClick={() => onAnswer({ files: files.filter((one) => one.hash !== hash) }, 0)}
          >
            Take out
          </button>
        </p>
      ))}
      {files.length < shown.most && (
        <label className={styles.chooser}>
          <span className="visually-hidden">Add files</span>
          <input
            type="file"
            multiple={shown.most > 1}
            disabled={progress !== null || sittingId === null}
            onChange={(event) => {
              // A field that is emptied empties its list as well.
              const chosen = [...(event.currentTarget.files ?? [])];
              event.currentTarget.value = '';
              add(chosen);
            }}
          />
        </label>
      )}
      <p className={controls.quiet}>
        {sittingId === null ? 'Files are added in a sitting' : `A PDF, a picture, a text, an office document or a film`}
        ; {limitText(shown)}.
      </p>
      {progress !== null && <progress value={progress} max={100} aria-label={`Uploaded ${progress} %`} />}
      {problem && (
        <p role="alert" className={controls.notice}>
          {problem}
        </p>
      )}
    </div>
  );
}
