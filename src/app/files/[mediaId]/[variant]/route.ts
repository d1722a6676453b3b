import { refuse } from '@/app/_server/respond';
import { serveFile } from '@/app/_server/serve';
import { isId } from '@/core/kernel/ids';
import { fail } from '@/core/kernel/problem';
import type { MediaFacts } from '@/core/media';
import { can } from '@/core/people';
import { courseHead, learning } from '@/server/learning';
import { mediaById } from '@/server/media';
import { staffLooks } from '@/server/outline';
import { type Person, personOf } from '@/server/people';

type Variant = { readonly hash: string; readonly contentType: string };

/** `play`, `original`, `download`, `poster` or `captions-en`. */
function variantOf(media: MediaFacts, variant: string): Variant | null {
  if (variant === 'original' || variant === 'download') return media;
  if (variant === 'play') return media.playHash ? { hash: media.playHash, contentType: 'video/mp4' } : media;
  if (variant === 'poster') return media.posterHash ? { hash: media.posterHash, contentType: media.kind === 'document' ? 'image/png' : 'image/jpeg' } : null;
  const captions = media.captions.find((one) => variant === `captions-${one.language}`);
  return captions ? { hash: captions.hash, contentType: 'text/vtt; charset=utf-8' } : null;
}

/** A learner may have a file of a lesson that is open to them, in the edition that is live, and no other. */
async function learnerMay(person: Person, courseId: string, mediaId: string, downloads: boolean): Promise<'yes' | 'closed' | 'no'> {
  const head = await courseHead(courseId);
  const found = head && (await learning(head, person.id));
  if (!found) return 'no';
  const using = found.view.lessons.filter(({ lesson }) => lesson.media?.id === mediaId || lesson.pictures[mediaId]);
  if (using.length === 0) return 'no';
  const open = using.filter((view) => view.open);
  if (open.length === 0) return 'closed';
  return !downloads || open.some(({ lesson }) => lesson.downloads) ? 'yes' : 'no';
}

/** Markers of a course whose creator lets staff look at it. */
const staffMayLook = async (person: Person, courseId: string) => can(person, 'marking.mark', { courseId }) && (await staffLooks(courseId));

export async function GET(request: Request, { params }: { params: Promise<{ mediaId: string; variant: string }> }): Promise<Response> {
  const { mediaId, variant } = await params;
  const nothing = refuse(fail('not-found', 'There is no such file, or it is not for you.').problem);
  if (!isId(mediaId)) return nothing;
  const [person, media] = await Promise.all([personOf(request.headers), mediaById(mediaId)]);
  if (!person) return refuse(fail('not-signed-in', 'Sign in to see this file.').problem);
  if (!media) return nothing;
  if (!can(person, 'course.edit', { courseId: media.courseId }) && !(await staffMayLook(person, media.courseId))) {
    const may = await learnerMay(person, media.courseId, mediaId, variant === 'download');
    if (may === 'closed') return refuse(fail('closed', 'The lesson this file belongs to is not open yet.').problem);
    if (may === 'no') return nothing;
  }
  const found = variantOf(media, variant);
  return found ? serveFile(request, { ...found, name: media.fileName, download: variant === 'download' }) : nothing;
}
