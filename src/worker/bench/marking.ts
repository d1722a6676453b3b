import { PDFDocument } from '@cantoo/pdf-lib';
import type { Page } from '@playwright/test';
import { and, eq, sql } from 'drizzle-orm';
import { config } from '../../server/platform/config';
import { database } from '../../server/platform/database';
import { putBytes } from '../../server/platform/files';
import { newId } from '../../server/platform/ids';
import { handIn } from '../../server/platform/schema';
import { signedInBrowser } from './browser';
import { quantile, row, times } from './figures';
import { signedIn } from './sign-in';

const marker = 'temi@wendwater.example';
const pages = 60;

/** A script of the sample school that is being marked, with sixty full pages in the place of its own. */
async function longScript() {
  const db = database();
  const [work] = await db
    .select()
    .from(handIn)
    .where(
      and(eq(handIn.state, 'being-marked'), sql`${handIn.sharedTo} = (select id from "user" where email = ${marker})`),
    );
  if (!work) throw new Error('There is no script that is being marked.');
  const document = await PDFDocument.create();
  for (let n = 1; n <= pages; n += 1) {
    const page = document.addPage([595, 842]);
    for (let line = 0; line < 45; line += 1)
      page.drawText(`Page ${n}, line ${line}: mean width 2.4 m, mean depth 0.31 m, in 18.2 s over ten metres.`, {
        ...{ x: 50, y: 790 - line * 16, size: 11 },
      });
  }
  const { hash, size } = await putBytes(await document.save());
  await db
    .update(handIn)
    .set({ files: [{ hash, size, name: 'long.pdf', contentType: 'application/pdf' }] })
    .where(eq(handIn.id, work.id));
  return { id: work.id, hash };
}

/** How long each frame took, in milliseconds, while the work is scrolled by so many CSS pixels in each. */
const framesOf = (page: Page, frames: number, step: number): Promise<number[]> =>
  page.evaluate(
    async ([frames, step]) => {
      const work = document.querySelector('main');
      const taken: number[] = [];
      let before = performance.now();
      for (let i = 0; i < frames; i += 1) {
        if (work) work.scrollTop += step;
        await new Promise(requestAnimationFrame);
        const now = performance.now();
        taken.push(now - before);
        before = now;
      }
      return taken;
    },
    [frames, step] as const,
  );

/** A stroke of 120 points that is kept, and the desk with sixty pages, from the click to its first page. */
export async function marking(): Promise<void> {
  const { id, hash } = await longScript();
  const cookie = await signedIn(marker);
  const stroke = Array.from({ length: 120 }, (_, i) => [100 + i, 200 + 30 * Math.sin(i / 9), 0.5]);
  const draw = async () => {
    const after = [{ id: newId(), sort: 'pen', ink: 'brick', file: hash, page: 1, width: 2, stroke }];
    const answer = await fetch(`${config.address}/api/do/marking.draw`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: config.address, cookie },
      body: JSON.stringify({ handInId: id, step: { id: newId(), kind: 'do', before: [], after } }),
    });
    if (!answer.ok) throw new Error(`A stroke was refused: ${await answer.text()}`);
  };
  const kept = await times(200, draw);
  const bound = (value: number) => ({ what: 'the bound', value });
  row({ what: 'a stroke is kept, p95', value: quantile(kept, 0.95), unit: 'ms', beside: bound(150), most: 1 });
  const { context, close } = await signedInBrowser(marker);
  const page = await context.newPage();
  const opened = async () => {
    await page.goto('/marking?show=later');
    const link = page.locator(`a[href="/marking/${id}"]`);
    await link.waitFor();
    const start = performance.now();
    await link.click();
    // The first page is there once it is drawn in its own size.
    await page.waitForFunction(() => {
      const canvas = document.querySelector('[data-page$="/1"] canvas');
      return canvas instanceof HTMLCanvasElement && canvas.width > 320;
    });
    return performance.now() - start;
  };
  await opened();
  const first: number[] = [];
  for (let i = 0; i < 7; i += 1) first.push(await opened());
  row({
    what: `the first of ${pages} pages is on the desk, with 200 strokes, p50`,
    ...{ value: quantile(first, 0.5), unit: 'ms' as const, beside: bound(1000), most: 1 },
  });
  // As somebody reads along, and as somebody looks for a page from the first to the last.
  const ways = [
    { what: 'read along', frames: 240, step: () => 20 },
    { what: 'scrolled from the first to the last', frames: 360, step: (whole: number) => whole / 360 },
  ];
  for (const { what, frames, step } of ways) {
    const whole = await page.evaluate(() => {
      const work = document.querySelector('main');
      work?.scrollTo(0, 0);
      return work?.scrollHeight ?? 0;
    });
    row({
      what: `a frame while ${pages} pages are ${what}, p95`,
      value: quantile(await framesOf(page, frames, step(whole)), 0.95),
      unit: 'ms',
      beside: { what: 'two frames of 60 a second', value: 33.4 },
      most: 1,
    });
  }
  await close();
}
