import { isId } from '@/core/kernel/ids';
import { can } from '@/core/people';
import { previewEdition } from '@/server/learning';
import { editionsOf } from '@/server/outline';
import { personOf } from '@/server/people';

/** What publishing the working copy, or making an older edition live, would change and whom it would touch. */
export async function GET(request: Request, { params }: { params: Promise<{ courseId: string }> }): Promise<Response> {
  const { courseId } = await params;
  const person = await personOf(request.headers);
  if (!isId(courseId) || !can(person, 'course.publish', { courseId })) return Response.json(null, { status: person ? 403 : 401 });
  const editionId = new URL(request.url).searchParams.get('edition');
  const known = editionId === null || (await editionsOf(courseId)).some((edition) => edition.id === editionId);
  const preview = known ? await previewEdition(courseId, editionId) : null;
  return Response.json(preview, { status: preview ? 200 : 404 });
}
