import type { WorkPlace } from '@/server/marking';

/** `?by=` of a desk on which a piece is marked as a whole, whatever its marker has been given. */
export const asWhole = 'all';

/** Where work is marked. */
export const markingHref = ({ id, sort }: WorkPlace): string =>
  sort === 'paper' ? `/marking/paper/${id}` : `/marking/${id}`;
