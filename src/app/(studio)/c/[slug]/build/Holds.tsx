import {
  IconAlignLeft,
  IconBadgeCc,
  IconBookmark,
  IconHelpHexagon,
  IconHexagon,
  IconPaperclip,
  IconPencilQuestion,
  IconPhoto,
} from '@tabler/icons-react';
import { type Held, heldBy } from '@/core/outline';
import type { LessonTile } from '@/ui/tile/tiles';
import styles from './build.module.css';

const glyphs: Record<Held['what'], typeof IconPhoto> = {
  text: IconAlignLeft,
  pictures: IconPhoto,
  captions: IconBadgeCc,
  chapters: IconBookmark,
  checkpoints: IconHexagon,
  questions: IconHelpHexagon,
  exercises: IconPencilQuestion,
  attachments: IconPaperclip,
};
/** What one of each is called. */
const one: Record<Held['what'], string> = {
  text: 'text',
  pictures: 'picture',
  captions: 'language of captions',
  chapters: 'chapter',
  checkpoints: 'checkpoint',
  questions: 'question',
  exercises: 'exercise',
  attachments: 'attachment',
};

const wordsOf = ({ what, count }: Held): string => {
  if (count === 0) return `no ${what}`;
  if (what === 'text') return 'text';
  if (what === 'captions') return count === 1 ? 'captions' : `captions in ${count} languages`;
  return `${count} ${one[what]}${count === 1 ? '' : 's'}`;
};

const held = ({ lesson, captions, paper }: LessonTile) => heldBy(lesson, captions, paper);

/** The same in words, for those who hear it. */
export const holdsText = (tile: LessonTile): string => held(tile).map(wordsOf).join(', ');

/** What a lesson holds, and in saffron what it lacks. */
export function Holds({ tile }: { readonly tile: LessonTile }) {
  return (
    <span className={styles.holds} aria-hidden="true">
      {held(tile).map((each) => {
        const Glyph = glyphs[each.what];
        return (
          <span key={each.what} title={wordsOf(each)} data-lacks={each.count === 0 || undefined}>
            <Glyph size={15} stroke={1.75} />
            {each.count === 0 && 'none'}
            {each.count > 1 && each.count}
          </span>
        );
      })}
    </span>
  );
}
