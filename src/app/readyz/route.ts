import { databaseAnswers } from '@/server/platform/health';

/** The process can do its work: the database answers. */
export async function GET(): Promise<Response> {
  return (await databaseAnswers())
    ? Response.json({ status: 'ready' })
    : Response.json({ status: 'waiting for the database' }, { status: 503 });
}
export const dynamic = 'force-dynamic';
