'use client';
import { useEffect, useState } from 'react';

const worker = '/pdf.worker.min.mjs';
type Library = typeof import('pdfjs-dist');
let kept: InstanceType<Library['PDFWorker']> | null = null;
/** One worker reads all PDFs of a page: to load its program anew for each takes longer than to draw a page. */
function sharedWorker({ PDFWorker }: Library): InstanceType<Library['PDFWorker']> {
  kept ??= new PDFWorker();
  return kept;
}

/** Has the program for PDFs ready before one is opened. */
export async function readyForPdf(): Promise<void> {
  const pdfjs = await import('pdfjs-dist');
  pdfjs.GlobalWorkerOptions.workerSrc = worker;
  await sharedWorker(pdfjs).promise;
}

type Task = ReturnType<typeof import('pdfjs-dist')['getDocument']>;
export type Pdf = Awaited<Task['promise']>;
export type OpenedPdf = Pdf | 'opening' | 'failed' | 'locked';

/** A PDF that is read page by page; `locked` where only a password opens it. */
export function usePdf(address: string): OpenedPdf {
  const [pdf, setPdf] = useState<OpenedPdf>('opening');
  useEffect(() => {
    let task: Task | null = null;
    let gone = false;
    setPdf('opening');
    (async () => {
      const pdfjs = await import('pdfjs-dist');
      if (gone) return;
      pdfjs.GlobalWorkerOptions.workerSrc = worker;
      task = pdfjs.getDocument({ url: address, isEvalSupported: false, worker: sharedWorker(pdfjs) });
      setPdf(await task.promise);
    })().catch((error: unknown) => {
      if (!gone) setPdf(error instanceof Error && error.name === 'PasswordException' ? 'locked' : 'failed');
    });
    return () => {
      gone = true;
      task?.destroy();
    };
  }, [address]);
  return pdf;
}

const opened = new Map<string, Promise<Pdf>>();
const mostOpened = 40;

/** A PDF of which single pages are shown in several places: opened once, and let go when many others were. */
export function openedPdf(address: string): Promise<Pdf> {
  const known = opened.get(address);
  if (known) return known;
  const opening = import('pdfjs-dist').then((pdfjs) => {
    pdfjs.GlobalWorkerOptions.workerSrc = worker;
    return pdfjs.getDocument({ url: address, isEvalSupported: false, worker: sharedWorker(pdfjs) }).promise;
  });
  opened.set(address, opening);
  const [oldest] = opened.keys();
  if (opened.size > mostOpened && oldest !== undefined) {
    opened.get(oldest)?.then(
      (pdf) => pdf.loadingTask.destroy(),
      () => {},
    );
    opened.delete(oldest);
  }
  return opening;
}

/** What to say where a PDF cannot be shown. */
export const pdfTrouble = {
  failed: 'The PDF cannot be shown here. Download it instead.',
  locked: 'This PDF opens with a password only, and cannot be shown here.',
} as const;
