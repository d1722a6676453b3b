'use client';
import { useEffect, useState } from 'react';
import { WaitingPage } from '@/ui/pdf/WaitingPage';
import type { DrawnFile, Layer } from './layer';
import { PdfSheets } from './PdfSheets';
import { type PageSize, type Turn, turnedSize, turnTransform } from './page';
import styles from './pages.module.css';

type Props = {
  readonly file: DrawnFile;
  readonly turn: Turn;
  readonly layer: Layer;
};

/** A file of somebody's work as pages, with what is drawn on them; null where it cannot be shown as pages. */
export function PagesOfFile({ file, turn, layer }: Props) {
  if (file.contentType === 'application/pdf') return <PdfSheets {...{ file, turn, layer }} />;
  return file.contentType.startsWith('image/') ? <PictureSheet {...{ file, turn, layer }} /> : null;
}

/** The longer side of a picture as a page: that of a sheet of A4, in points. */
const pictureSide = 842;

/** A picture as one page. */
function PictureSheet({ file, turn, layer }: Props) {
  const [size, setSize] = useState<PageSize | null>(null);
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    const image = new Image();
    image.onload = () => {
      const scale = pictureSide / Math.max(image.naturalWidth, image.naturalHeight);
      setSize({ width: image.naturalWidth * scale, height: image.naturalHeight * scale });
    };
    image.onerror = () => setFailed(true);
    image.src = file.address;
  }, [file.address]);
  if (failed) return <p role="alert">This picture cannot be shown here. Download it instead.</p>;
  if (!size) return <WaitingPage label={file.name} />;
  const seen = turnedSize(size, turn);
  return (
    <figure className={styles.page} data-page={`${file.hash}/1`}>
      <svg viewBox={`0 0 ${seen.width} ${seen.height}`} role="img" aria-label={`Handed in: ${file.name}`}>
        <g transform={turnTransform(size, turn)}>
          <image href={file.address} width={size.width} height={size.height} />
        </g>
      </svg>
      {layer({ file: file.hash, page: 1, size, turn })}
    </figure>
  );
}
