'use client';
import dynamic from 'next/dynamic';
import type { MediaFacts } from '@/core/media';
import controls from '@/ui/plain/controls.module.css';
import styles from './learn.module.css';

// The reader is large; it is loaded with the first PDF and not before.
const PdfPages = dynamic(() => import('@/ui/pdf/PdfPages').then((module) => module.PdfPages), { ssr: false });

export function PdfPart({ media, downloads }: { readonly media: MediaFacts; readonly downloads: boolean }) {
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
      <PdfPages address={`/files/${media.id}/original`} title={media.title} />
    </section>
  );
}
