import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import sharp from 'sharp';
import { fortyNames } from '../src/core/certificate/testing';
import { fontFiles, outlineOf } from '../src/server/certificate/testing';

const [size, left, top, height, width] = [64, 40, 95, 150, 1500];

const grey = async (png: Buffer) => sharp(png).greyscale().blur(1.2).raw().toBuffer();
const shot = async (page: Page, inside: string) => {
  await page.locator('svg').evaluate((svg, html) => {
    svg.innerHTML = html;
  }, inside);
  await page.evaluate(() => document.fonts.ready);
  return page.screenshot({ clip: { x: 0, y: 0, width, height } });
};

test('a certificate sets forty names in sixteen scripts as the browser does, pixel by pixel', async ({ page }) => {
  await page.setViewportSize({ width, height });
  const faces = fontFiles.map(
    ({ name, path }) =>
      `@font-face{font-family:"${name}";src:url(data:font/ttf;base64,${readFileSync(path).toString('base64')})}`,
  );
  await page.setContent(
    `<style>${faces.join('')} body{margin:0}</style><svg width="${width}" height="${height}" xmlns="http://www.w3.org/2000/svg"></svg>`,
  );
  const unlike: string[] = [];
  for (const name of fortyNames) {
    const { path, families, isRightToLeft } = outlineOf(name, size, left, top);
    const ours = await grey(await shot(page, `<path d="${path}"/>`));
    const style = `font-family:${families.join(',')};direction:${isRightToLeft ? 'rtl' : 'ltr'};text-rendering:geometricPrecision;white-space:pre`;
    const theirs = await grey(
      await shot(
        page,
        `<text x="${left}" y="${top}" font-size="${size}" text-anchor="${isRightToLeft ? 'end' : 'start'}" style='${style}'>${name}</text>`,
      ),
    );
    let [different, ink] = [0, 0];
    for (let i = 0; i < ours.length; i += 1) {
      different += Math.abs((ours[i] ?? 0) - (theirs[i] ?? 0));
      ink += 255 - (theirs[i] ?? 0);
    }
    if (process.env.MOSAIK_SHOW) console.log(name, ((different / ink) * 100).toFixed(1));
    if (ink === 0 || different / ink > 0.06)
      unlike.push(`${name}: ${((different / Math.max(1, ink)) * 100).toFixed(1)} % of the ink stands elsewhere`);
  }
  expect(unlike).toEqual([]);
});
