'use client';
import { type RefObject, useEffect, useState } from 'react';
import { goOnBetweenFrames, untilSlow } from './scrolled';
import type { Pdf } from './use-pdf';

type PdfPage = Awaited<ReturnType<Pdf['getPage']>>;

/** The form of a page whose own is not known yet: that of A4. */
export const usualRatio = 210 / 297;
/** No side of a page is drawn with more than so many dots, however large the page is. */
const mostDots = 6000;

/** Pages are drawn one after another, so that the first one that is seen waits for none behind it. */
let last: Promise<unknown> = Promise.resolve();
function inTurn(draw: () => Promise<void>): Promise<void> {
  const own = last.then(draw);
  last = own.catch(() => {});
  return own;
}

/**
 * Draws a page of a PDF when it comes near the window, and lets it go when it is far again, so that hundreds of pages
 * take no more room than a few. Gives what the page says, for those who do not see it, and its size in points.
 */
export function usePage(
  pdf: Pdf,
  number: number,
  canvas: RefObject<HTMLCanvasElement | null>,
  quarters = 0,
): { readonly text: string; readonly size: { readonly width: number; readonly height: number } | null } {
  const [text, setText] = useState('');
  const [size, setSize] = useState<{ readonly width: number; readonly height: number } | null>(null);
  useEffect(() => {
    const target = canvas.current;
    if (!target) return;
    let near = false;
    let cancel = () => {};
    const draw = async () => {
      const page = await pdf.getPage(number);
      const own = page.getViewport({ scale: 1 });
      setSize({ width: own.width, height: own.height });
      // The element takes the form of its page first; what it measures then is what is drawn for.
      await new Promise(requestAnimationFrame);
      if (!near) return;
      await inTurn(() => drawOn(page, target));
      if (!near) return;
      const content = await page.getTextContent();
      setText(content.items.map((item) => ('str' in item ? item.str : '')).join(' '));
    };
    const drawOn = async (page: PdfPage, target: HTMLCanvasElement) => {
      await untilSlow();
      if (!near) return;
      const rotation = (page.rotate + quarters * 90) % 360;
      const flat = page.getViewport({ scale: 1, rotation });
      const wanted = target.clientWidth * Math.min(2, window.devicePixelRatio || 1);
      const most = Math.min(mostDots / flat.width, mostDots / flat.height);
      const viewport = page.getViewport({ scale: Math.min(most, wanted / flat.width), rotation });
      target.width = viewport.width;
      target.height = viewport.height;
      const drawing = page.render({ canvas: target, viewport });
      drawing.onContinue = goOnBetweenFrames;
      cancel = () => drawing.cancel();
      await drawing.promise;
    };
    const redraw = () => {
      cancel();
      // A drawing that was cancelled is none that failed.
      draw().catch(() => {});
    };
    const watcher = new IntersectionObserver(
      (entries) => {
        const isNear = entries.some((entry) => entry.isIntersecting);
        if (isNear === near) return;
        near = isNear;
        if (near) redraw();
        else {
          cancel();
          target.width = 1;
          target.height = 1;
        }
      },
      { rootMargin: '900px' },
    );
    let width = target.clientWidth;
    const wider = new ResizeObserver(() => {
      if (Math.abs(target.clientWidth - width) < 2) return;
      width = target.clientWidth;
      if (near) redraw();
    });
    watcher.observe(target);
    wider.observe(target);
    return () => {
      near = false;
      watcher.disconnect();
      wider.disconnect();
      cancel();
    };
  }, [pdf, number, canvas, quarters]);
  return { text, size };
}
