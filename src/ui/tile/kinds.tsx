import {
  IconBroadcast,
  IconChecklist,
  IconExternalLink,
  IconFileText,
  IconFileTypePdf,
  IconPlayerPlay,
  IconUpload,
  IconVolume,
} from '@tabler/icons-react';
import type { LessonKind } from '@/core/outline';

/** The glyph and the name of each kind of lesson: the same on every screen. */
export const kinds: Record<
  LessonKind,
  { readonly name: string; readonly Glyph: typeof IconFileText; readonly hue: 'learn' | 'assessed' | 'live' }
> = {
  reading: { name: 'Reading', Glyph: IconFileText, hue: 'learn' },
  film: { name: 'Film', Glyph: IconPlayerPlay, hue: 'learn' },
  audio: { name: 'Audio', Glyph: IconVolume, hue: 'learn' },
  document: { name: 'Document', Glyph: IconFileTypePdf, hue: 'learn' },
  link: { name: 'Link', Glyph: IconExternalLink, hue: 'learn' },
  live: { name: 'Live session', Glyph: IconBroadcast, hue: 'live' },
  quiz: { name: 'Quiz', Glyph: IconChecklist, hue: 'assessed' },
  assignment: { name: 'Assignment', Glyph: IconUpload, hue: 'assessed' },
};
