import { copyFileSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './paths.mjs';

/** Puts parts of packages that a browser fetches by themselves where the web server finds them. */
export function copyAssets() {
  mkdirSync(join(root, 'public'), { recursive: true });
  copyFileSync(join(root, 'node_modules/pdfjs-dist/build/pdf.worker.min.mjs'), join(root, 'public/pdf.worker.min.mjs'));
}
