import type { ReactNode } from 'react';
import type { PageSize, Turn } from './page';

/** A file of somebody's work, and where it can be had. */
export type DrawnFile = {
  /** SHA-256 of the file. */
  readonly hash: string;
  readonly name: string;
  readonly contentType: string;
  readonly address: string;
};

/** What is drawn over a page: it is given which page it is, and how large in its own space. */
export type Layer = (page: {
  readonly file: string;
  readonly page: number;
  readonly size: PageSize;
  readonly turn: Turn;
}) => ReactNode;
