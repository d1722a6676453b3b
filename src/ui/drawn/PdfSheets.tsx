'use client';
import { useRef } from 'react';
import { usePage, usualRatio } from '@/ui/pdf/use-page';
import { type Pdf, pdfTrouble, usePdf } from '@/ui/pdf/use-pdf';
import { WaitingPage } from '@/ui/pdf/WaitingPage';
import type { DrawnFile, Layer } from './layer';
import { type Turn, turnedSize } from './page';
import styles from './pages.module.css';

type Props = { readonly file: DrawnFile; readonly turn: Turn; readonly layer: Layer };

/** The pages of a PDF, each with what is drawn on it. */
export function PdfSheets({ file, turn, layer }: Props) {
  const pdf = usePdf(file.address);
  if (pdf === 'failed' || pdf === 'locked') return <p role="alert">{pdfTrouble[pdf]}</p>;
  if (pdf === 'opening') return <WaitingPage label={file.name} />;
  return Array.from({ length: pdf.numPages }, (_, i) => (
    // biome-ignore lint/suspicious/noArrayIndexKey: a page is its number
    <Sheet key={i} {...{ pdf, file, turn, layer }} number={i + 1} />
  ));
}

function Sheet({ pdf, file, turn, layer, number }: Props & { readonly pdf: Pdf; readonly number: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { text, size } = usePage(pdf, number, canvas, turn);
  const seen = size && turnedSize(size, turn);
  return (
    <figure className={styles.page} data-page={`${file.hash}/${number}`}>
      <canvas
        ref={canvas}
        role="img"
        aria-label={`${file.name}, page ${number} of ${pdf.numPages}`}
        style={{ aspectRatio: seen ? `${seen.width} / ${seen.height}` : usualRatio }}
      />
      <figcaption className="visually-hidden">{text}</figcaption>
      {size && layer({ file: file.hash, page: number, size, turn })}
    </figure>
  );
}
