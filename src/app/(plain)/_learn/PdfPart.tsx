'use client';
import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import type { DocumentPage, MediaFacts } from '@/core/media';
import { WaitingPage } from '@/ui/pdf/WaitingPage';
import controls from '@/ui/plain/controls.module.css';
import styles from './learn.module.css';

// The reader is large; it is loaded for a document whose pages have not been drawn yet, or never will be, and not
// before.
const PdfPages = dynamic(() => import('@/ui/pdf/PdfPages').then((module) => module.PdfPages), {
  ssr: false,
  loading: () => <WaitingPage label="the pages" />,
});

export function PdfPart({ media, downloads }: { readonly media: MediaFacts; readonly downloads: boolean }) {
  const pages = useDrawnPages(media.id);
  return (
    <section className={styles.pdf} aria-label={media.title}>
      <p className={styles.pdfHead}>
        <span className={controls.quiet}>
          {media.fileName}
          {media.pages ? ` · ${media.pages} ${media.pages === 1 ? 'page' : 'pages'}` : ''}
        </span>
        {downloads && (
          <a href={`/files/${media.id}/download`} className={controls.button}>
            Download the PDF
          </a>
        )}
      </p>
      {pages === null && <WaitingPage label={media.title} />}
      {pages === 'none' && <PdfPages address={`/files/${media.id}/original`} title={media.title} />}
      {Array.isArray(pages) && <DrawnPages media={media} pages={pages} />}
    </section>
  );
}

/** The pages that were drawn when the document came in; `none` where there are none. */
function useDrawnPages(id: string): readonly DocumentPage[] | 'none' | null {
  const [pages, setPages] = useState<readonly DocumentPage[] | 'none' | null>(null);
  useEffect(() => {
    let isOver = false;
    fetch(`/files/${id}/pages`)
      .then(async (answer) => (answer.ok ? ((await answer.json()) as DocumentPage[]) : 'none'))
      .catch(() => 'none' as const)
      .then((found) => !isOver && setPages(found));
    return () => {
      isOver = true;
    };
  }, [id]);
  return pages;
}

/** Pictures of the pages, each loaded when it comes near the window, with its words for whoever hears them. */
function DrawnPages({ media, pages }: { readonly media: MediaFacts; readonly pages: readonly DocumentPage[] }) {
  return pages.map(({ width, height, words }, i) => (
    // biome-ignore lint/suspicious/noArrayIndexKey: a page is its number
    <figure key={i} className={styles.pdfPage}>
      <img
        src={`/files/${media.id}/page-${i + 1}`}
        alt={`${media.title}, page ${i + 1} of ${pages.length}`}
        width={width}
        height={height}
        loading="lazy"
        decoding="async"
      />
      <figcaption className="visually-hidden">{words}</figcaption>
    </figure>
  ));
}
