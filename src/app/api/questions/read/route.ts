import { bytesOf, respond } from '@/app/_server/respond';
import { forMaker } from '@/app/_server/routes';
import { mostQuestionBytes, readApart } from '@/server/exchange';

/** What a file of questions holds: read, checked and given back; nothing is written. */
export const POST = forMaker(async ({ request }) =>
  respond(
    await readApart('questions', {
      bytes: await bytesOf(request, mostQuestionBytes),
      name: (new URL(request.url).searchParams.get('name') ?? '').slice(0, 300),
    }),
  ),
);
