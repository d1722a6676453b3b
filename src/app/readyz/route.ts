import { pool } from '@/server/platform/database';

/** The process can do its work: the database answers. */
export async function GET(): Promise<Response> {
  try {
    await pool().query('select 1');
    return Response.json({ status: 'ready' });
  } catch {
    return Response.json({ status: 'waiting for the database' }, { status: 503 });
  }
}
export const dynamic = 'force-dynamic';
