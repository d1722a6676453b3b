import { copyFileSync, existsSync, mkdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { root } from './paths.mjs';

/** Parts of packages that a browser fetches by themselves, and where the web server finds them. */
const assets = [['node_modules/pdfjs-dist/build/pdf.worker.min.mjs', 'public/pdf.worker.min.mjs']].map((both) =>
  both.map((path) => join(root, path)),
);

export function copyAssets() {
  for (const [from, to] of assets) {
    mkdirSync(dirname(to), { recursive: true });
    copyFileSync(from, to);
  }
}

export const hasAssets = () => assets.every(([, to]) => existsSync(to));
