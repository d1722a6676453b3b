'use client';
import { useEffect, useRef, useState } from 'react';
import styles from './pdf.module.css';
import { usePage, usualRatio } from './use-page';
import { openedPdf, type Pdf } from './use-pdf';
import { WaitingPage } from './WaitingPage';

type Props = { readonly address: string; readonly number: number; readonly turn: number; readonly label: string };

/** One page of a PDF, small; a file that is none is shown as the picture it is. */
export function PageOfPdf({ address, number, turn, label }: Props) {
  const [pdf, setPdf] = useState<Pdf | 'picture' | null>(null);
  useEffect(() => {
    let gone = false;
    openedPdf(address).then(
      (opened) => !gone && setPdf(opened),
      () => !gone && setPdf('picture'),
    );
    return () => {
      gone = true;
    };
  }, [address]);
  if (pdf === null) return <WaitingPage label={label} />;
  if (pdf === 'picture')
    return <img className={styles.picture} src={address} alt={label} style={{ rotate: `${turn * 90}deg` }} />;
  return <Page {...{ pdf, number, turn, label }} />;
}

function Page({ pdf, number, turn, label }: Omit<Props, 'address'> & { readonly pdf: Pdf }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { size } = usePage(pdf, number, canvas, turn);
  const ratio = size ? size.width / size.height : usualRatio;
  return (
    <canvas ref={canvas} role="img" aria-label={label} style={{ aspectRatio: turn % 2 === 0 ? ratio : 1 / ratio }} />
  );
}
