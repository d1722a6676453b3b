import { bytesOf, respond } from '@/app/_server/respond';
import { isId } from '@/core/kernel/ids';
import { fail } from '@/core/kernel/problem';
import { can } from '@/core/people';
import { formTypes, mostOutlineBytes, type OutlineForm, outlineForms, readOutlineFile, writeOutline } from '@/server/exchange';
import { loadOutline } from '@/server/outline';
import { personOf } from '@/server/people';

type Params = { params: Promise<{ courseId: string }> };

const formIn = (request: Request): OutlineForm | null => {
  const wanted = new URL(request.url).searchParams.get('as');
  return outlineForms.find((form) => form === wanted) ?? null;
};

/** The outline of the working copy as a file. */
export async function GET(request: Request, { params }: Params): Promise<Response> {
  const { courseId } = await params;
  const person = await personOf(request.headers);
  if (!isId(courseId) || !can(person, 'course.edit', { courseId })) return respond(fail('not-allowed', 'You do not work on this course.'));
  const outline = await loadOutline(courseId);
  if (!outline) return respond(fail('not-found', 'This course is not there any more.'));
  const form = formIn(request) ?? 'markdown';
  const { type, ending } = formTypes[form];
  const name = Object.values(outline.course)[0]?.slug ?? 'outline';
  return new Response(writeOutline(outline, form), {
    headers: { 'content-type': type, 'content-disposition': `attachment; filename="${name}.${ending}"`, 'cache-control': 'no-store' },
  });
}

/** What a file would make of an outline: read, checked and given back; nothing is written. */
export async function POST(request: Request, { params }: Params): Promise<Response> {
  const { courseId } = await params;
  const person = await personOf(request.headers);
  if (!isId(courseId) || !can(person, 'course.edit', { courseId })) return respond(fail('not-allowed', 'You do not work on this course.'));
  const bytes = await bytesOf(request, mostOutlineBytes);
  return respond(readOutlineFile(bytes, new URL(request.url).searchParams.get('name') ?? '', formIn(request)));
}
