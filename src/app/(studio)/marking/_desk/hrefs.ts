import type { WorkPlace } from '@/server/marking';

/** Where work is marked. */
export const markingHref = ({ id, sort }: WorkPlace): string =>
  sort === 'paper' ? `/marking/paper/${id}` : `/marking/${id}`;
