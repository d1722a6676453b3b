import { personOf } from '@/server/people';
import { findAnything } from '@/server/search';

/** Courses, sections, lessons and people whose names are like the words given. */
export async function GET(request: Request): Promise<Response> {
  const person = await personOf(request.headers);
  if (!person) return Response.json([], { status: 401 });
  return Response.json(await findAnything(person, new URL(request.url).searchParams.get('words') ?? ''));
}
