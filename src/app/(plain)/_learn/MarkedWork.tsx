'use client';
import dynamic from 'next/dynamic';
import { type Drawn, inkText, isOnPage, isOnText, sortTitles, wordsOf } from '@/core/marking';
import { DrawnLayer } from '@/ui/drawn/DrawnLayer';
import { DrawnText } from '@/ui/drawn/DrawnText';
import type { DrawnFile } from '@/ui/drawn/layer';
import { hasPages } from '@/ui/drawn/page';
import pages from '@/ui/drawn/pages.module.css';
import { WaitingPage } from '@/ui/pdf/WaitingPage';
import styles from './work.module.css';

const PagesOfFile = dynamic(() => import('@/ui/drawn/PagesOfFile').then((module) => module.PagesOfFile), {
  ssr: false,
  loading: () => <WaitingPage label="the pages" />,
});

type Props = { readonly text: string; readonly files: readonly DrawnFile[]; readonly drawn: readonly Drawn[] };

/** Work that was handed in, with all that its marker drew on it, and what is written into that. */
export function MarkedWork({ text, files, drawn }: Props) {
  const onText = drawn.filter(isOnText);
  return (
    <div className={styles.marked}>
      {text.trim() !== '' && (
        <>
          <p className={styles.handedText} dir="auto">
            <DrawnText text={text} drawn={onText} />
          </p>
          <Words drawn={onText} numbered />
        </>
      )}
      {files.map((file) => (
        <section key={file.hash} aria-label={file.name}>
          <p>
            <a href={file.address}>{file.name}</a>
          </p>
          {hasPages(file) && (
            <PagesOfFile
              file={file}
              turn={0}
              layer={({ file: hash, page, size }) => (
                <DrawnLayer
                  drawn={drawn.filter(isOnPage).filter((one) => one.file === hash && one.page === page)}
                  size={size}
                />
              )}
            />
          )}
          <Words drawn={drawn.filter(isOnPage).filter((one) => one.file === file.hash)} />
        </section>
      ))}
    </div>
  );
}

/** What is written into what was drawn: a note shows its words nowhere else to who cannot point at it. */
function Words({ drawn, numbered = false }: { readonly drawn: readonly Drawn[]; readonly numbered?: boolean }) {
  const worded = drawn.map((one, i) => ({ one, number: i + 1 })).filter(({ one }) => wordsOf(one).trim() !== '');
  if (worded.length === 0) return null;
  return (
    <ul className={pages.words}>
      {worded.map(({ one, number }) => (
        <li key={one.id}>
          <span className={pages.number} style={{ background: inkText(one.ink) }}>
            {numbered ? number : isOnPage(one) && `p. ${one.page}`}
          </span>
          <span>
            <span className="visually-hidden">{sortTitles[one.sort]}: </span>
            <bdi>{wordsOf(one)}</bdi>
          </span>
        </li>
      ))}
    </ul>
  );
}
