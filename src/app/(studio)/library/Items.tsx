import { TableTd, TableTh, TableTr } from '@mantine/core';
import { IconFile, IconFileText, IconHeadphones, IconMovie, IconPhoto } from '@tabler/icons-react';
import { secondText } from '@/core/kernel/clock-time';
import { type MediaFacts, type MediaKind, sizeText } from '@/core/media';
import type { LibraryItem } from '@/server/media';
import { Link } from '@/ui/frame/Link';
import wordStyles from '@/ui/plain/words.module.css';
import { DataTable } from '@/ui/table/DataTable';
import styles from './library.module.css';

export const glyphs: Record<MediaKind, typeof IconFile> = {
  film: IconMovie,
  audio: IconHeadphones,
  picture: IconPhoto,
  document: IconFileText,
  captions: IconFileText,
  file: IconFile,
};

type Props = {
  readonly items: readonly LibraryItem[];
  readonly view: 'pictures' | 'list';
  readonly chosen: string | null;
  readonly hrefOf: { readonly [id: string]: string };
};

/** How long, how large or how many pages: what there is to know at a glance. */
const measure = ({ seconds, pages, width, height, size }: LibraryItem): string => {
  if (seconds !== null) return secondText(seconds * 1000);
  if (pages !== null) return `${pages} ${pages === 1 ? 'page' : 'pages'}`;
  return width !== null ? `${width} × ${height}` : sizeText(size);
};

/** What is said below a thing: first what is missing. */
function remarks({
  kind,
  state,
  problem,
  alt,
  captions,
  uses,
}: LibraryItem): readonly { words: string; isMissing: boolean }[] {
  if (state === 'failed') return [{ words: problem ?? 'it cannot be read', isMissing: true }];
  if (state === 'waiting') return [{ words: 'being prepared', isMissing: true }];
  const missing = lacks[kind]?.({ alt, captions });
  return [
    ...(missing ? [{ words: missing, isMissing: true }] : []),
    { words: uses === 0 ? 'not used' : `used in ${uses} ${uses === 1 ? 'lesson' : 'lessons'}`, isMissing: false },
  ];
}
const lacks: { readonly [K in MediaKind]?: (one: Pick<LibraryItem, 'alt' | 'captions'>) => string | null } = {
  picture: ({ alt }) => (alt.trim() === '' ? 'not described yet' : null),
  film: ({ captions }) => (captions.length === 0 ? 'no captions yet' : null),
};

export function Items({ items, view, chosen, hrefOf }: Props) {
  if (items.length === 0) return null;
  return view === 'list' ? (
    <div className={styles.scroll}>
      <DataTable names={['Name', 'Kind', 'Length or size', 'Takes', 'Use']}>
        {items.map((item) => (
          <TableTr key={item.id} data-chosen={item.id === chosen || undefined}>
            <TableTh scope="row">
              <Link href={hrefOf[item.id] ?? ''} scroll={false} dir="auto">
                {item.title}
              </Link>
            </TableTh>
            <TableTd>{item.kind}</TableTd>
            <TableTd>{measure(item)}</TableTd>
            <TableTd>{sizeText(item.size)}</TableTd>
            <TableTd>
              <Remarks item={item} />
            </TableTd>
          </TableTr>
        ))}
      </DataTable>
    </div>
  ) : (
    <ul className={styles.grid}>
      {items.map((item) => {
        const Glyph = glyphs[item.kind];
        return (
          <li key={item.id} data-chosen={item.id === chosen || undefined}>
            <Link href={hrefOf[item.id] ?? ''} scroll={false}>
              <span className={styles.picture}>
                <Thumb item={item} />
                <span className={styles.measure}>{measure(item)}</span>
              </span>
              <span className={styles.title} dir="auto">
                <Glyph size={17} stroke={1.75} aria-label={item.kind} /> {item.title}
              </span>
              <span className={styles.remark}>
                <Remarks item={item} />
              </span>
            </Link>
          </li>
        );
      })}
    </ul>
  );
}

const Remarks = ({ item }: { readonly item: LibraryItem }) =>
  remarks(item).map(({ words, isMissing }, i) => (
    <span key={words} className={isMissing ? wordStyles.look : undefined}>
      {i > 0 && ' · '}
      {words}
    </span>
  ));

const isItsOwnPicture: { readonly [K in MediaKind]?: true } = { picture: true };

/** What a thing of the library looks like, small. */
export function Thumb({ item }: { readonly item: MediaFacts }) {
  const Glyph = glyphs[item.kind];
  const version = item.hash.slice(0, 8);
  if (item.posterHash) return <img src={`/files/${item.id}/poster?${version}`} alt="" loading="lazy" />;
  if (isItsOwnPicture[item.kind] && item.state === 'ready')
    return <img src={`/files/${item.id}/w480?${version}`} alt="" loading="lazy" />;
  return <Glyph size={44} stroke={1} aria-hidden="true" />;
}
