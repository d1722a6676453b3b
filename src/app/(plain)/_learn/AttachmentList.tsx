import type { ReactNode } from 'react';
import { type MediaFacts, type MediaKind, sizeText } from '@/core/media';
import type { LessonDocument } from '@/core/outline';
import controls from '@/ui/plain/controls.module.css';
import { pictureSources, textSizes } from '@/ui/text/picture';
import styles from './learn.module.css';
import { PdfPart } from './PdfPart';
import type { Place } from './place';

type Attached = LessonDocument['attachments'][number];

/** What belongs to a lesson beside what it shows, in order: to be opened, kept, or looked at. */
export function AttachmentList({
  lesson: { id, attachments },
  place,
}: {
  readonly lesson: Pick<LessonDocument, 'id' | 'attachments'>;
  readonly place: Place;
}) {
  if (attachments.length === 0) return null;
  const kept = attachments.filter(({ access }) => access !== 'view').length;
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
              {one.note && (
                <span className={controls.quiet}>
                  <br />
                  <bdi>{one.note}</bdi>
                </span>
              )}
            </span>
            <Ways attached={one} />
          </li>
        ))}
      </ul>
      {kept > 1 && !place.isView && (
        <a className={controls.button} href={`/attached/${place.courseId}/${id}`} download>
          Download all {kept}
        </a>
      )}
    </section>
  );
}

const cannot = () => <p className={controls.quiet}>This file cannot be shown here.</p>;
const played = { controls: true, controlsList: 'nodownload', preload: 'none' } as const;

/** How a thing of a kind is looked at in the page. */
const looks: Record<MediaKind, (media: MediaFacts, title: string) => ReactNode> = {
  document: (media) => <PdfPart media={media} downloads={false} />,
  picture: (media, title) => <img {...pictureSources(media.id, textSizes)} alt={media.alt || title} />,
  film: (media, title) => (
    <video src={`/files/${media.id}/play`} aria-label={title} {...played}>
      {media.captions.map(({ language, label }) => (
        <track
          key={language}
          kind="captions"
          src={`/files/${media.id}/captions-${language}`}
          srcLang={language}
          label={label}
        />
      ))}
    </video>
  ),
  audio: (media, title) => <audio src={`/files/${media.id}/play`} aria-label={title} {...played} />,
  captions: cannot,
  file: cannot,
};

/** Whether browsers show it by themselves. */
const opens = (media: MediaFacts) => looks[media.kind] !== cannot;

/** What its learner may do with an attachment. A file that no browser shows can only be kept. */
function Ways({ attached: { access, media, title } }: { readonly attached: Attached }) {
  const keep = (
    <a href={`/files/${media.id}/download`} className={controls.button}>
      Download
    </a>
  );
  if (access === 'download' || (access === 'open' && !opens(media))) return keep;
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
      {looks[media.kind](media, title || media.title)}
    </details>
  );
}
