import type { MediaKind } from '@/core/media';
import type { LibraryFilter } from '@/server/media';

/** What there is of each kind, in the plural: as filters say it. */
export const kindNames: Record<MediaKind, string> = {
  film: 'films',
  audio: 'recordings',
  picture: 'pictures',
  document: 'documents',
  captions: 'captions',
  file: 'other files',
};
export const filterNames: Record<LibraryFilter, string> = {
  unused: 'not used',
  undescribed: 'not described',
  'no-captions': 'without captions',
  failed: 'not readable',
};
