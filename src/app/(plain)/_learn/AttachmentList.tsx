import type { LessonDocument } from '@/core/outline';
import controls from '@/ui/plain/controls.module.css';
import styles from './learn.module.css';
import { PdfPart } from './PdfPart';

type Attached = LessonDocument['attachments'][number];

const sizeText = (bytes: number) =>
  bytes >= 1_048_576 ? `${(bytes / 1_048_576).toFixed(1)} MB` : `${Math.ceil(bytes / 1024)} kB`;

/** What belongs to a lesson beside what it shows, in order: to be opened, kept, or looked at. */
export function AttachmentList({ attachments }: { readonly attachments: LessonDocument['attachments'] }) {
  if (attachments.length === 0) return null;
  return (
    <section className={styles.attachments} aria-label="Attachments">
      <h2>Attachments</h2>
      <ul>
        {attachments.map((one) => (
          <li key={one.id}>
            <span>
              {one.title || one.media.title}{' '}
              <span className={controls.quiet}>
                {one.media.pages ? `${one.media.pages} ${one.media.pages === 1 ? 'page' : 'pages'} · ` : ''}
                {sizeText(one.media.size)}
              </span>
            </span>
            <Ways attached={one} />
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What its learner may do with an attachment. A file that no browser shows can only be kept. */
function Ways({ attached: { access, media, title } }: { readonly attached: Attached }) {
  const keep = (
    <a href={`/files/${media.id}/download`} className={controls.button}>
      Download
    </a>
  );
  if (access === 'download' || (access === 'open' && media.kind === 'file')) return keep;
  if (access === 'open')
    return (
      <span className={styles.ways}>
        <a href={`/files/${media.id}/original`} className={controls.button} target="_blank" rel="noreferrer">
          Open
        </a>
        {keep}
      </span>
    );
  return (
    <details className={styles.lookAt}>
      <summary>Look at it</summary>
      {media.kind === 'document' && <PdfPart media={media} downloads={false} />}
      {media.kind === 'picture' && <img src={`/files/${media.id}/original`} alt={media.alt || title} />}
      {media.kind === 'film' && (
        // biome-ignore lint/a11y/useMediaCaption: a film attached has the captions it was given, or none
        <video src={`/files/${media.id}/play`} controls controlsList="nodownload" preload="none" />
      )}
      {media.kind === 'audio' && (
        // biome-ignore lint/a11y/useMediaCaption: a recording has no captions
        <audio src={`/files/${media.id}/play`} controls controlsList="nodownload" preload="none" />
      )}
      {media.kind === 'file' && <p className={controls.quiet}>This file cannot be shown here.</p>}
    </details>
  );
}
