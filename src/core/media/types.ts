/** What is known of a thing of the library that lessons use, in one of its versions. */
export type MediaKind = 'film' | 'audio' | 'picture' | 'document' | 'captions' | 'file';
export type MediaState = 'waiting' | 'ready' | 'failed';

/** Whether what is said in a file of a kind can be shown in words beside it. */
export const hasCaptions = (kind: MediaKind): boolean => kind === 'film' || kind === 'audio';

export type MediaFacts = {
  readonly id: string;
  readonly kind: MediaKind;
  readonly title: string;
  /** Counted from 1; an edition keeps the one it was made with. */
  readonly version: number;
  readonly fileName: string;
  /** SHA-256 of the content, hexadecimal. */
  readonly hash: string;
  readonly contentType: string;
  /** Bytes. */
  readonly size: number;
  readonly state: MediaState;
  /** What went wrong while it was worked on, as a sentence. */
  readonly problem: string | null;
  /** Length of a film in seconds. */
  readonly seconds: number | null;
  /** Pixels. */
  readonly width: number | null;
  readonly height: number | null;
  readonly pages: number | null;
  readonly posterHash: string | null;
  /** How loud it is over time, see `waveForm`. */
  readonly waveHash: string | null;
  /** A form every browser plays, where the uploaded one is not. */
  readonly playHash: string | null;
  readonly captions: readonly { readonly language: string; readonly label: string; readonly hash: string }[];
  readonly alt: string;
};

/**
 * A form of a file that was made from it. Pictures: `clean`, turned the right way and without what a camera writes
 * into it, and `w480`, `w960`, `w1600`, that many pixels wide. Films: `phone`, and `strip`, small frames of it
 * side by side in one picture. Documents: `page-1` and so on, a picture of each page, and `pages`, what is known of
 * them.
 */
export type MediaForm = {
  readonly name: 'clean' | 'w480' | 'w960' | 'w1600' | 'phone' | 'strip' | 'pages' | `page-${number}`;
  readonly hash: string;
  readonly contentType: string;
};

/** A page of a document: the size of its picture in pixels, and its words. */
export type DocumentPage = { readonly width: number; readonly height: number; readonly words: string };

/** How wide the smaller forms of a picture are, in pixels. */
export const pictureWidths = [480, 960, 1600] as const;
