import { type Allowed, allowed } from '@/app/_server/allowance';
import { refuse } from '@/app/_server/respond';
import { type Database, forAnybody } from '@/app/_server/routes';
import { serveFile } from '@/app/_server/serve';
import { isId } from '@/core/kernel/ids';
import { fail } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import { type LessonView, sampleView } from '@/core/learning';
import { type MediaFacts, type MediaForm, type MediaKind, stripCues, writeCues } from '@/core/media';
import { type LessonDocument, lessonsOf } from '@/core/outline';
import { can, makesCourses } from '@/core/people';
import { coursesTakenBy } from '@/server/enrolment';
import { courseHead, learning } from '@/server/learning';
import { coursesAsking, coursesOf, fileById, type MediaFile, usableMedia } from '@/server/media';
import { liveDocument, staffLooks } from '@/server/outline';
import type { Person } from '@/server/people';

type Variant = { readonly hash: string; readonly contentType: string };

/**
 * `original`, `download`, `play`, `poster`, `wave`, `captions-en`, `strip-places`, `state`, and the names of forms:
 * `clean`, `w960`, `phone`, `strip`.
 */
function variantOf(media: MediaFile, variant: string): Variant | null {
  const { forms } = media;
  const form = forms.find(({ name }) => name === variant);
  if (form) return form;
  if (variant === 'original' || variant === 'download') return media;
  // A form there is none of, since the file is no larger than that, is the file itself.
  if (/^(clean|w\d+)$/.test(variant) && media.kind === 'picture') return forms.find(isClean) ?? media;
  if (variant === 'play' || (variant === 'phone' && media.kind === 'film'))
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

const isClean = ({ name }: MediaForm) => name === 'clean';

/** Where in the strip of a film each of its frames stands: made from what is known of it, and kept nowhere. */
function stripFile({ id, seconds, width, height, forms }: MediaFile): Response {
  if (!forms.some(({ name }) => name === 'strip') || !seconds || !width || !height) return nothing();
  const cues = stripCues({ seconds, width, height }, `/files/${id}/strip`);
  return new Response(writeCues({ head: '', cues }), {
    headers: { 'content-type': 'text/vtt; charset=utf-8', 'cache-control': 'private, no-cache' },
  });
}

/** How a file is wanted: within a page that shows it, by its address alone, or to be kept. */
type Want = 'shown' | 'by-address' | 'kept';

/** What within a page asks for files (Fetch Metadata, Sec-Fetch-Dest). Whatever does not say so may be anything. */
const withinPages = new Set(['empty', 'image', 'video', 'audio', 'track']);
const wantOf = (request: Request, variant: string): Want => {
  if (variant === 'download') return 'kept';
  return withinPages.has(request.headers.get('sec-fetch-dest') ?? '') ? 'shown' : 'by-address';
};

/** Files that a page shows in its own way where they may not be had: opened by their address they would be. */
const shownByPages: { readonly [K in MediaKind]?: true } = { document: true };

/** Whether a lesson gives what it shows in the way it is wanted. */
const gives = (media: MediaFacts, downloads: boolean, want: Want) =>
  downloads || want === 'shown' || (want === 'by-address' && !shownByPages[media.kind]);

/** The version of a file that lessons of an edition give in the way it is wanted; nothing where none does. */
const versionIn = (lessons: readonly LessonDocument[], id: string, want: Want = 'shown') =>
  lessons.flatMap(({ media, pictures, attachments, downloads }) => {
    const shown = [media?.id === id ? media : (pictures[id] ?? [])].flat();
    const attached = attachments.filter((one) => one.mediaId === id && (want === 'shown' || one.access !== 'view'));
    return [...shown.filter((one) => gives(one, downloads, want)), ...attached.map((one) => one.media)];
  })[0]?.hash;

/**
 * A learner may have a file of a lesson that is open to them, in the edition that is live, and no other: that version
 * of it.
 */
async function learnerMay(db: Database, person: Person, id: string, want: Want): Promise<Allowed> {
  let answer: Allowed = { may: 'no' };
  for (const courseId of await coursesTakenBy(db, person.id)) {
    const head = await courseHead(db, courseId);
    const document = head && (await liveDocument(db, head.liveEditionId));
    if (!head || !document || !versionIn(lessonsOf(document), id)) continue;
    const view = (await learning(db, head, person.id))?.view;
    const using = view?.lessons.filter(({ lesson }) => versionIn([lesson], id)) ?? [];
    // The picture of a lesson is shown while it is closed, too.
    const shows = ({ open, lesson }: LessonView) => open || (lesson.pictureId === id && !view?.isOver);
    const open = using.filter(shows).map(({ lesson }) => lesson);
    const hash = versionIn(open, id, want);
    if (hash) return { may: 'yes', hash };
    if (using.length > 0 && open.length === 0) answer = { may: 'closed' };
  }
  return answer;
}

/** Anybody may have what a sample lesson of a live edition shows. */
async function visitorMay(db: Database, id: string, want: Want): Promise<Allowed> {
  for (const courseId of await coursesOf(db, id)) {
    const head = await courseHead(db, courseId);
    const document = head && (await liveDocument(db, head.liveEditionId));
    const samples = document && sampleView(document, Temporal.Now.instant());
    const hash = samples && versionIn(lessonsOf(samples.document), id, want);
    if (hash) return { may: 'yes', hash };
  }
  return { may: 'no' };
}

/** Who sees it in the library, and markers of a course that uses it: with a question, or where its creator lets staff look. */
async function staffMay(db: Database, person: Person, id: string): Promise<boolean> {
  if (makesCourses(person) && (await usableMedia(db, person, [id])).has(id)) return true;
  const asking = await coursesAsking(db, id);
  for (const courseId of await coursesOf(db, id)) {
    if (!can(person, 'marking.mark', { courseId })) continue;
    if (asking.has(courseId) || (await staffLooks(db, courseId))) return true;
  }
  return false;
}

export const GET = forAnybody(async ({ request, db, person, params: { mediaId, variant = '' } }) => {
  let media = isId(mediaId) ? await fileById(db, mediaId) : null;
  if (!media) return nothing();
  const isDownload = variant === 'download';
  const isStaff = person !== null && (await staffMay(db, person, media.id));
  if (!isStaff) {
    const { id } = media;
    const want = wantOf(request, variant);
    const answer = await allowed([person?.id ?? 'anybody', id, want].join(' '), Date.now(), async () => {
      const own: Allowed = person ? await learnerMay(db, person, id, want) : { may: 'no' };
      const open = own.may === 'yes' ? own : await visitorMay(db, id, want);
      return open.may === 'yes' ? open : own;
    });
    if (answer.may === 'closed')
      return refuse(fail('closed', 'The lesson this file belongs to is not open yet.').problem);
    if (answer.may !== 'yes')
      return person ? nothing() : refuse(fail('not-signed-in', 'Sign in to have this file.').problem);
    // What was published stays what it was, whatever has replaced it since.
    if (answer.hash !== media.hash) media = await fileById(db, id, answer.hash);
  }
  if (!media) return nothing();
  if (variant === 'strip-places') return stripFile(media);
  if (variant === 'state') return Response.json({ state: media.state }, { headers: { 'cache-control': 'no-store' } });
  // What a camera wrote into a picture, such as where it was taken, is for those who made the course.
  const isBare = !isStaff && (variant === 'original' || isDownload);
  const found = variantOf(media, isBare && media.forms.some(isClean) ? 'clean' : variant);
  return found ? serveFile(request, { ...found, name: media.fileName, download: isDownload }) : nothing();
});

const nothing = () => refuse(fail('not-found', 'There is no such file, or it is not for you.').problem);
