import { pictureWidths } from '@/core/media';

/** A picture of the library on a page: as large as it is looked at, and no larger (`srcset`, HTML). */
export const pictureSources = (mediaId: string, sizes: string) => ({
  src: `/files/${mediaId}/w960`,
  srcSet: pictureWidths.map((wide) => `/files/${mediaId}/w${wide} ${wide}w`).join(', '),
  sizes,
});

/** How wide pictures are within a text: as wide as its column, or as the screen where that is narrower. */
export const textSizes = '(max-width: 760px) 100vw, 720px';
