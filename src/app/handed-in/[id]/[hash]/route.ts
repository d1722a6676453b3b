import { refuse } from '@/app/_server/respond';
import { serveFile } from '@/app/_server/serve';
import { fail } from '@/core/kernel/problem';
import { handedInFile } from '@/server/assignment';
import { personOf } from '@/server/people';

/** A file somebody handed in: for its learner and for those who may mark it. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string; hash: string }> }): Promise<Response> {
  const { id, hash } = await params;
  const person = await personOf(request.headers);
  if (!person) return refuse(fail('not-signed-in', 'Sign in to see this file.').problem);
  const file = await handedInFile(id, hash, person);
  if (!file) return refuse(fail('not-found', 'There is no such file, or it is not for you.').problem);
  const shown = /^(image\/|application\/pdf|text\/plain)/.test(file.contentType);
  return serveFile(request, { hash, contentType: file.contentType, name: file.name, download: !shown });
}
