import { bytesOf, respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import { fail } from '@/core/kernel/problem';
import {
  formTypes,
  mostOutlineBytes,
  type OutlineForm,
  outlineForms,
  readApart,
  writeOutline,
} from '@/server/exchange';
import { loadOutline } from '@/server/outline';

const formIn = (request: Request): OutlineForm | null => {
  const wanted = new URL(request.url).searchParams.get('as');
  return outlineForms.find((form) => form === wanted) ?? null;
};

/** The outline of the working copy as a file. */
export const GET = forCourse(async ({ request, db, courseId }) => {
  const outline = await loadOutline(db, courseId);
  if (!outline) return respond(fail('not-found', 'This course is not there any more.'));
  const form = formIn(request) ?? 'markdown';
  const { type, ending } = formTypes[form];
  const name = Object.values(outline.course)[0]?.slug ?? 'outline';
  return new Response(writeOutline(outline, form), {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename="${name}.${ending}"`,
      'cache-control': 'no-store',
    },
  });
});

/** What a file would make of an outline: read, checked and given back; nothing is written. */
export const POST = forCourse(async ({ request }) => {
  const bytes = await bytesOf(request, mostOutlineBytes);
  return respond(
    await readApart('outline', {
      bytes,
      name: new URL(request.url).searchParams.get('name') ?? '',
      form: formIn(request),
    }),
  );
});
