'use client';
import { useEffect, useRef, useState } from 'react';
import styles from './pdf.module.css';

const worker = '/pdf.worker.min.mjs';
type Pdf = Awaited<ReturnType<typeof import('pdfjs-dist')['getDocument']>['promise']>;

/** The pages of a PDF, each drawn when it comes near the window. */
export function PdfPages({ address, title }: { readonly address: string; readonly title: string }) {
  const [pdf, setPdf] = useState<Pdf | null>(null);
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    let task: ReturnType<typeof import('pdfjs-dist')['getDocument']> | null = null;
    let gone = false;
    (async () => {
      const pdfjs = await import('pdfjs-dist');
      if (gone) return;
      pdfjs.GlobalWorkerOptions.workerSrc = worker;
      task = pdfjs.getDocument({ url: address, isEvalSupported: false });
      setPdf(await task.promise);
    })().catch(() => !gone && setFailed(true));
    return () => {
      gone = true;
      task?.destroy();
    };
  }, [address]);
  if (failed) return <p role="alert">The PDF cannot be shown here. Download it instead.</p>;
  if (!pdf) return <div className={styles.waiting} role="status" aria-label={`Loading ${title}`} />;
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
  const [text, setText] = useState('');
  useEffect(() => {
    const target = canvas.current;
    if (!target) return;
    let cancel = () => {};
    const watcher = new IntersectionObserver(
      async (entries) => {
        if (!entries.some((entry) => entry.isIntersecting)) return;
        watcher.disconnect();
        const page = await pdf.getPage(number);
        const width = target.clientWidth * Math.min(2, window.devicePixelRatio || 1);
        const viewport = page.getViewport({ scale: width / page.getViewport({ scale: 1 }).width });
        target.width = viewport.width;
        target.height = viewport.height;
        const drawing = page.render({ canvas: target, viewport });
        cancel = () => drawing.cancel();
        await drawing.promise.catch(() => {});
        const content = await page.getTextContent();
        setText(content.items.map((item) => ('str' in item ? item.str : '')).join(' '));
      },
      { rootMargin: '600px' },
    );
    watcher.observe(target);
    return () => {
      watcher.disconnect();
      cancel();
    };
  }, [pdf, number]);
  return (
    <figure className={styles.page}>
      <canvas ref={canvas} role="img" aria-label={label} />
      <figcaption className="visually-hidden">{text}</figcaption>
    </figure>
  );
}
