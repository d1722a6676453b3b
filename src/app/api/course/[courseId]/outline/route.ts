import { atWork, type CourseParams } from '@/app/_server/course-door';
import { bytesOf, respond } from '@/app/_server/respond';
import { fail } from '@/core/kernel/problem';
import { formTypes, mostOutlineBytes, type OutlineForm, outlineForms, readOutlineFile, writeOutline } from '@/server/exchange';
import { loadOutline } from '@/server/outline';

const formIn = (request: Request): OutlineForm | null => {
  const wanted = new URL(request.url).searchParams.get('as');
  return outlineForms.find((form) => form === wanted) ?? null;
};

/** The outline of the working copy as a file. */
export async function GET(request: Request, route: CourseParams): Promise<Response> {
  const work = await atWork(request, route);
  if (work instanceof Response) return work;
  const outline = await loadOutline(work.courseId);
  if (!outline) return respond(fail('not-found', 'This course is not there any more.'));
  const form = formIn(request) ?? 'markdown';
  const { type, ending } = formTypes[form];
  const name = Object.values(outline.course)[0]?.slug ?? 'outline';
  return new Response(writeOutline(outline, form), {
    headers: { 'content-type': type, 'content-disposition': `attachment; filename="${name}.${ending}"`, 'cache-control': 'no-store' },
  });
}

/** What a file would make of an outline: read, checked and given back; nothing is written. */
export async function POST(request: Request, route: CourseParams): Promise<Response> {
  const work = await atWork(request, route);
  if (work instanceof Response) return work;
  const bytes = await bytesOf(request, mostOutlineBytes);
  return respond(readOutlineFile(bytes, new URL(request.url).searchParams.get('name') ?? '', formIn(request)));
}
