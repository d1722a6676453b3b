import { bytesOf, respond } from '@/app/_server/respond';
import { fail } from '@/core/kernel/problem';
import { mostSheetBytes, readSheetFile } from '@/server/exchange';
import { personOf } from '@/server/people';

/** What a CSV or XLSX file holds, as words. Nothing is written, and whether it may be is decided when it is. */
export async function POST(request: Request): Promise<Response> {
  const person = await personOf(request.headers);
  if (!person) return respond(fail('not-signed-in', 'You are not signed in any more. Sign in again.'));
  if (person.role === 'learner' && !Object.values(person.courses).includes('creator')) return respond(fail('not-allowed', 'You do not work on any course.'));
  return respond(await readSheetFile(await bytesOf(request, mostSheetBytes)));
}
