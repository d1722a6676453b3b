import { forPerson } from '@/app/_server/routes';
import { findAnything } from '@/server/search';

/** Courses, sections, lessons and people whose names are like the words given. */
export const GET = forPerson(async ({ request, db, person }) =>
  Response.json(await findAnything(db, person, new URL(request.url).searchParams.get('words') ?? '')),
);
