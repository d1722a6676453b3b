import { allowed } from '@/app/_server/allowance';
import { refuse } from '@/app/_server/respond';
import { type Database, forPerson } from '@/app/_server/routes';
import { serveFile } from '@/app/_server/serve';
import { isId } from '@/core/kernel/ids';
import { fail } from '@/core/kernel/problem';
import type { MediaFacts } from '@/core/media';
import { can } from '@/core/people';
import { courseHead, learning } from '@/server/learning';
import { mediaById } from '@/server/media';
import { staffLooks } from '@/server/outline';
import type { Person } from '@/server/people';

type Variant = { readonly hash: string; readonly contentType: string };

/** `play`, `original`, `download`, `poster` or `captions-en`. */
function variantOf(media: MediaFacts, variant: string): Variant | null {
  if (variant === 'original' || variant === 'download') return media;
  if (variant === 'play')
    return media.playHash
      ? { hash: media.playHash, contentType: media.kind === 'audio' ? 'audio/mp4' : 'video/mp4' }
      : media;
  if (variant === 'poster')
    return media.posterHash
      ? { hash: media.posterHash, contentType: media.kind === 'document' ? 'image/png' : 'image/jpeg' }
      : null;
  const captions = media.captions.find((one) => variant === `captions-${one.language}`);
  return captions ? { hash: captions.hash, contentType: 'text/vtt; charset=utf-8' } : null;
}

/** A learner may have a file of a lesson that is open to them, in the edition that is live, and no other. */
async function learnerMay(
  db: Database,
  person: Person,
  { courseId, id }: MediaFacts & { readonly courseId: string },
  downloads: boolean,
) {
  const head = await courseHead(db, courseId);
  const found = head && (await learning(db, head, person.id));
  if (!found) return 'no';
  const using = found.view.lessons.filter(({ lesson }) => lesson.media?.id === id || lesson.pictures[id]);
  if (using.length === 0) return 'no';
  const open = using.filter((view) => view.open);
  if (open.length === 0) return 'closed';
  return !downloads || open.some(({ lesson }) => lesson.downloads) ? 'yes' : 'no';
}

/** Markers of a course whose creator lets staff look at it. */
const staffMayLook = async (db: Database, person: Person, courseId: string) =>
  can(person, 'marking.mark', { courseId }) && (await staffLooks(db, courseId));

export const GET = forPerson(async ({ request, db, person, params: { mediaId, variant = '' } }) => {
  const media = isId(mediaId) ? await mediaById(db, mediaId) : null;
  if (!media) return nothing();
  if (!can(person, 'course.edit', { courseId: media.courseId }) && !(await staffMayLook(db, person, media.courseId))) {
    const key = [person.id, media.id, variant === 'download' ? 'download' : 'use'].join(' ');
    const may = await allowed(key, Date.now(), () => learnerMay(db, person, media, variant === 'download'));
    if (may === 'closed') return refuse(fail('closed', 'The lesson this file belongs to is not open yet.').problem);
    if (may === 'no') return nothing();
  }
  const found = variantOf(media, variant);
  return found ? serveFile(request, { ...found, name: media.fileName, download: variant === 'download' }) : nothing();
});

const nothing = () => refuse(fail('not-found', 'There is no such file, or it is not for you.').problem);
