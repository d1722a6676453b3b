import { IconFile } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import type { MediaKind } from '@/core/media';
import type { LibraryEntry } from '@/server/media';
import styles from './library.module.css';

const poster = ({ id, posterHash }: LibraryEntry) =>
  posterHash ? `/files/${id}/poster?${posterHash.slice(0, 8)}` : undefined;

/** Each kind as it is looked at or heard. */
const previews: { readonly [K in MediaKind]?: (entry: LibraryEntry) => ReactNode } = {
  film: (entry) => (
    // biome-ignore lint/a11y/useMediaCaption: captions are there as soon as somebody has written them
    <video controls preload="none" playsInline src={`/files/${entry.id}/play`} poster={poster(entry)}>
      {entry.captions.map(({ language, label, hash }) => (
        <track
          key={hash}
          kind="captions"
          srcLang={language}
          label={label}
          src={`/files/${entry.id}/captions-${language}`}
        />
      ))}
    </video>
  ),
  // biome-ignore lint/a11y/useMediaCaption: what is said stands in the lessons that use it
  audio: ({ id }) => <audio controls preload="none" src={`/files/${id}/play`} />,
  picture: ({ id, hash, alt }) => <img src={`/files/${id}/w960?${hash.slice(0, 8)}`} alt={alt} />,
  document: (entry) => poster(entry) && <img src={poster(entry)} alt="The first page" />,
};

export const Preview = ({ entry }: { readonly entry: LibraryEntry }) => (
  <div className={styles.preview}>
    {(entry.state === 'ready' && previews[entry.kind]?.(entry)) || (
      <IconFile size={48} stroke={1} aria-label="No preview" />
    )}
  </div>
);
