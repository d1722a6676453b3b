import { bytesOf, respond } from '@/app/_server/respond';
import { forPerson } from '@/app/_server/routes';
import { fail } from '@/core/kernel/problem';
import { makesCourses } from '@/core/people';
import { mostSheetBytes, readApart } from '@/server/exchange';

/** What a CSV or XLSX file holds, as words. Nothing is written, and whether it may be is decided when it is. */
export const POST = forPerson(async ({ request, person }) =>
  makesCourses(person)
    ? respond(await readApart('sheet', { bytes: await bytesOf(request, mostSheetBytes) }))
    : respond(fail('not-allowed', 'You do not work on any course.')),
);
