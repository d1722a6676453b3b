import { forCourse } from '@/app/_server/routes';
import { previewEdition } from '@/server/learning';
import { editionsOf } from '@/server/outline';

/** What publishing the working copy, or making an older edition live, would change and whom it would touch. */
export const GET = forCourse(async ({ request, db, courseId }) => {
  const editionId = new URL(request.url).searchParams.get('edition');
  const known = editionId === null || (await editionsOf(db, courseId)).some((edition) => edition.id === editionId);
  const preview = known ? await previewEdition(db, courseId, editionId, { signal: request.signal }) : null;
  return Response.json(preview, { status: preview ? 200 : 404 });
});
