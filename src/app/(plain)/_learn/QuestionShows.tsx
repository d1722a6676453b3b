import type { QuestionMedia, QuestionPicture } from '@/core/quiz';
import styles from './work.module.css';

/** What is shown or played with a question. */
export function QuestionShows({ media }: { readonly media: QuestionMedia | null }) {
  if (!media) return null;
  return <div className={styles.shows}>{shows[media.kind](media)}</div>;
}

const shows: { readonly [K in QuestionMedia['kind']]: (media: QuestionPicture) => React.ReactNode } = {
  picture: (picture) => <Picture picture={picture} width={960} />,
  // biome-ignore lint/a11y/useMediaCaption: captions are those of the library, where there are any
  audio: ({ mediaId, alt }) => <audio controls preload="metadata" aria-label={alt} src={`/files/${mediaId}/play`} />,
  film: ({ mediaId, alt }) => (
    // biome-ignore lint/a11y/useMediaCaption: captions are those of the library, where there are any
    <video controls playsInline preload="metadata" aria-label={alt} src={`/files/${mediaId}/play`} />
  ),
};

/** A picture of a question or an option, as wide as it is looked at. */
export const Picture = ({ picture, width }: { readonly picture: QuestionPicture; readonly width: 480 | 960 }) => (
  <img src={`/files/${picture.mediaId}/w${width}`} alt={picture.alt} />
);
