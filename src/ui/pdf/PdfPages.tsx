'use client';
import { useRef } from 'react';
import styles from './pdf.module.css';
import { usePage, usualRatio } from './use-page';
import { type Pdf, pdfTrouble, usePdf } from './use-pdf';
import { WaitingPage } from './WaitingPage';

/** The pages of a PDF to read. */
export function PdfPages({ address, title }: { readonly address: string; readonly title: string }) {
  const pdf = usePdf(address);
  if (pdf === 'failed' || pdf === 'locked') return <p role="alert">{pdfTrouble[pdf]}</p>;
  if (pdf === 'opening') return <WaitingPage label={title} />;
  return (
    <div className={styles.pages}>
      {Array.from({ length: pdf.numPages }, (_, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a page is its number
        <Page key={i} pdf={pdf} number={i + 1} label={`${title}, page ${i + 1} of ${pdf.numPages}`} />
      ))}
    </div>
  );
}

function Page({ pdf, number, label }: { readonly pdf: Pdf; readonly number: number; readonly label: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { text, size } = usePage(pdf, number, canvas);
  return (
    <figure className={styles.page}>
      <canvas
        ref={canvas}
        role="img"
        aria-label={label}
        style={{ aspectRatio: size ? `${size.width} / ${size.height}` : usualRatio }}
      />
      <figcaption className="visually-hidden">{text}</figcaption>
    </figure>
  );
}
