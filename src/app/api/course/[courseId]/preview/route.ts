import { atWork, type CourseParams } from '@/app/_server/course-door';
import { previewEdition } from '@/server/learning';
import { editionsOf } from '@/server/outline';

/** What publishing the working copy, or making an older edition live, would change and whom it would touch. */
export async function GET(request: Request, route: CourseParams): Promise<Response> {
  const work = await atWork(request, route);
  if (work instanceof Response) return work;
  const editionId = new URL(request.url).searchParams.get('edition');
  const known = editionId === null || (await editionsOf(work.courseId)).some((edition) => edition.id === editionId);
  const preview = known ? await previewEdition(work.courseId, editionId) : null;
  return Response.json(preview, { status: preview ? 200 : 404 });
}
