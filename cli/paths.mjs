import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));
export const dataFolder = (given) => (given ? resolve(given) : join(root, 'data'));
