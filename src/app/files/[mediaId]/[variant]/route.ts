import { type Allowed, allowed } from '@/app/_server/allowance';
import { refuse } from '@/app/_server/respond';
import { type Database, forPerson } from '@/app/_server/routes';
import { serveFile } from '@/app/_server/serve';
import { isId } from '@/core/kernel/ids';
import { fail } from '@/core/kernel/problem';
import type { MediaFacts } from '@/core/media';
import { type LessonDocument, lessonsOf } from '@/core/outline';
import { can } from '@/core/people';
import { coursesTakenBy } from '@/server/enrolment';
import { courseHead, learning } from '@/server/learning';
import { coursesOf, mediaById } from '@/server/media';
import { liveDocument, staffLooks } from '@/server/outline';
import type { Person } from '@/server/people';

type Variant = { readonly hash: string; readonly contentType: string };

/** `play`, `original`, `download`, `poster`, `wave` or `captions-en`. */
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
  if (variant === 'wave')
    return media.waveHash ? { hash: media.waveHash, contentType: 'application/octet-stream' } : null;
  const captions = media.captions.find((one) => variant === `captions-${one.language}`);
  return captions ? { hash: captions.hash, contentType: 'text/vtt; charset=utf-8' } : null;
}

/** The version of a file that lessons of an edition show, or let be kept where it is to be downloaded; nothing where none does. */
const versionIn = (lessons: readonly LessonDocument[], id: string, isDownload = false) =>
  lessons.flatMap(({ media, pictures, attachments, downloads }) => {
    const shown = isDownload && !downloads ? [] : [media?.id === id ? media : (pictures[id] ?? [])].flat();
    const attached = attachments.filter((one) => one.mediaId === id && !(isDownload && one.access === 'view'));
    return [...shown, ...attached.map((one) => one.media)];
  })[0]?.hash;

/** A learner may have a file of a lesson that is open to them, in the edition that is live, and no other: that version of it. */
async function learnerMay(db: Database, person: Person, id: string, isDownload: boolean): Promise<Allowed> {
  let answer: Allowed = { may: 'no' };
  for (const courseId of await coursesTakenBy(db, person.id)) {
    const head = await courseHead(db, courseId);
    const document = head && (await liveDocument(db, head.liveEditionId));
    if (!head || !document || !versionIn(lessonsOf(document), id)) continue;
    const view = (await learning(db, head, person.id))?.view;
    const using = view?.lessons.filter(({ lesson }) => versionIn([lesson], id)) ?? [];
    const open = using.filter((one) => one.open).map(({ lesson }) => lesson);
    const hash = versionIn(open, id, isDownload);
    if (hash) return { may: 'yes', hash };
    if (using.length > 0 && open.length === 0) answer = { may: 'closed' };
  }
  return answer;
}

/** Who makes a course that uses it, and markers of one whose creator lets staff look at it. */
async function staffMay(db: Database, person: Person, id: string): Promise<boolean> {
  for (const courseId of await coursesOf(db, id)) {
    if (can(person, 'course.edit', { courseId })) return true;
    if (can(person, 'marking.mark', { courseId }) && (await staffLooks(db, courseId))) return true;
  }
  return false;
}

export const GET = forPerson(async ({ request, db, person, params: { mediaId, variant = '' } }) => {
  let media = isId(mediaId) ? await mediaById(db, mediaId) : null;
  if (!media) return nothing();
  const isDownload = variant === 'download';
  if (!(await staffMay(db, person, media.id))) {
    const { id } = media;
    const key = [person.id, id, isDownload ? 'download' : 'use'].join(' ');
    const answer = await allowed(key, Date.now(), () => learnerMay(db, person, id, isDownload));
    if (answer.may === 'closed')
      return refuse(fail('closed', 'The lesson this file belongs to is not open yet.').problem);
    if (answer.may !== 'yes') return nothing();
    // What was published stays what it was, whatever has replaced it since.
    if (answer.hash !== media.hash) media = await mediaById(db, id, answer.hash);
  }
  const found = media && variantOf(media, variant);
  return found ? serveFile(request, { ...found, name: media?.fileName ?? '', download: isDownload }) : nothing();
});

const nothing = () => refuse(fail('not-found', 'There is no such file, or it is not for you.').problem);
